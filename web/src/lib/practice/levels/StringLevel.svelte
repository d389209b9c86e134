<!-- A line level with its bubble brought to the middle, and the rule at the far end of its string. -->
<script lang="ts">
	import type { Schemas } from '$lib/api/client';
	import type { Units } from '$lib/api/types';
	import RodScale from './RodScale.svelte';

	interface Props {
		shot: Schemas['PracticeShot'];
		units: Units;
	}
	let { shot, units }: Props = $props();
	const REACH = 45;
</script>

<figure
	class="my-2 flex flex-wrap items-center gap-4"
	aria-label="The rule under the string at {shot.at}, bubble in the middle{shot.turned
		? ', level turned'
		: ''}: {shot.shows_text}"
>
	<RodScale mm={shot.shows_mm} {units} reach={REACH}>
		{#snippet children(y)}
			<line x1="0" x2="190" y1={y(shot.shows_mm)} y2={y(shot.shows_mm)} class="string" />
		{/snippet}
	</RodScale>
	<svg width="150" height="90" viewBox="0 0 150 90" aria-hidden="true">
		<line x1="0" x2="150" y1="14" y2="14" class="string" />
		<path d="M20 14 v12 M130 14 v12" class="hook" />
		<rect x="10" y="26" width="130" height="44" rx="4" class="case" />
		<path d="M30 48 q45 -16 90 0 q-45 16 -90 0 z" class="vial" />
		<ellipse cx="75" cy="45" rx="17" ry="6" class="bubble" />
		<path d="M56 36 v20 M94 36 v20" class="hook" />
		<path d={shot.turned ? 'M132 60 l-12 -8 v16 z' : 'M18 60 l12 -8 v16 z'} class="mark" />
	</svg>
	<figcaption class="text-lg font-semibold">
		Bubble in the middle{shot.turned ? ', level turned end for end' : ''}. Read the rule under the
		string.
	</figcaption>
</figure>

<style>
	.string {
		stroke: var(--string);
		stroke-width: 3;
	}
	.hook {
		fill: none;
		stroke: var(--ink);
		stroke-width: 2;
	}
	.case {
		fill: var(--wood);
		stroke: var(--ink);
		stroke-width: 2;
	}
	.vial {
		fill: color-mix(in oklab, var(--good) 35%, var(--sheet));
		stroke: var(--ink);
	}
	.bubble {
		fill: var(--sheet);
		stroke: var(--ink);
	}
	.mark {
		fill: var(--ink);
	}
</style>
