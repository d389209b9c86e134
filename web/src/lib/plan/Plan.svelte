<script lang="ts">
	import type { Method, StructureResult, Units, Walk } from '$lib/api/types';
	import {
		boardEnds,
		cornersOf,
		dimensionLabels,
		extentOf,
		innerLabels,
		letterLabels,
		measuredCorners,
		measuredStrings,
		moveArrows,
		pointsText,
		walkPoints,
		xy
	} from './drawing';
	import { fittingFactor } from './exaggerate';
	import { gestures } from './gestures';
	import { lineObstacle, placeLabels, type Obstacle } from './labels';
	import PlanBoards from './PlanBoards.svelte';
	import PlanFamilies from './PlanFamilies.svelte';
	import PlanInner from './PlanInner.svelte';
	import PlanMeasured from './PlanMeasured.svelte';
	import PlanTools from './PlanTools.svelte';
	import PlanWalk from './PlanWalk.svelte';
	import ScaleStick from './ScaleStick.svelte';
	import { Sheet, STRIP } from './sheet.svelte';
	import SvgLen from './SvgLen.svelte';
	import type { XY } from './viewport';

	interface Props {
		result: StructureResult;
		/** What the drawing is of, for those who hear it. */
		name: string;
		units: Units;
		heldLine: string;
		/** Draw boards, nails and strings. */
		boards?: boolean;
		/** Draw the lines beside the walls. */
		families?: boolean;
		/** Draw inner lines and where they cross. */
		inner?: boolean;
		/** A walk that has not come back to A yet: drawn in place of the walls. */
		walk?: Walk;
		/** How well each corner would be known, drawn as ellipses. */
		expected?: Method['ellipses'];
		/** Draw where the strings are by the readings, and the moves. */
		measured?: boolean;
		/** The two corners of the pull in hand. */
		current?: [string, string];
	}
	let {
		result,
		name,
		units,
		heldLine,
		boards = false,
		families = false,
		inner = false,
		walk,
		expected,
		measured = false,
		current
	}: Props = $props();

	/** Below this the tools need the whole foot of the sheet, and the scale goes to its head. */
	const NARROW = 480;
	/** More corners than this, and diagonals would hide the walls. */
	const MOST_WITH_DIAGONALS = 4;
	const sheet = new Sheet(() =>
		walk ? walkPoints(walk) : extentOf(result, { boards, families, inner })
	);
	const at = $derived((point: XY) => sheet.at(point));

	const square = $derived(measured ? result.square : null);
	/** Strings are drawn as measured once the readings tell where they are. */
	const known = $derived((square?.moves.length ?? 0) > 0);
	const largest = $derived(
		square ? Math.max(...Object.values(square.estimated).map((c) => c.off_mm)) : 0
	);
	const widest = $derived(Math.max(...result.sides.map((side) => side.length_mm)));
	const doubt = $derived(Math.max(0, ...Object.values(expected ?? {}).map((one) => one.major_mm)));
	let chosen = $state<number>();
	const factor = $derived(chosen ?? fittingFactor(largest || doubt, widest));
	const withDiagonals = $derived(result.sides.length <= MOST_WITH_DIAGONALS && !inner);

	const corners = $derived(cornersOf(result));
	const outline = $derived(pointsText(Object.values(corners), at));
	const found = $derived(square && known ? measuredCorners(result, square, factor) : null);
	const strings = $derived(found ? measuredStrings(result, found) : []);
	const arrows = $derived(
		square && known && square.verdict !== 'square' ? moveArrows(result, square, at) : []
	);
	const obstacles = $derived<Obstacle[]>([
		...arrows.map((arrow) => lineObstacle(arrow.from, arrow.to, 14)),
		...strings.map((string) => lineObstacle(at(string.nails[0]), at(string.nails[1]), 3)),
		...Object.values(found ?? {}).map((corner) => ({
			at: at(corner),
			half: { x: 9, y: 9 },
			turn: 0
		})),
		...(boards && !found ? result.strings : []).flatMap((string) => {
			const [one, two] = result.boards.filter((board) => board.line === string.line);
			return one && two ? [lineObstacle(at(xy(one.nail)), at(xy(two.nail)), 2)] : [];
		}),
		...(inner ? result.inner.lines : []).flatMap((line) =>
			line.stretches.map((s) => lineObstacle(at(xy(s.start)), at(xy(s.end)), 2))
		),
		...(boards ? result.boards : []).map((board) => {
			const [one, two] = boardEnds(board, at);
			return lineObstacle(one, two, 9);
		})
	]);
	const labels = $derived(
		sheet.width === 0 || walk
			? []
			: placeLabels(
					[
						...letterLabels(result, at),
						...arrows.map((arrow) => arrow.label),
						...dimensionLabels(result, at, withDiagonals),
						...(inner ? innerLabels(result, at) : [])
					],
					obstacles,
					{ width: sheet.width, height: sheet.height - STRIP }
				)
	);
	const lookOf = (key: string) =>
		key in corners
			? 'letter'
			: key.includes('@')
				? 'move-value'
				: key.startsWith('~')
					? 'inner-name'
					: 'dimension';
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
<div
	class="relative size-full overflow-hidden border border-rule bg-sheet"
	style:touch-action={sheet.isFitted ? 'pan-y' : 'none'}
	bind:clientWidth={sheet.width}
	bind:clientHeight={sheet.height}
	role="group"
	aria-label="Plan of {name}; plus, minus and zero zoom, arrows move it"
	tabindex="0"
	onkeydown={(event) => {
		if (!event.ctrlKey && !event.metaKey && sheet.key(event.key)) event.preventDefault();
	}}
	{@attach gestures(sheet)}
>
	<svg
		class="absolute inset-0 size-full"
		class:closed={result.closed}
		role="img"
		aria-label="{name}, drawn to scale"
	>
		{#if sheet.width > 0}
			{#if walk}
				<PlanWalk {walk} {at} />
			{:else}
				{#if result.closed}<polygon points={outline} class="ground" />{/if}
				{#if withDiagonals}
					{#each result.diagonals as diagonal (diagonal.from + diagonal.to)}
						{@const one = at(corners[diagonal.from] as XY)}
						{@const two = at(corners[diagonal.to] as XY)}
						<line x1={one.x} y1={one.y} x2={two.x} y2={two.y} class="diagonal" />
					{/each}
				{/if}
				{#if families}<PlanFamilies {result} {at} />{/if}
				{#if inner}<PlanInner inner={result.inner} {at} />{/if}
				{#if boards}<PlanBoards {result} {heldLine} {at} nails={found === null} />{/if}
				<svelte:element
					this={result.closed ? 'polygon' : 'polyline'}
					points={outline}
					class="walls"
				/>
			{/if}
			{#each Object.entries(expected ?? {}) as [corner, ellipse] (corner)}
				{@const here = at(corners[corner] as XY)}
				<ellipse
					rx={ellipse.major_mm * factor * sheet.view.scale}
					ry={ellipse.minor_mm * factor * sheet.view.scale}
					transform="translate({here.x} {here.y}) rotate({-ellipse.angle_deg})"
					class="expected"
				/>
			{/each}
			{#if current}
				{@const one = at(corners[current[0]] as XY)}
				{@const two = at(corners[current[1]] as XY)}
				<line x1={one.x} y1={one.y} x2={two.x} y2={two.y} class="current" />
			{/if}
			{#if square && found}
				<PlanMeasured {square} {found} {strings} {arrows} {factor} {at} scale={sheet.view.scale} />
			{/if}
			{#each labels as label (label.key)}
				<SvgLen
					text={label.text}
					at={label.at}
					turn={label.turn}
					size={label.size}
					class={lookOf(label.key)}
				/>
			{/each}
			<ScaleStick
				scale={sheet.view.scale}
				{units}
				at={{ x: 14, y: sheet.width < NARROW ? 24 : sheet.height - 12 }}
			/>
		{/if}
	</svg>
	<PlanTools
		{sheet}
		{factor}
		drawnLarger={found !== null || expected !== undefined}
		onFactor={(value) => (chosen = value)}
	/>
</div>

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
	.current {
		stroke: var(--string);
		stroke-width: 3.5;
	}
	svg :global(.letter) {
		fill: var(--ink);
		font-weight: 800;
	}
	svg :global(.dimension) {
		fill: var(--ink);
	}
	svg.closed :global(.dimension) {
		--halo: var(--earth);
	}
	svg :global(.inner-name) {
		fill: var(--ink-soft);
	}
	svg :global(.move-value) {
		fill: var(--move);
		font-weight: 800;
	}
</style>
