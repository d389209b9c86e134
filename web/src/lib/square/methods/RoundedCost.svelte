<script lang="ts">
	import type { Call, Units } from '$lib/api/types';
	import { lengths } from '$lib/keypad/keypad.svelte';
	import { Echo } from '$lib/lengths/echo.svelte';
	import Len from '$lib/lengths/Len.svelte';

	interface Props {
		calls: Call[];
		units: Units;
	}
	let { calls, units }: Props = $props();

	let chosen = $state(0);
	let text = $state('');
	const echo = new Echo();
	const diagonals = $derived(calls.filter((call) => call.kind === 'diagonal'));
	const call = $derived(diagonals[chosen] ?? calls[0]);
	$effect(() => echo.ask(text, units, { againstMm: call?.call_mm, farPerMm: call?.far_per_mm }));
</script>

{#if call && diagonals.length}
	<h2 class="mt-4 font-bold">What a rounded number costs</h2>
	<div class="mt-1 grid grid-cols-[7rem_minmax(0,1fr)] items-center gap-2">
		<select class="field" aria-label="Diagonal" bind:value={chosen}>
			{#each diagonals as one, index (one.key)}
				<option value={index}>{one.name}</option>
			{/each}
		</select>
		<input
			class="field numbers text-right text-xl"
			aria-label="Called instead of {call.call_text}"
			placeholder={call.call_text}
			bind:value={text}
			autocomplete="off"
			spellcheck="false"
			{@attach lengths(() => ({ marks: units }))}
		/>
	</div>
	<p class="mt-1 min-h-6" aria-live="polite">
		{#if echo.trouble}<span class="font-semibold text-string">{echo.trouble}</span>
		{:else if echo.read?.cost_text}
			{echo.read.difference_text?.startsWith('−') ? 'Short' : 'Long'} by
			<b><Len text={(echo.read.difference_text ?? '').replace(/^[+−]/, '')} /></b>: the far corner
			slides <b><Len text={echo.read.cost_text} /></b>.
		{:else if text.trim() && echo.read}Nothing that shows.
		{:else}<span class="text-ink-soft"
				>Type what somebody called instead of <Len text={call.call_text} />.</span
			>{/if}
	</p>
{/if}
