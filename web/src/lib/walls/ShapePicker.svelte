<script lang="ts">
	import type { Shape } from '$lib/api/types';
	import Outline from './Outline.svelte';

	interface Props {
		shapes: Shape[];
		onPick: (shape: Shape) => void;
	}
	let { shapes, onPick }: Props = $props();
</script>

<fieldset>
	<legend class="font-semibold">Start from</legend>
	<div class="mt-1 flex flex-wrap gap-1">
		{#each shapes as shape (shape.name)}
			<button type="button" class="shape" onclick={() => onPick(shape)}>
				<Outline points={shape.corners.map((c) => [c.x_mm, c.y_mm])} />
				<span>{shape.title}</span>
			</button>
		{/each}
	</div>
</fieldset>

<style>
	.shape {
		display: grid;
		justify-items: center;
		gap: 0.15rem;
		width: 3.95rem;
		min-height: 4.2rem;
		padding: 0.4rem 0.15rem 0.25rem;
		font-size: 0.8rem;
		line-height: 1.1;
		border: 1.5px solid var(--edge);
		border-bottom-width: 3px;
	}
	.shape:hover {
		border-bottom-color: var(--string);
	}
</style>
