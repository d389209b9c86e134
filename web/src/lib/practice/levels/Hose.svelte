<!-- An end of a water level against a scale: the water swings until it has come to rest, and is read in its middle. -->
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
	/** What can be seen of the swing. */
	const swing = $derived(Math.min(shot.moving_mm, REACH * 0.9));
	const still = $derived(shot.moving_mm < 1);
	const said = $derived(
		still ? `the water stands at ${shot.shows_text}` : 'the water still swings: wait longer'
	);
</script>

<figure class="my-2 flex flex-wrap items-center gap-4" aria-label="The hose at {shot.at}: {said}">
	<RodScale mm={shot.shows_mm} {units} reach={REACH}>
		{#snippet children(y)}
			{@const middle = y(shot.shows_mm)}
			{@const high = middle - y(shot.shows_mm + swing)}
			<rect x="8" y="0" width="30" height="340" class="tube" />
			{#if !still}<rect x="8" y={middle - high} width="30" height={2 * high} class="swept" />{/if}
			<g class:swings={!still} style:--high="{high}px">
				<path d="M9 {middle - 4} q14 8 28 0 V500 H9 Z" class="water" />
				<line x1="38" x2="56" y1={middle} y2={middle} class="hair" />
			</g>
		{/snippet}
	</RodScale>
	<figcaption class="text-lg font-semibold">
		{still ? 'It stands. Read it at the bottom of its curve.' : 'It still swings.'}
	</figcaption>
</figure>

<style>
	.tube {
		fill: none;
		stroke: var(--ink);
		stroke-width: 2;
	}
	.water {
		fill: color-mix(in oklab, var(--measured) 55%, transparent);
		clip-path: inset(0);
	}
	.swept {
		fill: color-mix(in oklab, var(--measured) 18%, transparent);
	}
	.hair {
		stroke: var(--string);
		stroke-width: 2;
	}
	@media (prefers-reduced-motion: no-preference) {
		.swings {
			animation: swing 1.6s ease-in-out infinite alternate;
		}
	}
	@keyframes swing {
		from {
			transform: translateY(calc(-1 * var(--high)));
		}
		to {
			transform: translateY(var(--high));
		}
	}
</style>
