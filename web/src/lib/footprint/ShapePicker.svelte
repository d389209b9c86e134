<script lang="ts">
	import { Toolbar } from 'bits-ui';
	import type { Shape } from '$lib/api/types';
	import Outline from './Outline.svelte';

	interface Props {
		shapes: Shape[];
		onPick: (shape: Shape) => void;
	}
	let { shapes, onPick }: Props = $props();
</script>

<p class="font-semibold" id="start-from">Start from</p>
<Toolbar.Root class="shapes" aria-labelledby="start-from">
	{#each shapes as shape (shape.name)}
		<Toolbar.Button class="shape" onclick={() => onPick(shape)}>
			<Outline points={shape.corners.map((c) => [c.x_mm, c.y_mm])} />
			<span>{shape.title}</span>
		</Toolbar.Button>
	{/each}
</Toolbar.Root>

<style>
	:global(.shapes) {
		display: flex;
		flex-wrap: wrap;
		gap: 0.25rem;
		margin-top: 0.25rem;
	}
	:global(.shape) {
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
	:global(.shape:hover) {
		border-bottom-color: var(--string);
	}
</style>
