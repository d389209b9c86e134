<script lang="ts">
	import type { LevelPlan } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';
	import { picks } from '$lib/levels/pick';
	import { freeName } from '$lib/levels/typed';
	import RunProfile from './RunProfile.svelte';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	type Run = NonNullable<LevelPlan['runs']>[number];
	const units = $derived(stage.job.units);
	const runs = $derived(stage.result?.runs ?? []);
	const points = $derived((stage.levels?.points ?? []).map((one) => one.label));
	let name = $state('');
	let from = $state('');
	let to = $state('');
	let start = $state('');
	let outlet = $state('');
	let rise = $state('');
	let over = $state('');
	let cover = $state('');
	let every = $state('');
	let string = $state('');
	let stakes = $state('');
	let embedment = $state('');
	let trouble = $state('');

	async function keep(event: SubmitEvent) {
		event.preventDefault();
		trouble = await stage.plan((plan) => {
			const all = plan.runs ?? [];
			const called =
				name.trim() ||
				freeName(
					'drain',
					all.map((one) => one.name ?? '')
				);
			const run: Run = {
				name: called,
				structure: stage.structure.name_in_file,
				from: stage.nameOf(from),
				to: stage.nameOf(to),
				start_height: start.trim(),
				outlet: outlet.trim() || null,
				fall: {
					rise: rise.trim() || stage.job.usual.fall_rise,
					over: over.trim() || stage.job.usual.fall_over
				},
				cover: cover.trim() || null,
				every: every.trim() || null,
				string: string.trim() || null,
				stakes: stakes.trim() || null,
				...(embedment.trim() ? { embedment: embedment.trim() } : {})
			};
			return { ...plan, runs: [...all.filter((one) => one.name !== called), run] };
		});
		if (!trouble) name = from = to = start = outlet = cover = every = string = stakes = embedment = '';
	}

	async function drop(gone: string) {
		trouble = await stage.plan((plan) => ({
			...plan,
			runs: (plan.runs ?? []).filter((one) => one.name !== gone)
		}));
	}
</script>

{#each runs as run (run.name)}
	{@const strung = run.stations.some((one) => one.drop_text)}
	{@const staked = run.stations.some((one) => one.stake_text)}
	{@const read = run.stations.some((one) => one.reading_text)}
	{@const short = run.stations.some((one) => one.short_mm)}
	<article class="mb-3 border-l-4 pl-3 {run.works ? 'border-edge' : 'border-string'}">
		<h2 class="text-lg font-bold">{run.name}</h2>
		<p>
			<Len text={run.length_text} /> long, falling <Words text={run.fall_text} />. <Words text={run.text} />
		</p>
		{#each run.troubles as one (one)}<p class="caution font-semibold"><Words text={one} /></p>{/each}
		<RunProfile {run} />
		<table class="w-full text-right" aria-label="Stations of {run.name}">
			<thead class="text-sm text-ink-soft">
				<tr
					><th class="text-left">Along</th><th class="max-sm:hidden">Ground</th><th class="max-sm:hidden">Bottom</th>
					<th>Dig</th>{#if strung}<th>From string</th>{/if}{#if staked}<th class="max-sm:hidden">Stake</th>{/if}{#if read}<th>Rod</th>{/if}
					{#if short}<th>Cover short</th>{/if}</tr
				>
			</thead>
			<tbody class="numbers">
				{#each run.stations as one (one.along_mm)}
					<tr class="border-t border-rule">
						<th class="py-1 text-left font-semibold"><Len text={one.along_text} /></th>
						<td class="max-sm:hidden"><Len text={one.ground_text ?? '–'} /></td>
						<td class="max-sm:hidden"><Len text={one.invert_text} /></td>
						<td class="text-lg font-bold"><Len text={one.cut_text ?? '–'} /></td>
						{#if strung}<td class="text-lg font-bold"><Len text={one.drop_text ?? '–'} /></td>{/if}
						{#if staked}<td class="max-sm:hidden"><Len text={one.stake_text ?? '–'} /></td>{/if}
						{#if read}<td><Len text={one.reading_text ?? '–'} /></td>{/if}
						{#if short}<td class={one.short_mm ? 'font-bold text-string' : ''}
								><Len text={one.short_mm ? (one.short_text ?? '') : '–'} /></td
							>{/if}
					</tr>
				{/each}
			</tbody>
		</table>
		<button class="no-print min-h-11 underline" onclick={() => drop(run.name)}>take it out</button>
	</article>
{/each}
<details class="no-print">
	<summary class="flex min-h-11 cursor-pointer items-center font-semibold underline"
		>{runs.length ? 'Another run' : 'A drain, a trench or a gutter'} that falls</summary
	>
<form
	class="no-print grid grid-cols-2 gap-2 border-t-2 border-edge pt-2"
	aria-label="A run that falls"
	onsubmit={keep}
>
	<label
		><span class="font-semibold">From point</span>
		<input
			class="field mt-1"
			list="run-points"
			bind:value={from}
			{@attach picks(stage, 'where the run begins', (label) => (from = label))}
		/></label
	>
	<label
		><span class="font-semibold">to point</span>
		<input
			class="field mt-1"
			list="run-points"
			bind:value={to}
			{@attach picks(stage, 'where the run ends', (label) => (to = label))}
		/></label
	>
	<datalist id="run-points">{#each points as one (one)}<option value={one}></option>{/each}</datalist>
	<LengthField
		label="Its bottom starts at"
		value={start}
		{units}
		signed
		onInput={(t) => (start = t)}
	/>
	<LengthField
		label="and ends no lower than"
		value={outlet}
		{units}
		signed
		placeholder="anywhere"
		onInput={(t) => (outlet = t)}
	/>
	<LengthField
		label="Falls"
		value={rise}
		{units}
		placeholder={stage.job.usual.fall_rise}
		onInput={(t) => (rise = t)}
	/>
	<LengthField
		label="in"
		value={over}
		{units}
		placeholder={stage.job.usual.fall_over}
		onInput={(t) => (over = t)}
	/>
	<LengthField
		label="Cover over it"
		value={cover}
		{units}
		placeholder="none"
		onInput={(t) => (cover = t)}
	/>
	<LengthField
		label="A number every"
		value={every}
		{units}
		placeholder={stage.job.usual.run_every}
		onInput={(t) => (every = t)}
	/>
	<LengthField
		label="String or level line at"
		value={string}
		{units}
		signed
		placeholder="none"
		onInput={(t) => (string = t)}
	/>
	{#if string.trim()}
		<LengthField
			label="Longest stake at hand"
			value={stakes}
			{units}
			placeholder="cut to measure"
			hint="to carry that string"
			onInput={(t) => (stakes = t)}
		/>
		<LengthField
			label="of it in the ground"
			value={embedment}
			{units}
			placeholder={stage.job.usual.embedment}
			onInput={(t) => (embedment = t)}
		/>
	{/if}
	<label
		><span class="font-semibold">Called</span>
		<input class="field mt-1" placeholder="drain" bind:value={name} /></label
	>
	{#if trouble}<p role="alert" class="col-span-2 font-semibold text-string">{trouble}</p>{/if}
	<button class="board-button col-span-2" disabled={!from.trim() || !to.trim() || !start.trim()}
		>Work it out</button
	>
</form>
</details>
{#if runs.length}
<p class="caution mt-3 text-sm">
	Have utilities located before any trench. Shore or slope it as the local rule says; nobody stands in an
	open trench alone.
</p>
{/if}
