<svelte:options namespace="svg" />

<script lang="ts">
	import type { StructureResult } from '$lib/api/types';
	import { xy, type ToScreen } from './drawing';

	interface Props {
		result: StructureResult;
		at: ToScreen;
		/** Pixels for a millimetre. */
		scale: number;
	}
	let { result, at, scale }: Props = $props();

	const posts = $derived(
		(result.fence?.posts ?? []).map((post) => ({ ...post, here: at(xy(post.centre)) }))
	);
</script>

{#each result.obstacles as one (one.name)}
	{@const start = at(xy(one.start))}
	{@const end = at(xy(one.end))}
	<line
		x1={start.x}
		y1={start.y}
		x2={end.x + 0.01}
		y2={end.y}
		class="obstacle"
		class:marked={one.ticket}
		stroke-width={Math.max(2 * one.radius_mm * scale, 6)}
	/>
{/each}
{#each result.offset_lines as line (line.name)}
	{@const ends = [at(xy(line.start)), at(xy(line.end))]}
	<line x1={ends[0]?.x} y1={ends[0]?.y} x2={ends[1]?.x} y2={ends[1]?.y} class="stays" />
	{#each ends as here, index (index)}<path
			d="M{here.x} {here.y - 9}l9 15h-18z"
			class="stake"
		/>{/each}
{/each}
{#each Object.entries(result.stake_points) as [name, place] (name)}
	{@const here = at(xy(place))}
	{@const lath = result.laths.find((one) => one.stake === name)}
	{#if lath?.on_line}
		{@const line = at(xy(lath.on_line))}
		<line x1={here.x} y1={here.y} x2={line.x} y2={line.y} class="facing" />
	{/if}
	<path d="M{here.x} {here.y - 9}l9 15h-18z" class="stake" />
{/each}
{#each posts as post (post.name)}
	{#if post.cross.length}
		{@const arms = post.cross.map((end) => at(xy(end)))}
		<path
			d="M{arms[0]?.x} {arms[0]?.y}L{arms[2]?.x} {arms[2]?.y}M{arms[1]?.x} {arms[1]?.y}L{arms[3]
				?.x} {arms[3]?.y}"
			class="cross"
		/>
	{/if}
{/each}
{#each result.fence?.bays ?? [] as bay, index (bay.from)}
	{@const one = posts[index]?.here}
	{@const two = posts[index + 1]?.here}
	{#if one && two}<line
			x1={one.x}
			y1={one.y}
			x2={two.x}
			y2={two.y}
			class="rail"
			class:gate={bay.gate}
		/>{/if}
{/each}
{#each posts as post (post.name)}
	<g
		transform="translate({post.here.x} {post.here.y})"
		class="post"
		data-kind={post.kind}
		class:set={post.found_mm !== null}
	>
		<rect x="-5" y="-5" width="10" height="10" />
		{#if post.short_mm > 0}<path d="M-9 -9L9 9M9 -9L-9 9" class="short" />{/if}
	</g>
{/each}
{#each Object.entries(result.places) as [name, place] (name)}
	{@const here = at(xy(place))}
	<path d="M{here.x - 8} {here.y}h16M{here.x} {here.y - 8}v16" class="place" />
{/each}

<style>
	.obstacle {
		stroke: var(--string);
		stroke-opacity: 0.3;
		stroke-linecap: round;
	}
	.obstacle.marked {
		stroke: var(--move);
		stroke-opacity: 0.4;
	}
	.rail {
		stroke: var(--wood);
		stroke-width: 3;
	}
	.rail.gate {
		stroke: var(--ink-soft);
		stroke-width: 1.5;
		stroke-dasharray: 3 5;
	}
	.post rect {
		fill: var(--sheet);
		stroke: var(--ink);
		stroke-width: 2;
	}
	.post[data-kind='gate'] rect {
		stroke: var(--move);
		stroke-width: 3;
	}
	.post[data-kind='corner'] rect,
	.post[data-kind='end'] rect {
		stroke-width: 3.5;
	}
	.post.set rect {
		fill: var(--wood-dark);
	}
	.short {
		stroke: var(--string);
		stroke-width: 2.5;
	}
	/* a line that stays: long dashes between two stakes of its own */
	.stays {
		stroke: var(--measured);
		stroke-width: 2;
		stroke-dasharray: 12 5;
	}
	.stake {
		fill: var(--wood-dark);
	}
	.facing {
		stroke: var(--wood-dark);
		stroke-width: 1.5;
	}
	.cross {
		stroke: var(--move);
		stroke-width: 1.2;
	}
	.place {
		stroke: var(--move);
		stroke-width: 2.5;
	}
</style>
