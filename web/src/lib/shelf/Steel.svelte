<!-- What heat, pull and sag do to what a steel tape reads. -->
<script lang="ts">
	import { answer, api, ApiError } from '$lib/api/client';
	import type { Units } from '$lib/api/types';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import Words from '$lib/lengths/Words.svelte';

	interface Props {
		id: string;
		units: Units;
	}
	let { id, units }: Props = $props();

	let length = $state('');
	let temperature = $state('');
	let pull = $state('');
	let span = $state('');
	let told = $state('');
	let trouble = $state('');
	const feet = $derived(units === 'ft-in');
	const number = (text: string) => Number(text.trim().replace(',', '.'));

	async function ask(event: SubmitEvent) {
		event.preventDefault();
		try {
			const found = await answer(
				api.POST('/api/shelf/{instrument_id}/steel', {
					params: { path: { instrument_id: id } },
					body: {
						units,
						length: length.trim(),
						...(temperature.trim() ? { temperature: number(temperature) } : {}),
						...(pull.trim() ? { pull: number(pull) } : {}),
						...(span.trim() ? { span: span.trim() } : {})
					}
				})
			);
			told = found.text;
			trouble = '';
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			told = '';
			trouble = error.told;
		}
	}
</script>

<form class="grid grid-cols-2 gap-x-3 gap-y-2" aria-label="Steel in heat" onsubmit={ask}>
	<LengthField label="The tape reads" value={length} {units} onInput={(text) => (length = text)} />
	<label class="font-semibold"
		>Warm as, {feet ? '°F' : '°C'}
		<input
			class="field numbers mt-1 text-right text-xl"
			inputmode="decimal"
			placeholder={feet ? '68' : '20'}
			bind:value={temperature}
		/>
		<span class="text-sm font-normal text-ink-soft">the tape, not the air: sun warms it more</span
		></label
	>
	<label class="font-semibold"
		>Pulled with, {feet ? 'pounds' : 'newtons'}
		<input
			class="field numbers mt-1 text-right text-xl"
			inputmode="decimal"
			placeholder="as it is made for"
			bind:value={pull}
		/></label
	>
	<LengthField
		label="Hangs free over"
		value={span}
		{units}
		placeholder="it lies"
		hint="from support to support"
		onInput={(text) => (span = text)}
	/>
	{#if told}<p class="col-span-2 text-lg font-semibold" role="status"><Words text={told} /></p>{/if}
	{#if trouble}<p role="alert" class="col-span-2 font-semibold text-string">{trouble}</p>{/if}
	<button class="board-button col-span-2" disabled={!length.trim()}>What must be added</button>
</form>
