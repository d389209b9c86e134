<script lang="ts">
	import type { Section } from '$lib/api/types';
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
			{#each of('board') as board (board.name)}
				<polyline class="stake" points={points(board.points)} />
				<SvgLen
					text={board.name}
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
						at={{ x: x(here.along_mm), y: y(here.height_mm) - 15 }}
						size={14}
					/>{/if}
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
