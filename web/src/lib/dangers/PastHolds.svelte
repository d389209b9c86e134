<!-- Hold points that somebody went past: said on every screen and every sheet from then on. -->
<script lang="ts">
	import { useDangers } from './dangers.svelte';

	const dangers = useDangers();
	const day = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium' });
</script>

{#each dangers.past as one (one.hold)}
	<p class="past">
		<strong>Gone past without it: {one.title.toLowerCase()}.</strong>
		{one.who}{#if one.at}, {day.format(new Date(one.at))}{/if}: {one.note}
	</p>
{/each}

<style>
	.past {
		padding: 0.2rem 0.75rem;
		border: 1.5px dashed var(--string);
		margin-bottom: 0.4rem;
	}
</style>
