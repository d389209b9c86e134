<script lang="ts">
	import type { Square } from '$lib/api/types';
	import type { DrawnString, MoveArrow, ToScreen } from './drawing';
	import { turnDrawn } from './drawn.svelte';
	import type { XY } from './viewport';

	interface Props {
		square: Square;
		/** Corners as measured, their errors drawn larger, millimetres. */
		found: Record<string, XY>;
		strings: DrawnString[];
		arrows: MoveArrow[];
		/** How many times larger errors, and the doubt about them, are drawn. */
		factor: number;
		/** Pixels per millimetre. */
		scale: number;
		at: ToScreen;
	}
	let { square, found, strings, arrows, factor, scale, at }: Props = $props();
</script>

<defs>
	<marker
		id="head"
		viewBox="0 0 10 10"
		refX="7"
		refY="5"
		markerWidth="3.6"
		markerHeight="3.6"
		orient="auto"
	>
		<path d="M0 0 L10 5 L0 10 z" class="head" />
	</marker>
</defs>
{#each strings as string (string.line)}
	{@const [one, two] = string.nails.map(at) as [XY, XY]}
	<line x1={one.x} y1={one.y} x2={two.x} y2={two.y} class="measured" />
	<circle cx={one.x} cy={one.y} r="4.5" class="as-found" />
	<circle cx={two.x} cy={two.y} r="4.5" class="as-found" />
{/each}
{#each Object.entries(found) as [corner, place] (corner)}
	{@const here = at(place)}
	{@const ellipse = square.estimated[corner]?.ellipse}
	{#if ellipse && ellipse.major_mm > 0}
		<ellipse
			rx={ellipse.major_mm * factor * scale}
			ry={ellipse.minor_mm * factor * scale}
			transform="translate({here.x} {here.y}) rotate({turnDrawn() - ellipse.angle_deg})"
			class="doubt"
		/>
	{/if}
	<circle cx={here.x} cy={here.y} r="8" class="as-found" />
{/each}
{#each arrows as arrow (arrow.board)}
	<line
		x1={arrow.from.x}
		y1={arrow.from.y}
		x2={arrow.to.x}
		y2={arrow.to.y}
		class="move"
		marker-end="url(#head)"
	/>
{/each}

<style>
	.measured {
		stroke: var(--measured);
		stroke-width: 2.2;
		stroke-dasharray: 9 5;
	}
	.as-found {
		fill: var(--sheet);
		fill-opacity: 0.75;
		stroke: var(--measured);
		stroke-width: 2.2;
	}
	.doubt {
		fill: var(--measured);
		fill-opacity: 0.14;
		stroke: none;
	}
	.move {
		stroke: var(--move);
		stroke-width: 5;
	}
	.head {
		fill: var(--move);
	}
</style>
