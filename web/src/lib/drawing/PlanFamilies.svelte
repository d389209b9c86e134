<svelte:options namespace="svg" />

<script lang="ts">
	import type { StructureResult } from '$lib/api/types';
	import { pointsText, type ToScreen } from './drawing';

	interface Props {
		result: StructureResult;
		at: ToScreen;
	}
	let { result, at }: Props = $props();

	/** Line looks in turn, so that neighbours differ in shape: long, dotted, dash-dot. */
	const DASHES = ['10 4', '2 4', '10 4 2 4', '5 3', '14 3 2 3 2 3'];
	const families = $derived(result.lines.slice(1));
</script>

{#each families as family, index (family.family)}
	<svelte:element
		this={result.closed ? 'polygon' : 'polyline'}
		points={pointsText(
			Object.values(family.corners).map((place) => ({ x: place.x_mm, y: place.y_mm })),
			at
		)}
		class="family"
		stroke-dasharray={DASHES[index % DASHES.length]}
	/>
{/each}

<style>
	.family {
		fill: none;
		stroke: var(--ink-soft);
		stroke-width: 1.4;
	}
</style>
