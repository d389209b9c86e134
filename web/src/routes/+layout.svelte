<script lang="ts">
	import { goto } from '$app/navigation';
	import { onMount, type Snippet } from 'svelte';
	import '../app.css';
	import Keypad from '$lib/keypad/Keypad.svelte';
	import KeyList from '$lib/keys/KeyList.svelte';
	import { keys } from '$lib/keys/keys.svelte';
	import { theme } from '$lib/look/theme.svelte';
	import { outbox } from '$lib/outbox/outbox.svelte';
	import { isOfParcels } from '$lib/outbox/parcels';
	import WhoDialog from '$lib/person/WhoDialog.svelte';

	let { children }: { children: Snippet } = $props();

	theme.show();
	onMount(() => {
		void outbox.flush();
		return keys.offer([
			{ key: 'y', does: 'the yard, all jobs', run: () => void goto('/') },
			{ key: 'd', does: 'daylight or dusk', run: () => theme.toggle() }
		]);
	});
</script>

<svelte:window
	onkeydown={(event) => keys.press(event)}
	ononline={() => void outbox.flush()}
	onstorage={(event) => isOfParcels(event) && outbox.reread()}
	onbeforeunload={(event) => {
		if (outbox.unkept && outbox.waiting.length) event.preventDefault();
	}}
/>

{#if outbox.unkept}
	<p role="alert" class="bg-string px-4 py-1 text-center font-semibold text-string-ink">
		This device cannot keep readings: its storage is full or shut. Leave this page open until
		{outbox.waiting.length} are sent, or write them down.
	</p>
{/if}
{#if outbox.away}
	<p role="status" class="bg-string px-4 py-1 text-center font-semibold text-string-ink">
		Anvilhead or its database is away. {outbox.waiting.length} kept here; sent when it is back.
	</p>
{/if}
{@render children()}
<WhoDialog />
<KeyList />
<Keypad />
