<svelte:options namespace="svg" />

<!-- Notes pinned to points, and the points that somebody was sent to look at. -->
<script lang="ts">
	import { page } from '$app/state';
	import type { StructureResult } from '$lib/api/types';
	import { usePins } from './pins';
	import type { XY } from './viewport';

	interface Props {
		result: StructureResult;
		at: (point: XY) => XY;
	}
	let { result, at }: Props = $props();

	const pins = usePins();
	const points = $derived({ ...result.places, ...result.stake_points, ...result.corners });
	/** Where a name is on the sheet; nothing for what this plan does not have. */
	function spot(name: string): XY | undefined {
		const place = points[name];
		return place && at({ x: place.x_mm, y: place.y_mm });
	}
	/** Halfway across the plan on the sheet. */
	const middle = $derived.by(() => {
		const across = Object.values(result.corners).map((one) => at({ x: one.x_mm, y: one.y_mm }).x);
		return (Math.min(...across) + Math.max(...across)) / 2;
	});
	const sought = $derived(
		(page.url.searchParams.get('at') ?? '').split(',').filter((name) => name in points)
	);
	/** How many notes hang at each point. */
	const pinned = $derived.by(() => {
		const many: Record<string, number> = {};
		for (const name of pins?.() ?? []) many[name] = (many[name] ?? 0) + 1;
		return Object.entries(many);
	});
</script>

{#each sought as name (name)}
	{@const here = spot(name)}
	{#if here}<circle cx={here.x} cy={here.y} r="17" class="sought" />{/if}
{/each}
{#each pinned as [name, many] (name)}
	{@const here = spot(name)}
	{#if here}
		<!-- toward the middle of the plan: letters stand outside of it -->
		<g transform="translate({here.x} {here.y}) scale({here.x > middle ? -1 : 1} 1)" class="note">
			<title>{many === 1 ? 'A note' : `${many} notes`} at {name}</title>
			<path d="M0 0L7 -16" />
			<path d="M3 -30h15v11l-4 4h-11z" class="sheet" />
			<text transform="translate(10.5 -19) scale({here.x > middle ? -1 : 1} 1)">{many}</text>
		</g>
	{/if}
{/each}

<style>
	.sought {
		fill: none;
		stroke: var(--string);
		stroke-width: 3.5;
	}
	.note path {
		stroke: var(--ink);
		stroke-width: 1.5;
		fill: none;
	}
	.note .sheet {
		fill: var(--blade);
	}
	.note text {
		fill: var(--blade-ink);
		font-size: 11px;
		font-weight: 700;
		text-anchor: middle;
	}
</style>
