<script lang="ts">
	import type { Section } from '$lib/api/types';
	import { spoken } from '$lib/drawing/labels/spoken';
	import SvgLen from '$lib/drawing/SvgLen.svelte';

	interface Props {
		section: Section;
	}
	let { section }: Props = $props();

	const PAD = { left: 26, right: 26, top: 44, bottom: 46 };
	let width = $state(0);
	let height = $state(0);
	/** Pixels for a millimetre along; heights are drawn `exaggeration` times larger, unless there is no room. */
	const along = $derived(
		Math.min(
			(width - PAD.left - PAD.right) / section.length_mm,
			(height - PAD.top - PAD.bottom) /
				Math.max(section.high_mm - section.low_mm, 1) /
				section.exaggeration
		)
	);
	const up = $derived(along * section.exaggeration);
	const middle = $derived(
		(height - PAD.bottom + PAD.top) / 2 + ((section.high_mm - section.low_mm) * up) / 2
	);
	const shift = $derived((width - section.length_mm * along) / 2);
	const x = (mm: number) => shift + mm * along;
	const y = (mm: number) => middle - (mm - section.low_mm) * up;
	const points = (line: { along_mm: number; height_mm: number }[]) =>
		line.map((one) => `${x(one.along_mm)},${y(one.height_mm)}`).join(' ');
	const of = (kind: string) => section.lines.filter((line) => line.kind === kind);
	const strings = $derived(of('string').filter((line) => line.points.length > 1));
	/** What was set, with its number where it is given room: the next one is far enough. */
	const set = $derived(of('set').toSorted((a, b) => first(a) - first(b)));
	const first = (line: { points: { along_mm: number }[] }) => line.points[0]?.along_mm ?? 0;
	/** Whether something is planned right above a place, where a name would stand. */
	const isBusy = (here: { along_mm: number; height_mm: number }): boolean =>
		of('target').some((line) =>
			line.points.some(
				(one) =>
					Math.abs(x(one.along_mm) - x(here.along_mm)) < 24 &&
					Math.abs(y(one.height_mm) - y(here.height_mm) + 15) < 14
			)
		);
	const KEY = [
		{ kind: 'target', said: 'planned height' },
		{ kind: 'set', said: 'found there' },
		{ kind: 'found', said: 'layer as found' },
		{ kind: 'finish', said: 'finish as planned' },
		{ kind: 'base', said: 'base as planned' },
		{ kind: 'pad', said: 'pad' }
	];
	const key = $derived(KEY.filter((one) => of(one.kind).length));
	const passing = $derived(of('string').filter((line) => line.points.length === 1));
</script>

<div
	class="relative size-full overflow-hidden border border-rule bg-sheet"
	bind:clientWidth={width}
	bind:clientHeight={height}
>
	<svg class="absolute inset-0 size-full" role="img" aria-label="Section {section.name}">
		{#if width > 0}
			{#each section.ground as stretch, index (index)}
				<polygon
					class="earth"
					points="{x(stretch[0]?.along_mm ?? 0)},{height} {points(stretch)} {x(
						stretch.at(-1)?.along_mm ?? 0
					)},{height}"
				/>
				<polyline class="ground" points={points(stretch)} />
			{/each}
			{#each [...of('pad'), ...of('base'), ...of('finish')] as line (line.kind + line.name)}
				<polyline class="layer {line.kind}" points={points(line.points)} />
			{/each}
			{#each of('found') as line, index (index)}
				<polyline class="found" points={points(line.points)} />
			{/each}
			{#each of('target') as line (line.name)}
				{#each line.points as one (one.along_mm)}
					<path class="target" d="M{x(one.along_mm) - 11} {y(one.height_mm)}h22" />
				{/each}
				{@const last = line.points.at(-1)}
				{#if last && !set.some((one) => one.name.startsWith(line.name))}
					<SvgLen
						text="{line.name} {line.text}"
						at={{ x: x(last.along_mm) - 16, y: y(last.height_mm) }}
						size={15}
						anchor="end"
					/>
				{/if}
			{/each}
			{#each of('board') as board (board.name)}
				<polyline class="stake" points={points(board.points)} />
				<SvgLen
					text={spoken(board.name)}
					at={{
						x: Math.min(Math.max(x(board.points[1]?.along_mm ?? 0), 34), width - 34),
						y: y(board.points[1]?.height_mm ?? 0) - 16
					}}
					size={15}
				/>
			{/each}
			{#each strings as string (string.name)}
				<polyline class="string" points={points(string.points)} />
				<SvgLen
					text="string {string.name} {string.text}"
					at={{ x: width / 2, y: y(string.points[0]?.height_mm ?? 0) - (passing.length ? 38 : 16) }}
					size={17}
				/>
			{/each}
			{#each passing as string (string.name)}
				{@const here = string.points[0]}
				{#if here}<circle class="passing" cx={x(here.along_mm)} cy={y(here.height_mm)} r="4.500" />
					<SvgLen
						text={string.name}
						at={{ x: x(here.along_mm), y: y(here.height_mm) + (isBusy(here) ? 16 : -15) }}
						size={14}
					/>{/if}
			{/each}
			{#each set as one, index (one.name)}
				{@const here = one.points[0]}
				{@const before = set[index - 1]?.points[0]}
				{#if here}
					<circle class="set" cx={x(here.along_mm)} cy={y(here.height_mm)} r="5" />
					{#if !before || x(here.along_mm) - x(before.along_mm) > 64}
						<SvgLen
							text={one.text}
							at={{
								x: Math.min(Math.max(x(here.along_mm), 34), width - 34),
								y: y(here.height_mm) + 17
							}}
							size={15}
						/>
					{/if}
				{/if}
			{/each}
			{#each [...of('pad'), ...of('finish')] as line (line.kind + line.name)}
				{@const last = line.points.at(-1)}
				{#if last}<SvgLen
						text="{line.name} {line.text}"
						at={{ x: x(last.along_mm) - 60, y: y(last.height_mm) + 14 }}
						size={15}
					/>{/if}
			{/each}
		{/if}
	</svg>
	{#if key.length}
		<ul class="key">
			{#each key as one (one.kind)}
				<li>
					<svg width="26" height="14" aria-hidden="true">
						{#if one.kind === 'set'}<circle class="set" cx="13" cy="7" r="5" />
						{:else}<path class="layer {one.kind}" d="M1 7h24" />{/if}
					</svg>
					{one.said}
				</li>
			{/each}
		</ul>
	{/if}
	<p class="absolute bottom-2 left-3 text-sm text-ink-soft">
		{section.name}, <span class="numbers">{section.length_text}</span> long;
		{section.exaggeration === 1
			? 'heights and lengths alike'
			: `heights drawn ${section.exaggeration} times larger than lengths`}
	</p>
</div>

<style>
	.earth {
		fill: var(--earth);
	}
	.ground {
		fill: none;
		stroke: var(--wood-dark);
		stroke-width: 2.5;
	}
	.layer {
		fill: none;
		stroke: var(--ink);
		stroke-width: 1.5;
	}
	.pad {
		stroke-dasharray: 9 5;
		stroke: var(--move);
	}
	.base {
		stroke-dasharray: 3 3;
	}
	.finish {
		stroke-width: 3;
	}
	.found {
		fill: none;
		stroke: var(--measured);
		stroke-width: 2.5;
		stroke-dasharray: 9 5;
	}
	.target {
		fill: none;
		stroke: var(--ink);
		stroke-width: 2;
	}
	.set {
		fill: var(--sheet);
		stroke: var(--measured);
		stroke-width: 2.5;
	}
	.key {
		position: absolute;
		top: 0.4rem;
		right: 0.7rem;
		display: flex;
		flex-wrap: wrap;
		gap: 0 1rem;
		justify-content: flex-end;
		font-size: 0.9rem;
	}
	.key li {
		display: flex;
		gap: 0.35rem;
		align-items: center;
	}
	.stake {
		stroke: var(--wood);
		stroke-width: 8;
	}
	.string {
		fill: none;
		stroke: var(--string);
		stroke-width: 2;
	}
	.passing {
		fill: var(--sheet);
		stroke: var(--string);
		stroke-width: 2;
	}
</style>
