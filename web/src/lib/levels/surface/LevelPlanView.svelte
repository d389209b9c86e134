<svelte:options namespace="svg" />

<script lang="ts">
	import type { Levels, Place, Structure, Units } from '$lib/api/types';
	import { cornersOf, extentOf, pointsText, xy } from '$lib/drawing/drawing';
	import { boardObstacles, letterLabels, lineObstacles } from '$lib/drawing/labels/planLabels';
	import DrawingSheet from '$lib/drawing/DrawingSheet.svelte';
	import Labels from '$lib/drawing/labels/Labels.svelte';
	import { placeLabels } from '$lib/drawing/labels/labels';
	import { spoken } from '$lib/drawing/labels/spoken';
	import PlanBoards from '$lib/drawing/PlanBoards.svelte';
	import { Sheet } from '$lib/drawing/sheet.svelte';
	import { keyObstacle, stepsOf } from './thickness';
	import ThicknessBands from './ThicknessBands.svelte';
	import ThicknessKey from './ThicknessKey.svelte';
	import { contourLabels, openSpots, spotLabels, spotsOf } from './levelDrawing';

	interface Props {
		levels: Levels;
		structure: Structure;
		name: string;
		units: Units;
		/** Thing whose standings are shown; empty for the ground. */
		thing: string;
		/** Show thickness of slabs, and where they are too thin. */
		slabs: boolean;
		/** Show where a sill stands too near the ground inside. */
		ground: boolean;
		/** Told the name of a point that is tapped; points are rings to be tapped then. */
		onPick?: ((label: string) => void) | undefined;
	}
	let { levels, structure, name, units, thing, slabs, ground, onPick }: Props = $props();

	/** Ground farther from the building than this many of its own lengths is not fitted in. */
	const NEAR = 1.2;
	const result = $derived(structure.result);
	const own = $derived(
		levels.result.slabs.filter((one) => one.structure === structure.name_in_file)
	);
	/** From thinnest to thickest, light to dark; several slabs share the steps they share. */
	const bands = $derived(slabs ? own.flatMap((one) => one.bands) : []);
	const steps = $derived(stepsOf(bands));
	const low = $derived(
		ground
			? levels.result.clearances
					.filter((one) => one.structure === structure.name_in_file)
					.flatMap((one) => one.low_pieces)
			: []
	);
	/** Points that can be named by tapping them. */
	const named = $derived(onPick ? levels.points.filter((one) => one.place) : []);
	const pads = $derived(
		levels.result.pads.filter((one) => one.structure === structure.name_in_file)
	);
	const spots = $derived(
		slabs && own.some((one) => one.spots.length) ? [] : spotsOf(levels, thing)
	);
	/** Points of a grid, and others with names of their own, that nobody has shot yet. */
	const open = $derived(
		thing
			? []
			: openSpots(levels, [
					...Object.keys(result.corners),
					...result.boards.map((board) => spoken(board.board))
				])
	);
	/** The building with the ground close to it, and how many shots were taken there. */
	const close = $derived.by(() => {
		const points = extentOf(result, { boards: true });
		const xs = points.map((one) => one.x);
		const ys = points.map((one) => one.y);
		const reach =
			Math.max(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)) * (NEAR - 1);
		const isClose = ({ place }: { place: Place }) =>
			place.x_mm > Math.min(...xs) - reach &&
			place.x_mm < Math.max(...xs) + reach &&
			place.y_mm > Math.min(...ys) - reach &&
			place.y_mm < Math.max(...ys) + reach;
		const shot = spots.filter(isClose);
		return {
			points: [...points, ...[...shot, ...open.filter(isClose)].map((one) => xy(one.place))],
			shots: shot.length
		};
	});
	/** Fewer shots than these tell nothing of the lie of the ground here, whatever was shot elsewhere. */
	const LEAST_SHOTS = 3;
	const contours = $derived(
		thing || close.shots < LEAST_SHOTS ? [] : (levels.result.ground?.contours ?? [])
	);
	const sheet = new Sheet(() => close.points, true);
	const at = $derived(sheet.at);
	const corners = $derived(pointsText(Object.values(cornersOf(result)), at));
	const thickness = $derived(slabs ? own.flatMap((one) => one.spots) : []);
	const placed = $derived(
		sheet.width === 0
			? { labels: [], left: [] }
			: placeLabels(
					[
						...letterLabels(result, at),
						...spotLabels(spots, at, thing !== '' || spots.length < 12),
						...spotLabels(
							thickness.map((one) => ({
								key: one.at,
								label: '',
								place: one.place,
								text: one.text,
								way: null,
								doubtful: one.thin
							})),
							at,
							false
						),
						...spotLabels(
							open.map((one) => ({
								key: `open ${one.label}`,
								label: one.label,
								place: one.place,
								text: '',
								way: null,
								doubtful: false
							})),
							at,
							true
						),
						...contourLabels(contours, at)
					],
					[
						...lineObstacles(result, at, false),
						...boardObstacles(result, at),
						...spots.map((spot) => ({ at: at(xy(spot.place)), half: { x: 9, y: 9 }, turn: 0 })),
						...(steps.length ? [keyObstacle(sheet.width, steps.length)] : []),
						...sheet.forLabels.taken
					],
					sheet.forLabels.size
				)
	);
	const lookOf = (key: string) =>
		key.startsWith('spot') ? 'spot-text' : key.startsWith('contour') ? 'contour-text' : 'letter';
</script>

<DrawingSheet
	{sheet}
	label="Levels of {name}"
	drawing={name}
	{units}
	left={placed.left}
	told={structure.told}
	corners={cornersOf(result)}
	class={result.closed ? 'closed' : ''}
>
	{#if result.closed}<polygon points={corners} class="earth" />{/if}
	<ThicknessBands {bands} {steps} {at} />
	{#each low as piece, index (index)}
		<polygon points={pointsText(piece.map(xy), at)} class="thin" />
	{/each}
	<clipPath id="frame"><rect {...sheet.frame} /></clipPath>
	<g clip-path="url(#frame)">
		{#each contours as line, index (index)}
			<polyline points={pointsText(line.points.map(xy), at)} class="contour" />
		{/each}
	</g>
	{#if slabs}
		{#each own.flatMap((one) => one.thin_pieces) as piece, index (index)}
			<polygon points={pointsText(piece.map(xy), at)} class="thin" />
		{/each}
		{#each pads.flatMap((one) => one.parted) as line, index (index)}
			<polyline points={pointsText(line.map(xy), at)} class="parted" />
		{/each}
	{/if}
	<PlanBoards {result} heldLine="" {at} nails={false} />
	<svelte:element this={result.closed ? 'polygon' : 'polyline'} points={corners} class="walls" />
	{#each open as one (one.label)}
		{@const here = at(xy(one.place))}
		<circle cx={here.x} cy={here.y} r="4" class="open" />
	{/each}
	{#each spots as spot (spot.key)}
		{@const here = at(xy(spot.place))}
		<g
			transform="translate({here.x} {here.y})"
			class="spot"
			class:doubtful={spot.doubtful}
			data-way={spot.way}
		>
			{#if spot.way === 'raise'}<path d="M0 -11 L9 0 H4 V10 H-4 V0 H-9 z" />
			{:else if spot.way === 'lower'}<path d="M0 11 L9 0 H4 V-10 H-4 V0 H-9 z" />
			{:else if spot.way === 'on'}<path d="M-9 -3.500 H9 V3.500 H-9 z" />
			{:else if spot.doubtful}<path d="M-7 -7 L7 7 M7 -7 L-7 7" />
			{:else}<path d="M0 -6 V6 M-6 0 H6" />{/if}
		</g>
	{/each}
	{#each slabs ? own.flatMap((one) => (one.drain ? [one.drain] : [])) : [] as drain, index (index)}
		{@const here = at(xy(drain))}
		<g transform="translate({here.x} {here.y})" class="drain">
			<circle r="9" />
			<path d="M-9 0H9M0 -9V9" />
		</g>
	{/each}
	{#each thickness as one (one.at)}
		{@const here = at(xy(one.place))}
		<circle cx={here.x} cy={here.y} r="4" class="drill" class:thin={one.thin} />
	{/each}
	<Labels labels={placed.labels} {lookOf} />
	{#each named as one (one.name)}
		{#if one.place}
			{@const here = at(xy(one.place))}
			<!-- for fingers only: by keys its name is typed in the field itself -->
			<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
			<g
				data-point={spoken(one.label)}
				transform="translate({here.x} {here.y})"
				class="pick"
				onclick={() => onPick?.(one.label)}
			>
				<circle r="22" class="touch" />
				<circle r="11" />
			</g>
		{/if}
	{/each}
	{#snippet over()}
		{#if steps.length}
			<ThicknessKey
				{steps}
				thin={own.some((one) => one.thin_pieces.length)}
				at={{ x: sheet.width - 12, y: sheet.isNarrow ? 44 : 40 }}
			/>
		{/if}
	{/snippet}
</DrawingSheet>

<style>
	.earth {
		fill: var(--earth);
	}
	.walls {
		fill: none;
		stroke: var(--ink);
		stroke-width: 2;
	}
	.contour {
		fill: none;
		stroke: var(--wood-dark);
		stroke-width: 1.2;
	}
	.pick {
		cursor: pointer;
	}
	.pick circle {
		fill: none;
		stroke: var(--move);
		stroke-width: 2.5;
	}
	.pick .touch {
		fill: transparent;
		stroke: none;
	}
	.parted {
		fill: none;
		stroke: var(--move);
		stroke-width: 2;
		stroke-dasharray: 9 5;
	}
	polygon.thin {
		fill: var(--string);
		fill-opacity: 0.24;
	}
	.spot path {
		fill: none;
		stroke: var(--measured);
		stroke-width: 2.5;
	}
	.spot[data-way='raise'] path,
	.spot[data-way='lower'] path {
		fill: var(--move);
		stroke: none;
	}
	.spot[data-way='on'] path {
		fill: var(--good);
		stroke: none;
	}
	.doubtful path {
		stroke: var(--string);
	}
	.open {
		fill: none;
		stroke: var(--ink-soft);
		stroke-width: 1.5;
	}
	.drain circle,
	.drain path {
		fill: none;
		stroke: var(--ink);
		stroke-width: 2;
	}
	.drill {
		fill: var(--measured);
	}
	circle.thin {
		fill: var(--string);
	}
	:global(.spot-text) {
		fill: var(--ink);
		font-weight: 700;
	}
	:global(.contour-text) {
		fill: var(--wood-dark);
	}
</style>
