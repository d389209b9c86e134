<script lang="ts">
	import type { StructureResult } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';

	interface Props {
		rounds: StructureResult['rounds'];
		toleranceMm: number;
		toleranceText: string;
	}
	let { rounds, toleranceMm, toleranceText }: Props = $props();

	const HEIGHT = 56;
	const STEP = 80;
	const known = $derived(rounds.filter((one) => one.worst_mm !== null));
	const highest = $derived(Math.max(toleranceMm * 1.6, ...known.map((one) => one.worst_mm ?? 0)));
	/** Square roots: an inch and an eighth both stay to be seen. */
	const down = (mm: number) => 10 + (HEIGHT - 14) * (1 - Math.sqrt(Math.max(0, mm) / highest));
	const width = $derived(STEP * rounds.length);
	const points = $derived(
		rounds.flatMap((one, index) =>
			one.worst_mm === null ? [] : [{ x: STEP * (index + 0.5), y: down(one.worst_mm), one }]
		)
	);
</script>

{#if known.length > 1}
	<figure class="chart" aria-label="Worst corner by round">
		<!-- the latest round is what is looked at: older ones lie to the left of it -->
		<div class="rounds" {@attach (box) => void (box.scrollLeft = width)}>
			<div style:width="{width}px">
				<svg viewBox="0 0 {width} {HEIGHT}" {width} height={HEIGHT} aria-hidden="true">
					<line x1="0" x2={width} y1={HEIGHT - 4} y2={HEIGHT - 4} class="plan" />
					<line x1="0" x2={width} y1={down(toleranceMm)} y2={down(toleranceMm)} class="allowed" />
					<polyline points={points.map((p) => `${p.x},${p.y}`).join(' ')} class="path" />
					{#each points as point (point.one.round)}
						<circle
							cx={point.x}
							cy={point.y}
							r="6"
							class={point.one.accepted ? 'accepted' : 'round'}
						/>
					{/each}
				</svg>
				<ol class="flex">
					{#each rounds as one (one.round)}
						<li class="step">
							{#if one.worst_text}<b>{one.worst_corner}</b>
								<Len text={one.worst_text} />{:else}<span class="text-ink-soft">not known</span
								>{/if}
						</li>
					{/each}
				</ol>
			</div>
		</div>
		<figcaption class="text-sm text-ink-soft">
			Worst corner, round by round; dotted: <Len text={toleranceText} /> allowed{#if rounds.some((one) => one.accepted)},
				full dot: accepted{/if}
		</figcaption>
	</figure>
{/if}

<style>
	.chart {
		display: grid;
		grid-template-columns: minmax(0, auto) minmax(7rem, 1fr);
		gap: 0.25rem 0.75rem;
		align-items: center;
		padding-block: 0.4rem;
	}
	.rounds {
		overflow-x: auto;
	}
	@media (max-width: 30rem) {
		.chart {
			grid-template-columns: minmax(0, 1fr);
		}
	}
	.step {
		flex: 0 0 80px;
		text-align: center;
	}
	.plan {
		stroke: var(--edge);
		stroke-width: 2;
	}
	.allowed {
		stroke: var(--good);
		stroke-width: 2.5;
		stroke-dasharray: 1 6;
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
