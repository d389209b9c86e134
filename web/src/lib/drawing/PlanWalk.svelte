<script lang="ts">
	import type { Walk } from '$lib/api/types';
	import { pointsText, walkPoints, type ToScreen } from './drawing';
	import SvgLen from './SvgLen.svelte';
	import type { XY } from './viewport';

	interface Props {
		walk: Walk;
		at: ToScreen;
	}
	let { walk, at }: Props = $props();

	const points = $derived(walkPoints(walk));
	const start = $derived(at(points[0] as XY));
	const end = $derived(at(points.at(-1) as XY));
</script>

<polyline points={pointsText(points, at)} class="walked" />
<line x1={end.x} y1={end.y} x2={start.x} y2={start.y} class="gap" />
{#each Object.entries(walk.corners) as [name, place] (name)}
	{@const here = at({ x: place.x_mm, y: place.y_mm })}
	<circle cx={here.x} cy={here.y} r="4" class="corner" />
	<SvgLen text={name} at={{ x: here.x - 14, y: here.y + 14 }} size={20} class="letter" />
{/each}
<circle cx={end.x} cy={end.y} r="7" class="end" />
<SvgLen
	text={walk.closing.text}
	at={{ x: (start.x + end.x) / 2, y: (start.y + end.y) / 2 }}
	size={19}
	class="gap-value"
/>

<style>
	.walked {
		fill: none;
		stroke: var(--ink);
		stroke-width: 2.5;
	}
	.gap {
		stroke: var(--string);
		stroke-width: 2;
		stroke-dasharray: 3 6;
	}
	.corner {
		fill: var(--ink);
	}
	.end {
		fill: var(--sheet);
		stroke: var(--string);
		stroke-width: 2.5;
	}
	:global(.gap-value) {
		fill: var(--string);
		font-weight: 800;
	}
</style>
