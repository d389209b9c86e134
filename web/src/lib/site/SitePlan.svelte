<svelte:options namespace="svg" />

<script lang="ts">
	import type { Schemas } from '$lib/api/client';
	import type { Job, Structure, Units } from '$lib/api/types';
	import Labels from '$lib/drawing/labels/Labels.svelte';
	import { placeLabels } from '$lib/drawing/labels/labels';
	import DrawingSheet from '$lib/drawing/DrawingSheet.svelte';
	import { pointsText } from '$lib/drawing/drawing';
	import { Sheet } from '$lib/drawing/sheet.svelte';
	import type { XY } from '$lib/drawing/viewport';
	import { siteOf, type Measurable } from './siteDrawing';

	interface Props {
		job: Job;
		/** The structure in hand. */
		structure: Structure;
		units: Units;
		/** How it would stand as it is typed. */
		as?: Schemas['SitePreview'] | undefined;
		/** A side or a line was pressed: what it is measured from, or which of its own sides is. */
		onPick?: ((side: Measurable) => void) | undefined;
	}
	let { job, structure, units, as, onPick }: Props = $props();

	/** A press that moves is a drag of the drawing, and chooses nothing. */
	const STILL = 8;
	let pressed = { x: 0, y: 0 };
	const isStill = (event: MouseEvent) =>
		Math.hypot(event.clientX - pressed.x, event.clientY - pressed.y) < STILL;

	const drawn = $derived(siteOf(job, structure, as));
	const sheet = new Sheet(() => drawn.extent);
	const at = $derived((point: XY) => sheet.at(point));
	const placed = $derived(
		sheet.width === 0
			? { labels: [], left: [] }
			: placeLabels(
					drawn.labels(at),
					[...drawn.obstacles(at), ...sheet.forLabels.taken],
					sheet.forLabels.size
				)
	);
</script>

<DrawingSheet
	{sheet}
	label="Site plan of {job.name}"
	drawing="Site of {job.name}"
	{units}
	left={placed.left}
>
	{#each drawn.lines as line (line.name)}
		<svelte:element
			this={line.closed ? 'polygon' : 'polyline'}
			points={pointsText(line.points, at)}
			class="control {line.kind}"
		/>
	{/each}
	{#each drawn.outlines as outline (outline.id)}
		<svelte:element
			this={outline.closed ? 'polygon' : 'polyline'}
			points={pointsText(outline.points, at)}
			class="structure"
			class:here={outline.id === structure.id}
			class:open={!outline.closed}
		/>
	{/each}
	{#each drawn.rooms as room (room.to)}
		{@const [from, to] = [at(room.from), at(room.at)]}
		<line x1={from.x} y1={from.y} x2={to.x} y2={to.y} class="room" class:near={!room.clear} />
	{/each}
	{#if onPick}
		<!-- fingers press the sides; whoever types chooses the same in the fields -->
		{#each drawn.measurable as side, n (n)}
			{@const [from, to] = [at(side.from), at(side.to)]}
			<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
			<line
				x1={from.x}
				y1={from.y}
				x2={to.x}
				y2={to.y}
				class="press"
				data-side={side.value}
				onpointerdown={(event) => (pressed = { x: event.clientX, y: event.clientY })}
				onclick={(event) => isStill(event) && onPick(side)}
			/>
		{/each}
	{/if}
	{#each drawn.points as point (point.name)}
		{@const here = at(point.at)}
		<path d="M{here.x - 7} {here.y}h14M{here.x} {here.y - 7}v14" class="mark" />
	{/each}
	<Labels labels={placed.labels} lookOf={() => 'site-name'} />
	{#snippet over()}
		<g transform="translate({sheet.width - 30} 40)" aria-hidden="true">
			<path d="M0 22V-14M-6 -4L0 -16L6 -4" class="north" />
			<text y="36" text-anchor="middle" font-size="15" font-weight="700">N</text>
		</g>
	{/snippet}
</DrawingSheet>

<style>
	.structure {
		fill: var(--earth);
		fill-opacity: 0.6;
		stroke: var(--ink);
		stroke-width: 1.6;
	}
	.structure.open {
		fill: none;
	}
	.structure.here {
		fill-opacity: 1;
		stroke-width: 3;
	}
	.control {
		fill: none;
		stroke: var(--ink-soft);
		stroke-width: 1.6;
	}
	.boundary {
		stroke: var(--string);
		stroke-dasharray: 18 5 3 5;
		stroke-width: 2;
	}
	/* hangs in the air: dots on a thin thread */
	.overhead {
		stroke: var(--move);
		stroke-dasharray: 0.1 9;
		stroke-linecap: round;
		stroke-width: 5;
	}
	.wall {
		stroke-width: 5;
	}
	.room {
		stroke: var(--ink-soft);
		stroke-width: 1.4;
		stroke-dasharray: 3 4;
	}
	.room.near {
		stroke: var(--string);
		stroke-width: 2.4;
	}
	.press {
		stroke: transparent;
		stroke-width: 30;
		cursor: pointer;
	}
	.press:hover {
		stroke: var(--string);
		stroke-opacity: 0.25;
	}
	.mark,
	.north {
		fill: none;
		stroke: var(--ink);
		stroke-width: 2.2;
	}
	text {
		fill: var(--ink);
	}
	:global(.site-name) {
		fill: var(--ink);
		font-weight: 700;
	}
</style>
