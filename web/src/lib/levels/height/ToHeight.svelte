<script lang="ts">
	import Choice from '$lib/ui/Choice.svelte';
	import { untrack } from 'svelte';
	import type { LevelPlan } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import HeightRow from './HeightRow.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';
	import { withoutSpots } from './targets';
	import AcceptHeights from './AcceptHeights.svelte';
	import TargetForm from './TargetForm.svelte';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	const rows = $derived(stage.standings.filter((one) => one.name === stage.target));
	/** The point in hand: the one whose field is open, else the first that is not on height yet. */
	const first = $derived(
		rows.find((one) => one.at === stage.at) ?? rows.find((one) => one.way !== 'on') ?? rows[0]
	);
	const plan = $derived(stage.planned.targets ?? []);
	/** Open from the start when there is nothing yet; what others plan meanwhile does not shut it. */
	let adding = $state(untrack(() => !stage.planned.targets?.length));
	let trouble = $state('');

	async function drop() {
		const points = rows.map((one) => one.at);
		trouble = await stage.plan((all) => ({
			...all,
			targets: withoutSpots(all.targets ?? [], stage.target, points)
		}));
	}
	async function mark(value: string) {
		trouble = await stage.plan((all) => ({
			...all,
			marked_in: (value || null) as NonNullable<LevelPlan['marked_in']> | null
		}));
	}
	const stick = $derived(
		stage.result?.sticks.find((one) => one.structure === stage.structure.name_in_file)
	);
</script>

{#if stage.things.length}
	<div class="no-print mb-2">
		<Choice
			label="What is set to height"
			options={stage.things.map((thing) => ({ value: thing, label: thing }))}
			value={stage.target}
			onValue={(thing) => (stage.target = thing)}
			loose
		/>
	</div>
{/if}
{#if first}
	<div class="target" aria-live="polite">
		<p class="text-lg">
			{first.name}, {stage.label(first.at)}: at <Len text={first.text} />, within <Len
				text={first.tolerance_text}
			/>
		</p>
		{#if first.target_reading_text}
			<p class="number" aria-label="the rod reads {first.target_reading_text}">
				<Len text={first.target_reading_text} />
			</p>
			<p class="text-ink-soft">on the rod, from {stage.result?.standing_text}</p>
		{:else}
			{#if !first.trouble}<p class="font-semibold">
					Set up and shoot the benchmark to know what the rod must read.
				</p>{/if}
		{/if}
		{#if first.trouble}<p class="caution mt-1 font-semibold">{first.trouble}</p>{/if}
	</div>
	<button class="board-button no-print my-2 w-full" onclick={() => (stage.shouting = true)}
		>Shout it to the rod</button
	>
	<ol class="stick" aria-label="{first.name}, point by point">
		{#each rows as row (row.at)}<HeightRow {stage} {row} />{/each}
	</ol>
	<p class="no-print mt-1 flex flex-wrap items-center gap-x-4">
		<label
			>stakes marked in
			<select
				class="field !w-auto"
				aria-label="Stakes marked in"
				value={stage.planned.marked_in ?? ''}
				onchange={(event) => mark(event.currentTarget.value)}
			>
				<option value="">as the tape</option>
				<option value="feet-hundredths">feet and hundredths</option>
				<option value="inches">inches</option>
				<option value="metric">metres</option>
			</select></label
		>
		<button class="min-h-11 underline" onclick={drop}>take “{first.name}” out</button>
	</p>
{/if}
{#if trouble}<p role="alert" class="font-semibold text-string">{trouble}</p>{/if}
<AcceptHeights {stage} />
{#if adding || !plan.length}
	<TargetForm {stage} onKept={() => (adding = false)} />
{:else}
	<button class="board-button plain no-print mt-2" onclick={() => (adding = true)}
		>Something else to set to height</button
	>
{/if}
{#if stick}
	<h2 class="mt-5 text-lg font-bold">
		Story stick: down from the string at <Len text={stick.string_text} />
	</h2>
	<table class="w-full text-left" aria-label="Story stick">
		<tbody>
			{#each stick.drops as drop (drop.name)}
				<tr class="border-t border-rule text-lg">
					<th class="py-1 font-semibold">{drop.name}</th>
					<td class="text-right"><Words text={drop.text} /></td>
				</tr>
			{/each}
		</tbody>
	</table>
{/if}

<style>
	.target {
		padding: 0.4rem 0.8rem;
		border-left: 8px solid var(--measured);
		background: var(--sheet);
	}
	.number {
		font-size: clamp(3.2rem, 9vw, 4.6rem);
		line-height: 1.05;
		font-weight: 800;
	}
	/* the story stick that the rows are notched on */
	.stick {
		position: relative;
		border-left: 0.75rem solid var(--wood);
		padding-left: 0.6rem;
	}
</style>
