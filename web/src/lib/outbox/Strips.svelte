<!-- What became of readings on their way, above every page. -->
<script lang="ts">
	import { page } from '$app/state';
	import Dialog from '$lib/ui/Dialog.svelte';
	import { outbox } from './outbox.svelte';
	import Refused from './Refused.svelte';

	/** Stages that show beside the readings what was not taken of them. */
	const SHOWING = /\/(square|levels)$/;

	let looking = $state(false);
	const elsewhere = $derived(
		outbox.refused.filter(
			(one) => one.structureId !== page.params.structure || !SHOWING.test(page.route.id ?? '')
		)
	);
	// the next one that is not taken opens nothing by itself
	$effect(() => {
		if (elsewhere.length === 0) looking = false;
	});
	const many = $derived(elsewhere.length > 1);
</script>

{#if outbox.unkept}
	<p role="alert" class="strip">
		This device cannot keep readings: its storage is full or shut. Leave this page open until
		{outbox.waiting.length} are sent, or write them down.
	</p>
{/if}
{#if outbox.away}
	<p role="status" class="strip">
		Anvilhead or its database is away. {outbox.waiting.length} kept here; sent when it is back.
	</p>
{/if}
{#if elsewhere.length}
	<p role="status" class="strip">
		{elsewhere.length}
		{many ? 'things' : 'thing'} you recorded {many ? 'were' : 'was'} not taken.
		<button class="min-h-11 px-3 underline" onclick={() => (looking = true)}>Look</button>
	</p>
	<Dialog open={looking} title="Not taken" onClose={() => (looking = false)}>
		<Refused parcels={elsewhere} named />
	</Dialog>
{/if}

<style>
	.strip {
		background: var(--string);
		color: var(--string-ink);
		padding: 0.25rem 1rem;
		text-align: center;
		font-weight: 600;
	}
</style>
