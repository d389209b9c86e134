<script lang="ts">
	import type { Footing } from '$lib/api/types';

	interface Props {
		footing: Footing;
	}
	let { footing }: Props = $props();

	const WIDE = 640;
	const HIGH = 190;
	const EDGE = 10;
	const TOP = 24;
	const around = $derived(footing.around_mm);
	const heights = $derived([
		...footing.asked.flatMap((one) => [one.needed_mm, one.grade_mm]),
		...footing.stretches.map((one) => one.bottom_mm)
	]);
	const low = $derived(Math.min(...heights));
	const high = $derived(Math.max(...heights));
	const x = $derived((along: number) => EDGE + (along / around) * (WIDE - 2 * EDGE));
	const y = $derived(
		(mm: number) => HIGH - EDGE - ((mm - low) / Math.max(high - low, 1)) * (HIGH - TOP - EDGE)
	);
	/** A stretch as it lies on the strip; one that goes over the opening lies at both ends. */
	const pieces = $derived(
		footing.stretches.flatMap((one) => {
			const end = one.station_mm + one.length_mm;
			return end > around + 1
				? [
						{ from: one.station_mm, to: around, mm: one.bottom_mm, text: '' },
						{ from: 0, to: end - around, mm: one.bottom_mm, text: one.bottom_text }
					]
				: [{ from: one.station_mm, to: end, mm: one.bottom_mm, text: one.bottom_text }];
		})
	);
	const bottoms = $derived(
		[...pieces]
			.sort((one, other) => one.from - other.from)
			.flatMap((one) => [`${x(one.from)},${y(one.mm)}`, `${x(one.to)},${y(one.mm)}`])
			.join(' ')
	);
	const asked = $derived(
		footing.asked.map((one) => `${x(one.station_mm)},${y(one.needed_mm)}`).join(' ')
	);
	const grade = $derived(
		footing.asked.map((one) => `${x(one.station_mm)},${y(one.grade_mm)}`).join(' ')
	);
	const corners = $derived([
		...Object.entries(footing.corners),
		...(Object.keys(footing.corners)[0] ? [[Object.keys(footing.corners)[0], around] as const] : [])
	]);
</script>

<figure class="my-1">
	<svg
		viewBox="0 0 {WIDE} {HIGH}"
		class="w-full"
		role="img"
		aria-label="Bottoms of {footing.name}, its sides unrolled into one strip"
	>
		{#each corners as [name, at], i (i)}
			<line x1={x(Number(at))} x2={x(Number(at))} y1={TOP - 6} y2={HIGH - EDGE} class="corner" />
			<text x={x(Number(at))} y={14} text-anchor={i === 0 ? 'start' : 'middle'}>{name}</text>
		{/each}
		<polyline points={grade} class="grade" />
		<polyline points={asked} class="asked" />
		<polyline points={bottoms} class="bottom" />
	</svg>
	<figcaption class="text-sm text-ink-soft">
		The sides one after the other. Brown: finished grade. Dashed: what is asked for. Bold: the bottom.
	</figcaption>
</figure>

<style>
	polyline {
		fill: none;
		stroke-width: 2;
	}
	.grade {
		stroke: var(--wood, #a8763e);
	}
	.asked {
		stroke: var(--ink-soft, currentColor);
		stroke-dasharray: 5 4;
	}
	.bottom {
		stroke: var(--string);
		stroke-width: 3.5;
	}
	.corner {
		stroke: var(--rule, #ccc);
	}
	text {
		font-size: 14px;
		font-weight: 700;
		fill: currentColor;
	}
</style>
