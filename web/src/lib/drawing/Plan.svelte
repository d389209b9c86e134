<svelte:options namespace="svg" />

<script lang="ts">
	import type { Method, Structure, StructureResult, Units } from '$lib/api/types';
	import {
		cornersOf,
		extentOf,
		measuredCorners,
		measuredStrings,
		moveArrows,
		pointsText,
		xy
	} from './drawing';
	import {
		boardObstacles,
		dimensionLabels,
		innerLabels,
		lineObstacles,
		letterLabels,
		madeObstacles,
		markedPlaces,
		markLabels
	} from '$lib/drawing/labels/planLabels';
	import DrawingSheet from './DrawingSheet.svelte';
	import { turnDrawn } from './drawn.svelte';
	import { fittingFactor } from './exaggerate';
	import Labels from '$lib/drawing/labels/Labels.svelte';
	import { lineObstacle, placeLabels, type Obstacle } from '$lib/drawing/labels/labels';
	import PlanBoards from './PlanBoards.svelte';
	import PlanFamilies from './PlanFamilies.svelte';
	import PlanInner from './PlanInner.svelte';
	import PlanClouds from './PlanClouds.svelte';
	import PlanDigging from './PlanDigging.svelte';
	import PlanForms from './PlanForms.svelte';
	import PlanMarks from './PlanMarks.svelte';
	import PlanMeasured from './PlanMeasured.svelte';
	import PlanPins from './PlanPins.svelte';
	import PlanSlab from './PlanSlab.svelte';
	import { Sheet } from './sheet.svelte';
	import type { XY } from './viewport';

	interface Props {
		result: StructureResult;
		/** What the drawing is of, and what it shows, for those who hear it. */
		name: string;
		told?: Structure['told'] | undefined;
		units: Units;
		heldLine: string;
		/** Draw boards, nails and strings. */
		boards?: boolean;
		/** Draw the lines beside the walls. */
		families?: boolean;
		/** Draw inner lines and where they cross. */
		inner?: boolean;
		/** Draw named places and the posts of a fence. */
		marks?: boolean;
		/** Draw form boards and their stakes. */
		forms?: boolean;
		/** Draw bars, joints and dowels, faces of a strip. */
		slab?: boolean;
		/** Draw plates over old concrete. */
		plates?: boolean;
		/** Draw what is dug. */
		digging?: boolean;
		/** How well each corner would be known, drawn as ellipses. */
		expected?: Method['ellipses'] | undefined;
		/** Where corners ended in set-outs that were tried out, off their plan, millimetres. */
		clouds?: Record<string, [number, number][]> | undefined;
		/** What is allowed at a corner, millimetres, drawn round each cloud. */
		within?: number | undefined;
		/** Draw where the strings are by the readings, and the moves. */
		measured?: boolean;
		/** The two corners of the pull in hand. */
		current?: [string, string] | undefined;
	}
	let {
		result,
		name,
		told,
		units,
		heldLine,
		boards = false,
		families = false,
		inner = false,
		marks = false,
		forms = false,
		slab = false,
		plates = false,
		digging = false,
		expected,
		clouds,
		within,
		measured = false,
		current
	}: Props = $props();

	/** More corners than this, and diagonals would hide the walls. */
	const MOST_WITH_DIAGONALS = 4;
	const sheet = new Sheet(
		() => extentOf(result, { boards, families, inner, marks, slab, digging }),
		true
	);
	const at = $derived((point: XY) => sheet.at(point));

	const square = $derived(measured ? result.square : null);
	/** Strings are drawn as measured once the readings tell where they are. */
	const known = $derived((square?.moves.length ?? 0) > 0);
	const largest = $derived(
		Math.max(0, ...Object.values(square?.estimated ?? {}).map((c) => (c.ellipse ? c.off_mm : 0)))
	);
	const widest = $derived(Math.max(...result.sides.map((side) => side.length_mm)));
	const doubt = $derived(
		Math.max(
			clouds ? (within ?? 0) : 0,
			...Object.values(expected ?? {}).map((one) => one.major_mm)
		)
	);
	let chosen = $state<number>();
	const factor = $derived(chosen ?? fittingFactor(largest || doubt, widest));
	const withDiagonals = $derived(
		result.sides.length <= MOST_WITH_DIAGONALS && !inner && !marks && !slab
	);

	/** All inner lines, or that alone which is held. */
	const innerShown = $derived<StructureResult['inner']>(
		inner
			? result.inner
			: { lines: result.inner.lines.filter((line) => line.name === heldLine), points: [] }
	);
	const corners = $derived(cornersOf(result));
	const outline = $derived(pointsText(Object.values(corners), at));
	const someKnown = $derived(
		square !== null && Object.values(square.estimated).some((one) => one.ellipse !== null)
	);
	/** Corners that can still move are not drawn where the sum leaves them. */
	const found = $derived(
		square && (known || someKnown)
			? Object.fromEntries(
					Object.entries(measuredCorners(result, square, factor)).filter(
						([name]) => known || square.estimated[name]?.ellipse
					)
				)
			: null
	);
	const loose = $derived(
		square && !known
			? Object.entries(square.estimated).flatMap(([name, one]) => (one.ellipse ? [] : [name]))
			: []
	);
	const strings = $derived(found && known ? measuredStrings(result, found) : []);
	const arrows = $derived(
		square && known && square.verdict !== 'square' ? moveArrows(result, square, at) : []
	);
	const obstacles = $derived<Obstacle[]>([
		...lineObstacles(result, at, families, current),
		...arrows.map((arrow) => lineObstacle(arrow.from, arrow.to, 14)),
		...strings.map((string) => lineObstacle(at(string.nails[0]), at(string.nails[1]), 3)),
		...Object.values(found ?? {}).map((corner) => ({
			at: at(corner),
			half: { x: 9, y: 9 },
			turn: 0
		})),
		...(boards && !known ? result.strings : []).flatMap((string) => {
			const [one, two] = string.boards.map((name) =>
				result.boards.find((board) => board.board === name)
			);
			return one && two ? [lineObstacle(at(xy(one.nail)), at(xy(two.nail)), 2)] : [];
		}),
		...innerShown.lines.flatMap((line) =>
			line.stretches.map((s) => lineObstacle(at(xy(s.start)), at(xy(s.end)), 2))
		),
		...(boards ? boardObstacles(result, at) : []),
		...madeObstacles(result, at, { marks, digging, slab }),
		...(marks ? markedPlaces(result, at) : []).map((here) => ({
			at: here,
			half: { x: 8, y: 8 },
			turn: 0
		}))
	]);
	const placed = $derived(
		sheet.width === 0
			? { labels: [], left: [] }
			: placeLabels(
					[
						...letterLabels(result, at),
						...arrows.map((arrow) => arrow.label),
						...dimensionLabels(result, at, withDiagonals, sheet.forLabels.size),
						...innerLabels(innerShown.lines, at),
						...(marks ? markLabels(result, at) : [])
					],
					[...obstacles, ...sheet.forLabels.taken],
					sheet.forLabels.size
				)
	);
	const lookOf = (key: string) =>
		key.startsWith('corner ')
			? 'letter'
			: key.includes('@')
				? 'move-value'
				: key.startsWith('~')
					? 'inner-name'
					: 'dimension';
</script>

<DrawingSheet
	{sheet}
	label="Plan of {name}"
	drawing={name}
	{units}
	left={placed.left}
	{told}
	{corners}
	factor={found !== null || expected || clouds ? factor : undefined}
	onFactor={(value) => (chosen = value)}
	class={result.closed ? 'closed' : ''}
>
	{#if result.closed}<polygon points={outline} class="ground" />{/if}
	{#if withDiagonals}
		{#each result.diagonals as diagonal (diagonal.from + diagonal.to)}
			{@const one = at(corners[diagonal.from] as XY)}
			{@const two = at(corners[diagonal.to] as XY)}
			<line x1={one.x} y1={one.y} x2={two.x} y2={two.y} class="diagonal" />
		{/each}
	{/if}
	{#if families}<PlanFamilies {result} {at} />{/if}
	<PlanInner inner={innerShown} {heldLine} {at} />
	{#if digging && result.digging}<PlanDigging digging={result.digging} {at} />{/if}
	{#if slab || plates || (forms && result.strip)}<PlanSlab {result} {at} {slab} {plates} />{/if}
	{#if forms && result.forms}<PlanForms forms={result.forms} {at} />{/if}
	{#if marks}<PlanMarks {result} {at} scale={sheet.layout.scale} />{/if}
	{#if boards}<PlanBoards {result} {heldLine} {at} nails={!known} />{/if}
	<svelte:element this={result.closed ? 'polygon' : 'polyline'} points={outline} class="walls" />
	{#each Object.entries(expected ?? {}) as [corner, ellipse] (corner)}
		{@const here = at(corners[corner] as XY)}
		<ellipse
			rx={ellipse.major_mm * factor * sheet.layout.scale}
			ry={ellipse.minor_mm * factor * sheet.layout.scale}
			transform="translate({here.x} {here.y}) rotate({turnDrawn() - ellipse.angle_deg})"
			class="expected"
		/>
	{/each}
	{#if clouds}<PlanClouds
			{corners}
			{clouds}
			{within}
			{factor}
			{at}
			scale={sheet.layout.scale}
		/>{/if}
	<PlanPins {result} {at} />
	{#if current}
		{@const one = at(corners[current[0]] as XY)}
		{@const two = at(corners[current[1]] as XY)}
		<line x1={one.x} y1={one.y} x2={two.x} y2={two.y} class="current" />
	{/if}
	{#each loose as name (name)}
		{@const here = at(corners[name] as XY)}
		<circle cx={here.x} cy={here.y} r="15" class="loose" />
	{/each}
	{#if square && found}
		<PlanMeasured {square} {found} {strings} {arrows} {factor} {at} scale={sheet.layout.scale} />
	{/if}
	<Labels labels={placed.labels} {lookOf} />
</DrawingSheet>

<style>
	.ground {
		fill: var(--earth);
	}
	.walls {
		fill: none;
		stroke: var(--ink);
		stroke-width: 2;
	}
	.diagonal {
		stroke: var(--ink-soft);
		stroke-width: 1;
		stroke-dasharray: 1 5;
		stroke-linecap: round;
	}
	.expected {
		fill: var(--move);
		fill-opacity: 0.16;
		stroke: var(--move);
		stroke-width: 2;
	}
	/* a ring of dots: nothing holds this corner yet */
	.loose {
		fill: none;
		stroke: var(--string);
		stroke-width: 3;
		stroke-dasharray: 0.5 7;
		stroke-linecap: round;
	}
	.current {
		stroke: var(--string);
		stroke-width: 3.5;
	}
	:global(.letter) {
		fill: var(--ink);
		font-weight: 800;
	}
	:global(.dimension) {
		fill: var(--ink);
	}
	:global(svg.closed .dimension) {
		--halo: var(--earth);
	}
	:global(svg.closed .stands-off) {
		--halo: var(--sheet);
	}
	:global(.inner-name) {
		fill: var(--ink-soft);
	}
	:global(.move-value) {
		fill: var(--move);
		font-weight: 800;
	}
</style>
