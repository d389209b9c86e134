<script lang="ts">
	import type { Standing } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import { ReadingEcho } from './readingEcho.svelte';
	import Sign from './Sign.svelte';
	import type { LevelsStage } from './stage.svelte';

	interface Props {
		stage: LevelsStage;
		row: Standing;
	}
	let { stage, row }: Props = $props();

	const setup = $derived(stage.setup);
	const key = $derived(`${row.name}|${row.at}`);
	const text = $derived(stage.draft(key));
	/** Who shot the thing last. */
	const who = $derived(
		stage.levels?.setups
			.flatMap((one) => one.shots)
			.findLast((one) => !one.struck && one.at === row.at && one.thing === row.name)?.who ?? ''
	);
	const parcel = $derived(
		stage.parcels.findLast((one) => one.shot?.at === row.at && one.shot.on === row.name)
	);

	const echo = new ReadingEcho();
	$effect(() =>
		echo.ask({
			units: stage.job.units,
			rod: setup?.rod ?? stage.job.units,
			text,
			hi_mm: stage.found?.level_line_mm ?? undefined,
			target_mm: row.height_mm,
			tolerance_mm: row.tolerance_mm
		})
	);

	function keep(event: SubmitEvent) {
		event.preventDefault();
		if (!setup || !text.trim()) return;
		stage.shoot(setup, { at: row.at, thing: row.name, reading: text });
		stage.type(key, '');
		const form = event.currentTarget as HTMLFormElement;
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
			value={text}
			placeholder={row.target_reading_text ?? ''}
			disabled={!setup || setup.shots.length === 0}
			autocomplete="off"
			enterkeyhint="next"
			onfocus={() => (stage.at = row.at)}
			oninput={(event) => stage.type(key, event.currentTarget.value)}
		/>
	</form>
	{#if text}
		<p class="refused text-right" aria-live="polite">
			{#if echo.trouble}<strong class="text-string">{echo.trouble}</strong>
			{:else if echo.says}<span class="text-measured"
					>= <Words text={echo.text} />: <b><Words text={echo.says} /></b></span
				>{/if}
		</p>
	{/if}
	{#if parcel?.refused}<p class="refused font-semibold text-string" role="alert">
			{parcel.refused}
		</p>{/if}
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
