<script lang="ts">
	import Dialog from '$lib/ui/Dialog.svelte';
	import { person } from './person.svelte';

	const LONGEST = 80;
	let name = $state('');
	const tooLong = $derived(name.trim().length > LONGEST);

	function submit(event: SubmitEvent) {
		event.preventDefault();
		person.answer(name);
	}
</script>

<Dialog
	open={person.asking}
	title="Who holds the tape?"
	onClose={() => {
		if (person.asking) person.answer('');
	}}
>
	<p>Every reading and every change keeps a name. It is asked once on this device.</p>
	<form class="mt-4 flex gap-3" onsubmit={submit}>
		<label class="grow">
			<span class="sr-only">Your name</span>
			<input
				class="field"
				bind:value={name}
				autocomplete="name"
				placeholder="Your name"
				data-first
			/>
		</label>
		<button class="board-button" disabled={!name.trim() || tooLong}>Keep it</button>
	</form>
	<p class="mt-1 min-h-6 font-semibold text-string" aria-live="polite">
		{tooLong ? `A name has at most ${LONGEST} characters; this has ${name.trim().length}.` : ''}
	</p>
</Dialog>
