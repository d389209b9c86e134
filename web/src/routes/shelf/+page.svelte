<script lang="ts">
	import { onMount } from 'svelte';
	import type { Units } from '$lib/api/types';
	import { UNITS } from '$lib/job/session.svelte';
	import { keepOwnUnits, ownUnits } from '$lib/lengths/ownUnits';
	import InstrumentCard from '$lib/shelf/InstrumentCard.svelte';
	import InstrumentForm from '$lib/shelf/InstrumentForm.svelte';
	import { PLANKS } from '$lib/shelf/kinds';
	import { Shelf } from '$lib/shelf/shelf.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import Dialog from '$lib/ui/Dialog.svelte';
	import Mark from '$lib/ui/Mark.svelte';
	import { newId } from '$lib/ui/newId';

	const shelf = new Shelf(ownUnits());
	let adding = $state('');
	let showAway = $state(false);
	const standing = $derived((shelf.instruments ?? []).filter((one) => !one.away));
	const away = $derived((shelf.instruments ?? []).filter((one) => one.away));
	const wanting = $derived(standing.filter((one) => !one.fine));
	function choose(units: Units) {
		keepOwnUnits(units);
		void shelf.load(units);
	}
	onMount(() => void shelf.load());
</script>

<svelte:head><title>The shelf · Anvilhead</title></svelte:head>

<div class="mx-auto max-w-[80rem] px-4 py-3 sm:px-7">
	<header class="mb-3 flex flex-wrap items-center gap-3">
		<a href="/" class="inline-flex min-h-11 min-w-11 items-center" aria-label="The yard, all jobs"
			><Mark /></a
		>
		<h1 class="text-2xl font-extrabold">The shelf</h1>
		<div class="ml-auto flex flex-wrap items-center gap-3">
			<Choice label="Units" options={UNITS} value={shelf.units} onValue={choose} />
			<button class="board-button" onclick={() => (adding = newId())}>Put one on</button>
		</div>
	</header>
	<main>
		{#if shelf.trouble}<p role="alert" class="caution mb-3 font-semibold">{shelf.trouble}</p>{/if}
		{#if shelf.instruments && !shelf.instruments.length}
			<p class="py-16 text-center text-xl">
				Nothing stands here yet. Put on what the crew carries: every job then knows how good it is,
				and when it was last tested.
			</p>
		{:else if shelf.instruments}
			<p class="mb-1 text-lg" role="status">
				{#if shelf.sample}<strong>These are the samples’.</strong>{/if}
				{#if wanting.length}
					{wanting.length} of {standing.length}
					{wanting.length === 1 ? 'wants' : 'want'} looking at before work rests on {wanting.length ===
					1
						? 'it'
						: 'them'}: {wanting.map((one) => one.name).join(', ')}.
				{:else if standing.length}All {standing.length} were looked at in time.{/if}
			</p>
			{#each PLANKS as plank (plank.name)}
				{@const here = standing.filter((one) => plank.kinds.includes(one.kind))}
				{#if here.length}
					<section aria-labelledby="plank-{plank.name}">
						<h2 id="plank-{plank.name}" class="mt-5 text-xl font-bold">{plank.name}</h2>
						<div class="plank">
							{#each here as one (one.id)}<InstrumentCard {shelf} {one} />{/each}
						</div>
					</section>
				{/if}
			{/each}
			{#if away.length}
				<button class="mt-6 min-h-11 underline" onclick={() => (showAway = !showAway)}
					>{showAway ? 'hide' : 'show'} what was put away ({away.length})</button
				>
				{#if showAway}
					<div class="plank">
						{#each away as one (one.id)}<InstrumentCard {shelf} {one} />{/each}
					</div>
				{/if}
			{/if}
		{/if}
	</main>
</div>

<Dialog open={Boolean(adding)} title="An instrument for the shelf" onClose={() => (adding = '')}>
	<InstrumentForm
		kinds={shelf.kinds}
		units={shelf.units}
		onKeep={(instrument) => shelf.putOn(adding, instrument)}
		onDone={() => (adding = '')}
	/>
</Dialog>

<style>
	.plank {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(min(24rem, 100%), 1fr));
		grid-auto-flow: dense;
		align-items: start;
		gap: 0.75rem 0;
	}
</style>
