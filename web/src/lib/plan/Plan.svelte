<script lang="ts">
	import type { StructureResult, Units } from '$lib/api/types';
	import {
		boardEnds,
		cornersOf,
		dimensionLabels,
		extentOf,
		letterLabels,
		measuredCorners,
		measuredStrings,
		moveArrows
	} from './drawing';
	import { fittingFactor } from './exaggerate';
	import { gestures } from './gestures';
	import { lineObstacle, placeLabels, type Obstacle } from './labels';
	import PlanBoards from './PlanBoards.svelte';
	import PlanMeasured from './PlanMeasured.svelte';
	import PlanTools from './PlanTools.svelte';
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
		measured = false,
		current
	}: Props = $props();

	/** Below this the tools need the whole foot of the sheet, and the scale goes to its head. */
	const NARROW = 480;
	const sheet = new Sheet(() => extentOf(result, boards));
	const at = $derived((point: XY) => sheet.at(point));

	const square = $derived(measured ? result.square : null);
	/** Strings are drawn as measured once the readings tell where they are. */
	const known = $derived((square?.moves.length ?? 0) > 0);
	const largest = $derived(
		square ? Math.max(...Object.values(square.estimated).map((c) => c.off_mm)) : 0
	);
	const widest = $derived(Math.max(...result.sides.map((side) => side.length_mm)));
	let chosen = $state<number>();
	const factor = $derived(chosen ?? fittingFactor(largest, widest));

	const corners = $derived(cornersOf(result));
	const outline = $derived(
		Object.values(corners)
			.map(at)
			.map((p) => `${p.x},${p.y}`)
			.join(' ')
	);
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
		...(boards ? result.boards : []).map((board) => {
			const [one, two] = boardEnds(board, at);
			return lineObstacle(one, two, 9);
		})
	]);
	const labels = $derived(
		sheet.width === 0
			? []
			: placeLabels(
					[
						...letterLabels(result, at),
						...arrows.map((arrow) => arrow.label),
						...dimensionLabels(result, at, true)
					],
					obstacles,
					{ width: sheet.width, height: sheet.height - STRIP }
				)
	);
	const lookOf = (key: string) =>
		key in corners ? 'letter' : key.includes('@') ? 'move-value' : 'dimension';
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
	<svg class="absolute inset-0 size-full" role="img" aria-label="{name}, drawn to scale">
		{#if sheet.width > 0}
			<polygon points={outline} class="ground" />
			{#each result.diagonals as diagonal (diagonal.from + diagonal.to)}
				{@const one = at(corners[diagonal.from] as XY)}
				{@const two = at(corners[diagonal.to] as XY)}
				<line x1={one.x} y1={one.y} x2={two.x} y2={two.y} class="diagonal" />
			{/each}
			{#if boards}<PlanBoards {result} {heldLine} {at} nails={found === null} />{/if}
			<polygon points={outline} class="walls" />
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
	<PlanTools {sheet} {factor} drawnLarger={found !== null} onFactor={(value) => (chosen = value)} />
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
		--halo: var(--earth);
	}
	svg :global(.move-value) {
		fill: var(--move);
		font-weight: 800;
	}
</style>
