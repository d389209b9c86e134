<script lang="ts">
	import Dialog from '$lib/ui/Dialog.svelte';
	import { person } from './person.svelte';

	let name = $state('');

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
				maxlength="80"
				autocomplete="name"
				placeholder="Your name"
			/>
		</label>
		<button class="board-button" disabled={!name.trim()}>Keep it</button>
	</form>
</Dialog>
