<script lang="ts">
	import type { StructureResult } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';

	interface Props {
		rounds: StructureResult['rounds'];
		toleranceMm: number;
		toleranceText: string;
	}
	let { rounds, toleranceMm, toleranceText }: Props = $props();

	const HEIGHT = 64;
	const STEP = 74;
	const known = $derived(rounds.filter((one) => one.worst_mm !== null));
	const highest = $derived(Math.max(toleranceMm * 1.6, ...known.map((one) => one.worst_mm ?? 0)));
	/** Square roots: an inch and an eighth both stay to be seen. */
	const up = (mm: number) => 8 + (HEIGHT - 16) * Math.sqrt(Math.max(0, mm) / highest);
	const width = $derived(40 + STEP * rounds.length);
	const points = $derived(
		rounds.flatMap((one, index) =>
			one.worst_mm === null
				? []
				: [{ x: 40 + STEP * (index + 0.5), y: HEIGHT - up(one.worst_mm), one }]
		)
	);
</script>

{#if known.length > 1}
	<figure class="chart" aria-label="Worst corner by round">
		<svg viewBox="0 0 {width} {HEIGHT}" style:width="{width}px" aria-hidden="true">
			<line x1="0" x2={width} y1={HEIGHT - 8} y2={HEIGHT - 8} class="ground" />
			<line
				x1="0"
				x2={width}
				y1={HEIGHT - up(toleranceMm)}
				y2={HEIGHT - up(toleranceMm)}
				class="allowed"
			/>
			<polyline points={points.map((p) => `${p.x},${p.y}`).join(' ')} class="path" />
			{#each points as point (point.one.round)}
				<circle cx={point.x} cy={point.y} r="6" class={point.one.accepted ? 'accepted' : 'round'} />
			{/each}
		</svg>
		<figcaption class="flex text-sm">
			<span class="inline-block w-10 shrink-0 text-ink-soft"><Len text={toleranceText} /></span>
			{#each rounds as one (one.round)}
				<span class="step"
					>{#if one.worst_text}<b>{one.worst_corner}</b> <Len text={one.worst_text} />{:else}<span
							class="text-ink-soft">not known</span
						>{/if}</span
				>
			{/each}
		</figcaption>
	</figure>
{/if}

<style>
	.chart {
		max-width: 100%;
		overflow-x: auto;
	}
	.step {
		flex: 0 0 74px;
		text-align: center;
	}
	.ground {
		stroke: var(--edge);
		stroke-width: 2;
	}
	.allowed {
		stroke: var(--good);
		stroke-width: 2;
		stroke-dasharray: 2 5;
		stroke-linecap: round;
	}
	.path {
		fill: none;
		stroke: var(--measured);
		stroke-width: 2.5;
		stroke-dasharray: 9 5;
	}
	.round {
		fill: var(--sheet);
		stroke: var(--measured);
		stroke-width: 2.5;
	}
	.accepted {
		fill: var(--good);
		stroke: var(--good);
	}
</style>
