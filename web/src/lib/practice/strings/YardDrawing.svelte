<!-- The plan of a task, the pull in hand on it; after the end the truth over it, drawn larger by a stated factor. -->
<script lang="ts">
	import { exaggerated, fittingFactor } from '$lib/drawing/exaggerate';
	import type { XY } from '$lib/drawing/viewport';
	import Len from '$lib/lengths/Len.svelte';
	import DangerLines from '$lib/practice/DangerLines.svelte';
	import type { Run } from '$lib/practice/run.svelte';

	interface Props {
		run: Run;
		current: [string, string] | undefined;
		/** Corners pressed one after the other are a pull, at the stage where one pulls. */
		onPull: ((start: string, end: string, from?: SVGElement) => void) | undefined;
	}
	let { run, current, onPull }: Props = $props();

	let width = $state(600);
	let first = $state<string>();
	const names = $derived(Object.keys(run.corners));
	const planned = $derived(xyOf(run.corners));
	const reach = $derived({
		x: Math.max(...Object.values(planned).map((one) => one.x)),
		y: Math.max(...Object.values(planned).map((one) => one.y))
	});
	const MARGIN = 54;
	const scale = $derived((width - 2 * MARGIN) / reach.x);
	const height = $derived(reach.y * scale + 2 * MARGIN);
	const at = $derived((one: XY) => ({
		x: MARGIN + one.x * scale,
		y: height - MARGIN - one.y * scale
	}));
	const truth = $derived(run.debrief && xyOf(run.debrief.corners));
	const believed = $derived(run.debrief?.believed && xyOf(run.debrief.believed));
	const farthest = $derived(
		Math.max(
			0,
			...[truth, believed].flatMap((places) =>
				places ? names.map((name) => off(places[name], planned[name])) : []
			)
		)
	);
	const factor = $derived(fittingFactor(farthest, reach.x));

	function xyOf(places: Run['corners']): Record<string, XY> {
		return Object.fromEntries(
			Object.entries(places).map(([name, one]) => [name, { x: one.x_mm, y: one.y_mm }])
		);
	}
	/** Where the other end of a tape is; at a line, the point of it nearest to the first. */
	function endOf([start, end]: [string, string]): XY {
		const corner = planned[end];
		if (corner) return corner;
		const side = run.sides.find((one) => `${one.start}${one.end}` === end);
		const [from, to, one] = [planned[side?.start ?? ''], planned[side?.end ?? ''], planned[start]];
		if (!from || !to || !one) return planned[start] ?? { x: 0, y: 0 };
		const [dx, dy] = [to.x - from.x, to.y - from.y];
		const share = ((one.x - from.x) * dx + (one.y - from.y) * dy) / (dx * dx + dy * dy);
		return { x: from.x + share * dx, y: from.y + share * dy };
	}
	function off(one: XY | undefined, other: XY | undefined): number {
		return one && other ? Math.hypot(one.x - other.x, one.y - other.y) : 0;
	}
	function ring(places: Record<string, XY>): string {
		return names
			.map((name) => {
				const here = at(exaggerated(planned[name] as XY, places[name] as XY, factor));
				return `${here.x},${here.y}`;
			})
			.join(' ');
	}
	function press(name: string, from?: SVGElement) {
		if (run.debrief || !onPull) return;
		if (first === undefined || first === name) {
			first = first === name ? undefined : name;
			return;
		}
		onPull(first, name, from);
		first = undefined;
	}
</script>

<div bind:clientWidth={width} class="border border-rule bg-sheet">
	<svg {width} {height} role="group" aria-label="Plan of the task, corners {names.join(', ')}">
		<polygon points={ring(planned)} class="ground" />
		<DangerLines look={run.look} place={(one) => at({ x: one.x_mm, y: one.y_mm })} {scale} />
		{#if current}
			{@const one = at(planned[current[0]] as XY)}
			{@const two = at(endOf(current))}
			<line x1={one.x} y1={one.y} x2={two.x} y2={two.y} class="tape" />
		{/if}
		{#if believed}<polygon points={ring(believed)} class="believed" />{/if}
		{#if truth}<polygon points={ring(truth)} class="truth" />{/if}
		{#each names as name (name)}
			{@const here = at(planned[name] as XY)}
			<g
				class="corner"
				class:first={first === name}
				role="button"
				tabindex="0"
				aria-label="Corner {name}"
				aria-pressed={first === name}
				onclick={() => press(name)}
				onkeydown={(event) => {
					if (event.key !== 'Enter' && event.key !== ' ') return;
					event.preventDefault();
					press(name, event.currentTarget);
				}}
			>
				<circle cx={here.x} cy={here.y} r="23" class="reach" />
				<circle cx={here.x} cy={here.y} r="9" class="nail" />
				<text
					x={here.x + (planned[name]?.x ? 20 : -20)}
					y={here.y + (planned[name]?.y ? -16 : 30)}
					text-anchor="middle">{name}</text
				>
			</g>
		{/each}
	</svg>
	<p class="px-3 pb-2 text-ink-soft">
		{#if run.debrief}
			<b class="text-measured">Green</b> dashes: what you could know.
			<b class="text-string">Red</b>: where the strings really cross, both {factor} times as far off.
		{:else if first}Now the corner where the other end is held.
		{:else}
			{#if onPull}Press two corners to pull between them.{/if}
			{#if names.length === 4}Sides <Len text={run.sides[0]?.text ?? ''} /> and <Len
					text={run.sides[1]?.text ?? ''}
				/>{#if run.diagonals[0]}, diagonals <Len text={run.diagonals[0].text} />{/if}.
			{:else}{#each [...run.sides, ...run.diagonals] as one (one.start + one.end)}<span
						class="mr-3 inline-block">{one.start}–{one.end} <Len text={one.text} /></span
					>{/each}{/if}
		{/if}
	</p>
</div>

<style>
	.ground {
		fill: var(--earth);
		stroke: var(--ink);
		stroke-width: 2;
	}
	.tape {
		stroke: #d9a400;
		stroke-width: 5;
	}
	.believed,
	.truth {
		fill: none;
		stroke-width: 2.5;
	}
	.believed {
		stroke: var(--measured);
		stroke-dasharray: 8 5;
	}
	.truth {
		stroke: var(--string);
	}
	.corner {
		cursor: pointer;
	}
	.reach {
		fill: transparent;
	}
	.corner:focus-visible .reach {
		stroke: var(--ink);
		stroke-width: 2;
	}
	.nail {
		fill: var(--sheet);
		stroke: var(--ink);
		stroke-width: 2.5;
	}
	.first .nail {
		fill: var(--string);
	}
	text {
		fill: var(--ink);
		font-size: 20px;
		font-weight: 800;
	}
</style>
