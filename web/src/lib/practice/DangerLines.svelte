<!-- Dangers as they are seen from above, drawn into a plan: how far to keep, and the line itself. -->
<script lang="ts">
	import type { Run } from '$lib/practice/run.svelte';

	interface Props {
		look: Run['look'];
		/** From the yard to the drawing, and how large a millimetre is there. */
		place: (at: { x_mm: number; y_mm: number }) => { x: number; y: number };
		scale: number;
	}
	let { look, place, scale }: Props = $props();
</script>

{#each look?.dangers ?? [] as one (one.kind)}
	{@const [from, to] = [place(one.start), place(one.end)]}
	<line
		x1={from.x}
		y1={from.y}
		x2={to.x}
		y2={to.y}
		class="keep {one.buried ?? one.kind}"
		stroke-width={2 * one.keep_mm * scale}
	/>
	{#if one.buried}
		<line x1={from.x} y1={from.y} x2={to.x} y2={to.y} class="edge" />
	{/if}
	<line x1={from.x} y1={from.y} x2={to.x} y2={to.y} class="line {one.buried ?? one.kind}" />
{/each}

<style>
	.keep {
		opacity: 0.14;
	}
	.line {
		stroke-width: 3;
	}
	.overhead {
		stroke: var(--ink);
	}
	.line.overhead {
		stroke-dasharray: 22 6 4 6;
	}
	/* the colours of paint are what the ground shows: the same by day and at dusk */
	.gas {
		stroke: #edbd00;
	}
	.water {
		stroke: #1767c2;
	}
	.power {
		stroke: #c8202c;
	}
	.edge,
	.line:not(.overhead) {
		stroke-width: 6;
		stroke-dasharray: 14 10;
		stroke-linecap: round;
	}
	.edge {
		stroke: var(--ink);
		stroke-width: 8;
	}
</style>
