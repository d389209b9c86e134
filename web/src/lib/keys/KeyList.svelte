<script lang="ts">
	import Dialog from '$lib/ui/Dialog.svelte';
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
	<button class="board-button plain mt-5" aria-pressed={keys.on} onclick={() => keys.toggle()}>
		Single keys are {keys.on ? 'on' : 'off'}
	</button>
</Dialog>
