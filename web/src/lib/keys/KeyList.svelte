<script lang="ts">
	import Dialog from '$lib/ui/Dialog.svelte';
	import { person } from '$lib/person/person.svelte';
	import { keys } from './keys.svelte';
</script>

<Dialog open={keys.listed} title="Keys" onClose={() => (keys.listed = false)}>
	<dl class="grid grid-cols-[auto_1fr] items-center gap-x-4 gap-y-2">
		<dt class="nail-key justify-self-start">?</dt>
		<dd>this list</dd>
		{#each keys.all as binding (binding.key)}
			<dt class="nail-key justify-self-start">{binding.key.toUpperCase()}</dt>
			<dd>{binding.does}</dd>
		{/each}
		<dt class="numbers font-bold">Enter</dt>
		<dd>record a reading and go to the next row</dd>
		<dt class="numbers font-bold">Esc</dt>
		<dd>leave a field, so that single keys work again</dd>
		<dt class="numbers font-bold">+ − 0</dt>
		<dd>on the plan: nearer, farther, all of it; arrows move it</dd>
	</dl>
	<p class="mt-4 flex flex-wrap items-center gap-3">
		{person.name
			? `${person.name} holds the tape on this device.`
			: 'Nobody has said who holds the tape.'}
		<button
			class="board-button plain"
			onclick={() => {
				keys.listed = false;
				person.asking = true;
			}}>{person.name ? 'Somebody else' : 'Say who'}</button
		>
	</p>
	<button class="board-button plain mt-3" aria-pressed={keys.on} onclick={() => keys.toggle()}>
		Single keys are {keys.on ? 'on' : 'off'}
	</button>
</Dialog>
