<script lang="ts">
	import type { Standing } from '$lib/api/types';
	import { lengths } from '$lib/keypad/keypad.svelte';
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import { HeightEntry } from './heightEntry.svelte';
	import Sign from './Sign.svelte';
	import SightField from '$lib/levels/shoot/SightField.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';

	interface Props {
		stage: LevelsStage;
		row: Standing;
	}
	let { stage, row }: Props = $props();

	const setup = $derived(stage.setup);
	const entry = new HeightEntry(
		() => stage,
		() => row
	);
	/** Who shot the thing last. */
	const who = $derived(
		stage.levels?.setups
			.flatMap((one) => one.shots)
			.findLast((one) => !one.struck && one.at === row.at && one.thing === row.name)?.who ?? ''
	);

	async function keep(event: SubmitEvent) {
		event.preventDefault();
		const form = event.currentTarget as HTMLFormElement;
		if (!setup || !entry.text.trim()) return;
		const kept = entry.keep();
		if ((await kept) === 'refused') return;
		form.closest('li')?.nextElementSibling?.querySelector('input')?.focus();
	}
</script>

<li class="row" data-way={row.way ?? 'unknown'}>
	<b class="text-lg">{stage.label(row.at)}</b>
	<span class="said">
		<Sign way={row.on_thing ? row.way : null} />
		<span class="font-bold"><Words text={row.words} /></span>
		<span class="block text-sm text-ink-soft">
			{#if row.stake}stake: <Len text={row.stake} />{/if}{#if who}{row.stake ? ', ' : ''}{who}{/if}
			{#if row.thumb}<span class="block"><Words text={row.thumb} /></span>{/if}
		</span>
	</span>
	<form class="no-print" onsubmit={keep}>
		<input
			class="field numbers text-right text-xl"
			aria-label="Rod on {row.name} at {stage.label(row.at)}"
			value={entry.text}
			aria-invalid={entry.trouble ? 'true' : undefined}
			placeholder={row.target_reading_text ?? ''}
			disabled={!setup || setup.shots.length === 0}
			autocomplete="off"
			enterkeyhint="next"
			onfocus={() => (stage.at = row.at)}
			oninput={(event) => entry.type(event.currentTarget.value)}
			{@attach lengths(() => ({ marks: entry.marks, signed: true }))}
		/>
	</form>
	{#if entry.isCorrected}
		<div class="refused text-right"><SightField {entry} at={stage.label(row.at)} /></div>
	{/if}
	{#if entry.trouble}
		<p class="refused text-right font-semibold text-string" role="alert">{entry.trouble}</p>
	{:else if entry.readsAs}
		<p class="refused text-right text-measured" aria-live="polite">
			= <Words text={entry.readsAs} />{#if entry.says}: <b><Words text={entry.says} /></b>{/if}
		</p>
	{:else if entry.waiting}
		<p class="refused text-right text-ink-soft">kept here, on its way</p>
	{/if}
</li>

<style>
	.row {
		display: grid;
		grid-template-columns: 4.2rem minmax(0, 1fr) 8.5rem;
		align-items: center;
		gap: 0.5rem;
		padding-block: 0.25rem;
		border-bottom: 1px solid var(--rule);
	}
	.said {
		display: block;
		font-size: 1.1rem;
		line-height: 1.2;
	}
	.refused {
		grid-column: 1 / -1;
	}
</style>
