<!-- A yard of heights from above: the benchmark, the tops or pegs, and what stands among them. -->
<script lang="ts">
	import type { StageName } from '$lib/api/types';
	import DangerLines from '$lib/practice/DangerLines.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import type { PracticeRun, Run } from '$lib/practice/run.svelte';

	interface Props {
		practice: PracticeRun;
		run: Run;
		site: NonNullable<Run['level']>;
		/** The stage on the screen: points are read at the one for heights. */
		at: StageName;
	}
	let { practice, run, site, at: stage }: Props = $props();

	const current = $derived(practice.openShot?.at ?? '');
	const ready = $derived(
		stage === 'levels' &&
			Boolean(site.tool) &&
			!practice.openShot &&
			!run.debrief &&
			!practice.isBusy
	);
	function shoot(at: string, { detail, currentTarget }: MouseEvent) {
		practice.from =
			detail === 0 && currentTarget instanceof HTMLElement ? currentTarget : undefined;
		const { turned, called, wait } = practice;
		const hose = site.tool === 'hose';
		void practice.take({
			do: 'shoot',
			at: turned && hose ? 'BM' : at,
			wait_s: hose ? wait : 0,
			turned: turned && (hose || site.tool === 'line'),
			called
		});
	}

	let width = $state(0);
	const HEIGHT = $derived(width < 600 ? 300 : 440);
	const MARGIN = 52;
	const points = $derived(Object.entries(site.places));
	const xs = $derived(points.map(([, at]) => at.x_mm));
	const ys = $derived(points.map(([, at]) => at.y_mm));
	const wide = $derived(Math.max(...xs) - Math.min(...xs));
	const high = $derived(Math.max(...ys) - Math.min(...ys));
	const scale = $derived(
		Math.min(
			(width - 2 * MARGIN) / Math.max(wide, 1),
			high ? (HEIGHT - 2 * MARGIN) / high : Infinity
		)
	);
	const left = $derived((width - wide * scale) / 2 - Math.min(...xs) * scale);
	const foot = $derived(HEIGHT / 2 + ((Math.max(...ys) + Math.min(...ys)) / 2) * scale);
	const px = $derived((at: { x_mm: number; y_mm: number }) => ({
		x: left + at.x_mm * scale,
		y: foot - at.y_mm * scale
	}));
	const tops = $derived(
		site.tops.map((name) => site.places[name]).filter((at) => at !== undefined)
	);
</script>

<div bind:clientWidth={width} class="relative bg-sheet" style:height="{HEIGHT}px">
	{#if width}
		<svg {width} height={HEIGHT} class="absolute inset-0" aria-hidden="true">
			{#if tops.length}
				<polygon points={tops.map((at) => `${px(at).x},${px(at).y}`).join(' ')} class="ground" />
			{/if}
			<DangerLines look={run.look} place={px} {scale} />
			{#if site.stands_at}
				{@const at = px(site.stands_at)}
				{#each points as [name, to] (name)}
					<line
						x1={at.x}
						y1={at.y}
						x2={px(to).x}
						y2={px(to).y}
						class="sight"
						class:now={name === current}
					/>
				{/each}
				<path d="M{at.x} {at.y - 14} l11 24 h-22 z" class="stand" />
			{:else if site.tool && site.places.BM}
				{@const at = px(site.places.BM)}
				{#each points as [name, to] (name)}
					{#if name === current && name !== 'BM'}
						<line x1={at.x} y1={at.y} x2={px(to).x} y2={px(to).y} class="hose" />
					{/if}
				{/each}
			{/if}
		</svg>
		{#each points as [name, at] (name)}
			<button
				class="point"
				class:bench={name === 'BM'}
				class:now={name === current}
				style:left="{px(at).x}px"
				style:top="{px(at).y}px"
				disabled={!ready}
				aria-label="Read {name}"
				onclick={(event) => shoot(name, event)}>{name}</button
			>
		{/each}
	{/if}
</div>
{#if site.targets.length}
	<p class="numbers flex flex-wrap gap-x-5 py-1 text-lg">
		{#each site.targets as one (one.key)}<span>{one.key} <b><Words text={one.name} /></b></span
			>{/each}
	</p>
{/if}

<style>
	.ground {
		fill: var(--earth);
		stroke: var(--ink);
		stroke-width: 1.5;
	}
	.sight {
		stroke: var(--edge);
		stroke-width: 1;
		stroke-dasharray: 3 5;
	}
	.sight.now,
	.hose {
		stroke: var(--string);
		stroke-width: 3;
		stroke-dasharray: none;
	}
	.stand {
		fill: var(--sheet);
		stroke: var(--ink);
		stroke-width: 2.5;
	}
	.point {
		position: absolute;
		min-width: 2.9rem;
		min-height: 2.9rem;
		transform: translate(-50%, -50%);
		border: 2px solid var(--ink);
		background: var(--sheet);
		font-size: 1.15rem;
		font-weight: 800;
	}
	.point.bench {
		border-width: 2px 2px 6px;
	}
	.point.now {
		background: var(--string);
		color: var(--string-ink);
	}
	.point.now:disabled {
		border-color: var(--string);
		color: var(--string-ink);
	}
	.point:disabled:not(.now) {
		color: var(--ink-soft);
		border-color: var(--edge);
	}
</style>
