<!-- A rod through an optical level: read at its long hair. -->
<script lang="ts">
	import type { Schemas } from '$lib/api/client';
	import type { Units } from '$lib/api/types';
	import RodScale from './RodScale.svelte';

	interface Props {
		shot: Schemas['PracticeShot'];
		units: Units;
	}
	let { shot, units }: Props = $props();
</script>

<figure class="my-2" aria-label="The rod at {shot.at} through the level: {shot.shows_text}">
	<RodScale mm={shot.shows_mm} {units} reach={38} height={300}>
		{#snippet children(y)}
			{@const at = y(shot.shows_mm)}
			<path
				d="M0 0 H190 V300 H0 Z M95 5 a145 145 0 0 0 0 290 a145 145 0 0 0 0 -290 Z"
				class="rim"
			/>
			<line x1="0" x2="190" y1={at} y2={at} class="hair" />
			<line x1="95" x2="95" y1="5" y2="295" class="hair thin" />
		{/snippet}
	</RodScale>
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
	.thin {
		stroke-width: 0.75;
	}
</style>
