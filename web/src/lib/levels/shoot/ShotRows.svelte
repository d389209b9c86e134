<script lang="ts">
	import { MediaQuery } from 'svelte/reactivity';
	import type { Schemas } from '$lib/api/client';
	import type { LevelSetup, LevelShot } from '$lib/api/types';
	import { lengths } from '$lib/keypad/keypad.svelte';
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';

	interface Props {
		stage: LevelsStage;
		setup: LevelSetup;
		found: Schemas['SetupResult'] | undefined;
		/** Number of the setup, from 0. */
		index: number;
		/** The newest shot on top, under the hand that writes it; else as in a book. */
		newestFirst?: boolean;
	}
	let { stage, setup, found, index, newestFirst = false }: Props = $props();

	const ROLES: Record<string, string> = { start: 'begins here', check: 'check' };
	/** Under a writing hand on a phone the last ones are enough: the plan is not to lie below a whole book. */
	const narrow = new MediaQuery('(max-width: 64rem)');
	const FEW = 4;
	let all = $state(false);
	const isCut = $derived(newestFirst && narrow.current && !all && setup.shots.length > FEW + 1);
	const listed = $derived(newestFirst ? setup.shots.toReversed() : setup.shots);
	const rows = $derived(
		(isCut ? listed.slice(0, FEW) : listed).map((shot) => ({
			shot,
			found: found?.shots.find((one) => one.number === shot.number),
			doubt: stage.result?.doubts.find((one) => one.setup === index && one.number === shot.number)
		}))
	);
	let correcting = $state('');
	/** The reading about which is asked whether what hangs on it may go. */
	let asking = $state('');
	let text = $state('');

	function correct(event: SubmitEvent, shot: LevelShot) {
		event.preventDefault();
		if (!text.trim()) return;
		void stage.shots.record(
			setup,
			{
				at: shot.at,
				thing: shot.thing ?? '',
				reading: text,
				turned: shot.turned?.written ?? '',
				bracket: shot.bracket?.written ?? '',
				leans: shot.leans?.written ?? '',
				foot: shot.foot?.written ?? '',
				distance: shot.distance?.written ?? ''
			},
			shot
		);
		correcting = '';
	}
</script>

<table class="w-full text-left" aria-label="Shots of setup {index + 1}">
	<thead class="text-sm text-ink-soft">
		<tr
			><th>Point</th><th class="text-right">Reading</th><th class="text-right">Height</th><th
			></th></tr
		>
	</thead>
	<tbody>
		{#each rows as row (row.shot.id)}
			{@const shot = row.shot}
			<tr class="border-t border-rule" class:struck={shot.struck} class:doubt={row.doubt}>
				<th class="py-1 text-lg leading-tight"
					>{stage.label(shot.at)}
					<span class="block text-sm font-normal text-ink-soft"
						><Words
							text={shot.struck
								? `struck by ${shot.struck.who}`
								: [
										shot.thing,
										ROLES[row.found?.role ?? ''],
										row.found?.half_text && `middle of ± ${row.found.half_text}`,
										shot.leans && `rod ${shot.leans.text} out of plumb`,
										shot.foot && `foot ${shot.foot.text} short`
									]
										.filter(Boolean)
										.join(', ')}
						/></span
					></th
				>
				<td class="text-right text-lg"
					><Len text={shot.reading.text} />{#if shot.turned}<span
							class="block text-sm text-ink-soft">turned <Len text={shot.turned.text} /></span
						>{/if}</td
				>
				<td class="text-right text-lg font-semibold">
					{#if row.found}<Len text={row.found.height_text} />{/if}
				</td>
				<td class="no-print text-right whitespace-nowrap">
					{#if !shot.struck}
						<button
							class="min-h-11 px-1 underline"
							aria-label="Correct {stage.label(shot.at)} {shot.reading.text}"
							onclick={() => {
								correcting = correcting === shot.id ? '' : shot.id;
								text = shot.reading.written;
							}}>correct</button
						>
						<button
							class="min-h-11 px-1 underline"
							aria-label="Strike {stage.label(shot.at)} {shot.reading.text}"
							onclick={() => {
								if (row.found?.carries) asking = asking === shot.id ? '' : shot.id;
								else stage.shots.strike(shot);
							}}>strike</button
						>
					{:else}
						<button
							class="min-h-11 px-1 underline"
							aria-label="Let {stage.label(shot.at)} {shot.reading.text} count again"
							onclick={() => stage.shots.takeBack(shot)}>take back</button
						>
					{/if}
				</td>
			</tr>
			{#if row.doubt && !shot.struck}
				<tr
					><td colspan="4" class="pb-1 font-semibold text-string"
						><Words text={row.doubt.text} /></td
					></tr
				>
			{/if}
			{#if asking === shot.id && !shot.struck}
				<tr>
					<td colspan="4" class="pb-2">
						<div class="caution" role="alertdialog" aria-label="Strike it with what hangs on it?">
							<p>{row.found?.carries}</p>
							<button
								class="board-button mt-1"
								onclick={() => {
									asking = '';
									stage.shots.strike(shot, true);
								}}>Strike it anyway</button
							>
							<button class="min-h-11 px-3 underline" onclick={() => (asking = '')}>Leave it</button
							>
						</div>
					</td>
				</tr>
			{/if}
			{#if correcting === shot.id}
				<tr>
					<td colspan="4" class="pb-2">
						<form class="flex gap-2" onsubmit={(event) => correct(event, shot)}>
							<input
								class="field numbers text-right text-2xl"
								aria-label="Reading at {stage.label(shot.at)}, corrected"
								bind:value={text}
								{@attach lengths(() => ({ marks: setup.rod, signed: true }))}
							/>
							<button class="board-button">Keep</button>
						</form>
					</td>
				</tr>
			{/if}
		{/each}
	</tbody>
</table>
{#if isCut}
	<button class="no-print min-h-11 underline" onclick={() => (all = true)}
		>All {setup.shots.length} readings of this setup</button
	>
{/if}

<style>
	.struck th,
	.struck td:nth-child(-n + 3) {
		text-decoration: line-through;
		color: var(--ink-soft);
	}
	.doubt th {
		border-left: 5px dashed var(--string);
		padding-left: 0.4rem;
	}
</style>
