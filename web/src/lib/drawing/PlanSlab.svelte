<!-- What goes into and over a slab: bars, joints, dowels; the faces of a strip; plates over old concrete. -->
<svelte:options namespace="svg" />

<script lang="ts">
	import type { StructureResult } from '$lib/api/types';
	import { pointsText, xy, type ToScreen } from './drawing';

	interface Props {
		result: StructureResult;
		at: ToScreen;
		/** What goes into and over the slab. */
		slab: boolean;
		/** Plates as they are laid over old concrete. */
		plates: boolean;
	}
	let { result, at, slab, plates }: Props = $props();

	const pour = $derived(slab ? result.pour : null);
	const lineOf = (laid: {
		start: { x_mm: number; y_mm: number };
		end: { x_mm: number; y_mm: number };
	}) => pointsText([xy(laid.start), xy(laid.end)], at);
</script>

{#if pour}<polygon points={pointsText(pour.outline.map(xy), at)} class="concrete" />{/if}
{#each result.strip?.faces ?? [] as face (face.name)}
	<polyline points={pointsText(face.points.map(xy), at)} class="face" />
{/each}
{#each pour?.bars ?? [] as way (way.way)}
	{#each way.bars as bar, index (index)}<polyline points={lineOf(bar)} class="bar" />{/each}
{/each}
{#each pour?.joints ?? [] as joint, index (index)}<polyline
		points={lineOf(joint)}
		class="joint"
	/>{/each}
{#each pour?.dowels ?? [] as row, number (number)}
	{#each row.at as place, index (index)}
		{@const here = at(xy(place))}
		<circle cx={here.x} cy={here.y} r="4" class="dowel" />
	{/each}
{/each}
{#if plates && result.plates}
	{#if Object.keys(result.plates.corners).length}<polygon
			points={pointsText(Object.values(result.plates.corners).map(xy), at)}
			class="plate"
		/>{/if}
	{#each result.plates.edges as edge, index (index)}
		{@const here = at(xy(edge.place))}
		<path d="M{here.x - 6} {here.y - 6}l12 12m0 -12l-12 12" class="edge" class:over={edge.over} />
	{/each}
{/if}

<style>
	.concrete {
		fill: var(--ink);
		fill-opacity: 0.07;
		stroke: none;
	}
	.face {
		fill: none;
		stroke: var(--wood);
		stroke-width: 5;
	}
	.bar {
		stroke: var(--measured);
		stroke-width: 1.2;
	}
	/* a joint is cut: two dashes and a gap, heavier than a bar */
	.joint {
		stroke: var(--ink);
		stroke-width: 3;
		stroke-dasharray: 14 5 3 5;
	}
	.dowel {
		fill: var(--sheet);
		stroke: var(--ink);
		stroke-width: 2;
	}
	.plate {
		fill: none;
		stroke: var(--move);
		stroke-width: 2.5;
	}
	.edge {
		stroke: var(--ink);
		stroke-width: 2.5;
	}
	.edge.over {
		stroke: var(--string);
		stroke-width: 4;
	}
</style>
