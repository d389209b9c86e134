<svelte:options namespace="svg" />

<script lang="ts">
	import type { StructureResult } from '$lib/api/types';
	import { pointsText, xy, type ToScreen } from './drawing';

	interface Props {
		forms: NonNullable<StructureResult['forms']>;
		at: ToScreen;
	}
	let { forms, at }: Props = $props();

	const middle = $derived.by(() => {
		const points = forms.outline.map((point) => at(xy(point)));
		const count = Math.max(1, points.length);
		return {
			x: points.reduce((sum, point) => sum + point.x, 0) / count,
			y: points.reduce((sum, point) => sum + point.y, 0) / count
		};
	});
	/** Which hand of a side lies away from the middle of the slab. */
	const outOf = (one: { x: number; y: number }, two: { x: number; y: number }): 1 | -1 =>
		(two.y - one.y) * (one.x - middle.x) - (two.x - one.x) * (one.y - middle.y) >= 0 ? 1 : -1;
</script>

<polygon points={pointsText(forms.outline.map(xy), at)} class="form" />
{#each forms.sides as side (side.line)}
	{@const face = side.stakes_at.map(xy)}
	{#each side.kickers_at as place, index (index)}
		{@const here = at(xy(place))}
		{@const one = at(face[0] ?? xy(place))}
		{@const two = at(face.at(-1) ?? xy(place))}
		{@const long = Math.hypot(two.x - one.x, two.y - one.y) || 1}
		<!-- outside of the form: to the right of the way its side runs, as it is drawn, or to its left -->
		{@const out = outOf(one, two)}
		<path
			d="M{here.x} {here.y}l{(out * (two.y - one.y) * 16) / long} {(-out * (two.x - one.x) * 16) /
				long}"
			class="kicker"
		/>
	{/each}
	{#each side.stakes_at as stake, index (index)}
		{@const here = at(xy(stake))}
		<rect x={here.x - 4} y={here.y - 4} width="8" height="8" class="stake" />
	{/each}
{/each}

<style>
	.form {
		fill: none;
		stroke: var(--wood);
		stroke-width: 6;
	}
	.kicker {
		stroke: var(--wood-dark);
		stroke-width: 2.5;
	}
	.stake {
		fill: var(--wood-dark);
	}
</style>
