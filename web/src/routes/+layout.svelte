<script lang="ts">
	import { goto } from '$app/navigation';
	import { onMount, type Snippet } from 'svelte';
	import '../app.css';
	import Keypad from '$lib/keypad/Keypad.svelte';
	import KeyList from '$lib/keys/KeyList.svelte';
	import { keys } from '$lib/keys/keys.svelte';
	import { theme } from '$lib/look/theme.svelte';
	import { outbox } from '$lib/outbox/outbox.svelte';
	import SlateDialog from '$lib/slate/SlateDialog.svelte';
	import Strips from '$lib/outbox/Strips.svelte';
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
	onbeforeunload={(event) => {
		if (outbox.wouldLose) event.preventDefault();
	}}
/>

<Strips />
{@render children()}
<WhoDialog />
<KeyList />
<SlateDialog />
<Keypad />
