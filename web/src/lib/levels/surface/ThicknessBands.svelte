<svelte:options namespace="svg" />

<script lang="ts">
	import type { Place } from '$lib/api/types';
	import { pointsText, xy, type ToScreen } from '$lib/drawing/drawing';
	import { shadeOf, type Band, type Step } from './thickness';

	interface Props {
		bands: Band[];
		steps: Step[];
		at: ToScreen;
	}
	let { bands, steps, at }: Props = $props();

	const outline = (rings: Place[][]): string =>
		rings.map((ring) => `M${pointsText(ring.map(xy), at)}z`).join('');
</script>

{#each bands as band, index (index)}
	<path
		d={outline(band.rings)}
		fill-rule="evenodd"
		style:fill-opacity={shadeOf(steps, band.least_mm)}
	/>
{/each}

<style>
	path {
		fill: var(--measured);
		stroke: var(--measured);
		stroke-width: 0.8;
	}
</style>
