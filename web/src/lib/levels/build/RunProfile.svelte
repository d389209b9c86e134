<script lang="ts">
	import type { Run } from '$lib/api/types';

	interface Props {
		run: Run;
	}
	let { run }: Props = $props();

	const WIDE = 440;
	const HIGH = 130;
	const EDGE = 8;
	const heights = $derived(
		run.stations.flatMap((one) =>
			one.ground_mm === null ? [one.invert_mm] : [one.invert_mm, one.ground_mm]
		)
	);
	const low = $derived(Math.min(...heights));
	const high = $derived(Math.max(...heights));
	const x = $derived((along: number) => EDGE + (along / run.length_mm) * (WIDE - 2 * EDGE));
	const y = $derived(
		(mm: number) => HIGH - EDGE - ((mm - low) / Math.max(high - low, 1)) * (HIGH - 2 * EDGE)
	);
	const line = $derived((of: (one: (typeof run.stations)[number]) => number | null) =>
		run.stations
			.flatMap((one) => {
				const mm = of(one);
				return mm === null ? [] : [`${x(one.along_mm)},${y(mm)}`];
			})
			.join(' ')
	);
	const times = $derived(
		Math.max(
			1,
			Math.round(
				(HIGH - 2 * EDGE) / Math.max(high - low, 1) / ((WIDE - 2 * EDGE) / run.length_mm)
			)
		)
	);
</script>

<figure class="my-1">
	<svg viewBox="0 0 {WIDE} {HIGH}" class="w-full" role="img" aria-label="Ground and bottom along {run.name}">
		<polyline points={line((one) => one.ground_mm)} class="ground" />
		<polyline points={line((one) => one.invert_mm)} class="bottom" />
		{#each run.stations as one (one.along_mm)}
			{#if one.ground_mm !== null}
				<line
					x1={x(one.along_mm)}
					x2={x(one.along_mm)}
					y1={y(one.ground_mm)}
					y2={y(one.invert_mm)}
					class:short={(one.short_mm ?? 0) > 0}
				/>
			{/if}
		{/each}
	</svg>
	<figcaption class="text-sm text-ink-soft">
		Ground above, bottom below; heights drawn {times} times larger than lengths.
	</figcaption>
</figure>

<style>
	polyline {
		fill: none;
		stroke-width: 2.5;
	}
	.ground {
		stroke: var(--wood, #a8763e);
	}
	.bottom {
		stroke: var(--string);
	}
	line {
		stroke: var(--edge);
		stroke-width: 1;
	}
	line.short {
		stroke: var(--string);
		stroke-width: 3;
	}
</style>
