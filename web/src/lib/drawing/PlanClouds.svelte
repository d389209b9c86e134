<svelte:options namespace="svg" />

<!-- Where corners ended when a set-out was tried out many times, and the circle of what is allowed. -->
<script lang="ts">
	import { exaggerated } from './exaggerate';
	import type { XY } from './viewport';

	interface Props {
		corners: Record<string, XY>;
		clouds: Record<string, [number, number][]>;
		within: number | undefined;
		factor: number;
		at: (point: XY) => XY;
		scale: number;
	}
	let { corners, clouds, within, factor, at, scale }: Props = $props();

	/** All ends of one corner as one path of dots: hundreds of elements would drag. */
	function dots(corner: XY, cloud: [number, number][]): string {
		return cloud
			.map(([x, y]) => {
				const here = at(exaggerated(corner, { x: corner.x + x, y: corner.y + y }, factor));
				return `M${here.x.toFixed(1)} ${here.y.toFixed(1)}h0`;
			})
			.join('');
	}
</script>

{#each Object.entries(clouds) as [name, cloud] (name)}
	{@const corner = corners[name]}
	{#if corner}
		{@const here = at(corner)}
		<path d={dots(corner, cloud)} class="cloud" />
		{#if within}<circle cx={here.x} cy={here.y} r={within * factor * scale} class="within" />{/if}
	{/if}
{/each}

<style>
	.cloud {
		stroke: var(--measured);
		stroke-width: 4;
		stroke-linecap: round;
		stroke-opacity: 0.55;
	}
	.within {
		fill: none;
		stroke: var(--ink);
		stroke-width: 1.5;
		stroke-dasharray: 4 4;
	}
</style>
