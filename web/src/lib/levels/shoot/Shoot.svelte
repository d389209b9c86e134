<script lang="ts">
	import CautionList from '$lib/dangers/CautionList.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import BenchmarkField from './BenchmarkField.svelte';
	import Refused from '$lib/outbox/Refused.svelte';
	import SetupForm from './SetupForm.svelte';
	import ShotEntry from './ShotEntry.svelte';
	import ShotRows from './ShotRows.svelte';
	import Slipped from './Slipped.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';
	import { CARRIED, LEVEL_INSTRUMENTS } from '$lib/levels/words';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	const setup = $derived(stage.setup);
	const index = $derived(stage.index);
	const found = $derived(stage.found);
	const setups = $derived(stage.levels?.setups ?? []);
	/** A setup begun after the one in hand: by another crew, or the same instrument moved by somebody else. */
	const newer = $derived(index < setups.length - 1 ? setups.at(-1) : undefined);
	let moving = $state(false);
	let trouble = $state('');
	/** A hose or a string has two ends: once both are read it is carried on from the far one. */
	const onFrom = $derived.by(() => {
		const read = setup?.shots.filter((one) => !one.struck) ?? [];
		const carried = setup && CARRIED.includes(setup.instrument) && read.length > 1;
		return carried ? stage.label(read.at(-1)?.at ?? '') : '';
	});

	async function walkOn() {
		if (!setup) return;
		trouble = await stage.beginSetup({
			instrument: setup.instrument,
			rod: setup.rod,
			corrected: setup.corrected,
			...(setup.device ? { device: setup.device } : {}),
			...(setup.rod_length ? { rod_length: setup.rod_length.written } : {})
		});
	}
</script>

{#if setup && found && !moving}
	<div class="flex flex-wrap items-baseline justify-between gap-x-3 gap-y-2">
		<h2 class="text-lg font-bold">
			Setup {index + 1}: {setup.device ?? LEVEL_INSTRUMENTS[setup.instrument]}
		</h2>
		{#if setups.length > 1}
			<label class="no-print"
				>shooting from
				<select
					class="field !w-auto"
					aria-label="Shooting from"
					value={setup.id}
					onchange={(event) => stage.choose(event.currentTarget.value)}
				>
					{#each setups as one, number (one.id)}
						<option value={one.id}
							>{number + 1}, {one.device ?? LEVEL_INSTRUMENTS[one.instrument]}, {one.who}</option
						>
					{/each}
				</select></label
			>
		{/if}
		<button class="board-button plain no-print" onclick={() => (moving = true)}
			>Instrument moves</button
		>
	</div>
	{#if newer}
		<p class="caution my-1" role="status">
			{newer.who} has set up since: setup {setups.length}, {newer.device ??
				LEVEL_INSTRUMENTS[newer.instrument]}.
			<button class="min-h-11 underline" onclick={() => stage.choose(newer.id)}
				>Shoot from it</button
			>
		</p>
	{/if}
	<p class="text-sm text-ink-soft">{found.how}</p>
	{#if stage.result?.simulated}
		<p class="caution my-1 font-semibold" role="status">{stage.result.simulated}</p>
	{/if}
	<Slipped {stage} />
	<Refused parcels={stage.shots.refused} label={(name) => stage.label(name)} />
	{#each found.reaches as reach (reach.text)}
		<p class="caution my-1 font-semibold"><Words text={reach.text} /></p>
	{/each}
	{#if onFrom}
		<button class="board-button no-print my-1 w-full" onclick={walkOn}>Walk on from {onFrom}</button
		>
	{/if}
	{#if trouble}<p role="alert" class="font-semibold text-string">{trouble}</p>{/if}
	<div class="no-print my-2 border-y-2 border-edge py-2"><ShotEntry {stage} {setup} /></div>
	{#if setup.shots.length}<ShotRows {stage} {setup} {found} {index} newestFirst />{/if}
{:else}
	{#if !setup}
		<CautionList step="levels" brief />
		<BenchmarkField {stage} />
	{/if}
	<h2 class="text-lg font-bold">{setup ? 'Where it stands next' : 'Set the instrument up'}</h2>
	<SetupForm {stage} onBegun={() => (moving = false)} />
	{#if setup}
		<button class="mt-2 min-h-11 underline" onclick={() => (moving = false)}
			>It stays where it is</button
		>
	{/if}
{/if}
