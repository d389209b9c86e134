<!-- A fence seen from its side: ground, posts, rails; heights drawn larger where the ground falls little. -->
<script lang="ts">
	import type { Levels, StructureResult } from '$lib/api/types';

	interface Props {
		fence: Levels['result']['fences'][number];
		posts: NonNullable<StructureResult['fence']>['posts'];
	}
	let { fence, posts }: Props = $props();

	const WIDE = 640;
	const HIGH = 220;
	const EDGE = 16;
	const rows = $derived(
		fence.posts.flatMap((one, index) => {
			const station = posts[index]?.station_mm;
			return station !== undefined && one.ground_mm !== null && one.top_mm !== null
				? [{ ...one, number: index + 1, station, ground: one.ground_mm, top: one.top_mm }]
				: [];
		})
	);
	const length = $derived(Math.max(1, ...rows.map((row) => row.station)));
	const high = $derived(Math.max(...rows.map((row) => row.top)));
	const low = $derived(Math.min(...rows.map((row) => row.bottom_mm ?? row.ground)));
	const across = $derived((WIDE - 2 * EDGE) / length);
	const up = $derived((HIGH - 2 * EDGE) / Math.max(1, high - low));
	const times = $derived(up / across);
	const x = (mm: number) => EDGE + mm * across;
	const y = (mm: number) => EDGE + (high - mm) * up;
	const line = (heights: number[]) =>
		rows.map((row, index) => `${x(row.station)},${y(heights[index] ?? 0)}`).join(' ');
</script>

{#if rows.length > 1}
	<figure>
		<svg viewBox="0 0 {WIDE} {HIGH}" role="img" aria-label="The fence from its side">
			<polyline points={line(rows.map((row) => row.ground))} class="ground" />
			{#each rows as row (row.name)}
				<line x1={x(row.station)} x2={x(row.station)} y1={y(row.top)} y2={y(row.ground)} class="post" />
				<line
					x1={x(row.station)}
					x2={x(row.station)}
					y1={y(row.ground)}
					y2={y(row.bottom_mm ?? row.ground)}
					class="post buried"
				/>
			{/each}
			{#each fence.rails as bay (bay.bay)}
				{@const one = rows.find((row) => row.number === Number(bay.bay.split('–')[0]))}
				{@const two = rows.find((row) => row.number === Number(bay.bay.split('–')[1]))}
				{#if one && two}
					{#each bay.start_down_mm as down, index (index)}
						<line
							x1={x(one.station)}
							x2={x(two.station)}
							y1={y(one.top - down)}
							y2={y(two.top - (bay.end_down_mm[index] ?? 0))}
							class="rail"
						/>
					{/each}
				{/if}
			{/each}
		</svg>
		<figcaption class="text-sm text-ink-soft">
			{times > 1.05 ? `Heights drawn ${times.toFixed(1)} times as large as lengths.` : 'Drawn to one scale.'}
		</figcaption>
	</figure>
{/if}

<style>
	svg {
		width: 100%;
		background: var(--sheet);
		border: 1px solid var(--rule);
	}
	.ground {
		fill: none;
		stroke: var(--wood-dark);
		stroke-width: 2.5;
	}
	.post {
		stroke: var(--ink);
		stroke-width: 4;
	}
	.buried {
		stroke-dasharray: 3 3;
		stroke-width: 3;
	}
	.rail {
		stroke: var(--move);
		stroke-width: 2.5;
	}
</style>
