<!-- A rod through an optical level: read at its long hair, which swims where the eyepiece is not in focus. -->
<script lang="ts">
	import type { Schemas } from '$lib/api/client';
	import type { Units } from '$lib/api/types';
	import RodScale from './RodScale.svelte';

	interface Props {
		shot: Schemas['PracticeShot'];
		units: Units;
	}
	let { shot, units }: Props = $props();
	const swims = $derived(shot.moving_mm >= 1);
	const said = $derived(swims ? 'the hair swims as the eye moves' : shot.shows_text);
</script>

<figure class="my-2" aria-label="The rod at {shot.at} through the level: {said}">
	<RodScale mm={shot.shows_mm} {units} reach={38} height={300}>
		{#snippet children(y)}
			{@const at = y(shot.shows_mm)}
			<path
				d="M0 0 H190 V300 H0 Z M95 5 a145 145 0 0 0 0 290 a145 145 0 0 0 0 -290 Z"
				class="rim"
			/>
			{@const high = at - y(shot.shows_mm + shot.moving_mm)}
			{#if swims}<rect x="0" width="190" y={at - high} height={2 * high} class="swept" />{/if}
			<line x1="0" x2="190" y1={at} y2={at} class="hair" class:swims style:--high="{high}px" />
			<line x1="95" x2="95" y1="5" y2="295" class="hair thin" />
		{/snippet}
	</RodScale>
	{#if swims}<figcaption class="text-lg font-semibold">
			The hair swims on the rod as your eye moves.
		</figcaption>{/if}
</figure>

<style>
	.rim {
		fill: var(--slate);
		fill-rule: evenodd;
	}
	.hair {
		stroke: var(--string);
		stroke-width: 1.5;
	}
	.swept {
		fill: color-mix(in oklab, var(--string) 18%, transparent);
	}
	@media (prefers-reduced-motion: no-preference) {
		.swims {
			animation: swim 2.6s ease-in-out infinite alternate;
		}
	}
	@keyframes swim {
		from {
			transform: translateY(calc(-1 * var(--high)));
		}
		to {
			transform: translateY(var(--high));
		}
	}
	.thin {
		stroke-width: 0.75;
	}
</style>
