<!-- Work of a task with strings: write down what was pulled, swing, move nails, accept or stake anew. -->
<script lang="ts">
	import LengthField from '$lib/lengths/LengthField.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import { caretFollows } from '$lib/practice/caret';
	import type { PracticeRun, Run } from '$lib/practice/run.svelte';
	import WhoReads from '$lib/practice/WhoReads.svelte';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import ReadTape from './ReadTape.svelte';
	import SwungTape from './SwungTape.svelte';

	interface Props {
		practice: PracticeRun;
		run: Run;
	}
	let { practice, run }: Props = $props();

	const WAYS = [
		{ value: 'in', label: 'in' },
		{ value: 'out', label: 'out' }
	] as const;
	const open = $derived(practice.openPull);
	const field = $derived(`reading ${open?.number}`);
	const reading = $derived(practice.typed(field));
	const amount = $derived(practice.typed('amount'));
	const pair = $derived(open ? `${open.start}–${open.end}` : '');
	let board = $state('');
	let way = $state<'in' | 'out'>('in');
	let swingFrom = $state('');
	let swingTo = $state('');
	let byHand = $state(false);
	const spoken = (name: string) => `Line ${name.split('@')[0]}, board at ${name.split('@')[1]}`;

	async function write(event: SubmitEvent) {
		event.preventDefault();
		if (!open || !reading.trim()) return;
		await practice.takeTyped(field, { do: 'write', pull: open.number, reading });
	}
	async function move(event: SubmitEvent) {
		event.preventDefault();
		const inward = way === 'in' ? amount.trim() : `-${amount.trim()}`;
		await practice.takeTyped('amount', { do: 'move', board, inward });
	}
	function swing(event: SubmitEvent) {
		event.preventDefault();
		void practice.pull(swingFrom, swingTo, true);
	}
</script>

{#if open}
	<form
		onsubmit={write}
		aria-label="Write down {open.start} to {open.end}"
		{@attach caretFollows(practice.from)}
	>
		<h2 class="text-xl font-bold">{pair}</h2>
		{#if open.called}
			<p class="text-2xl">
				Your helper calls: <b class="numbers"><Words text={open.called} /></b>
			</p>
		{:else}
			{@const Tape = open.swing ? SwungTape : ReadTape}
			<Tape mm={open.shows_mm} units={run.units} {pair} told={open.shows_text} />
		{/if}
		{#if run.easy}
			{@const text = open.shows_text}
			<button class="min-h-11 underline" type="button" onclick={() => practice.type(field, text)}
				>take it over: <Words {text} /></button
			>
		{/if}
		<LengthField
			label="What you write down"
			value={reading}
			units={run.units}
			onInput={(text) => practice.type(field, text)}
		/>
		<button class="board-button" disabled={!reading.trim() || practice.isBusy}>Write it down</button
		>
	</form>
{/if}
{#if run.burn_text}<p class="text-lg">
		Started at <b class="numbers"><Words text={run.burn_text} /></b>: write what stands on the tape.
	</p>{/if}
{#if !run.always_called}<WhoReads {practice} />{/if}
{#if run.swings_to.length}
	<form
		class="grid grid-cols-[1fr_1fr_auto] items-end gap-3"
		aria-label="Swing the tape"
		onsubmit={swing}
	>
		<label class="font-semibold"
			>Swing from
			<select class="field mt-1" bind:value={swingFrom} required>
				{#each Object.keys(run.corners) as name (name)}<option>{name}</option>{/each}
			</select></label
		>
		<label class="font-semibold"
			>to line
			<select class="field mt-1" bind:value={swingTo} required>
				{#each run.swings_to as name (name)}<option>{name}</option>{/each}
			</select></label
		>
		<button
			class="board-button plain"
			disabled={!swingFrom || !swingTo || practice.isBusy || Boolean(open)}>Swing</button
		>
	</form>
{/if}
<form class="border-t border-rule pt-2" onsubmit={move} aria-label="Move a nail">
	<h2 class="font-bold">Move a nail</h2>
	<div class="grid grid-cols-2 gap-3">
		<label
			><span class="font-semibold">Which</span>
			<select class="field mt-1" bind:value={board} required>
				<option value="" disabled>choose</option>
				{#each run.boards as one (one)}<option value={one}>{spoken(one)}</option>{/each}
			</select></label
		>
		<LengthField
			label="By"
			value={amount}
			units={run.units}
			onInput={(text) => practice.type('amount', text)}
		/>
	</div>
	<div class="flex flex-wrap gap-3">
		<Choice loose label="Which way" options={WAYS} value={way} onValue={(v) => (way = v)} />
		<button class="board-button plain" disabled={!board || !amount.trim() || practice.isBusy}
			>Move it</button
		>
	</div>
	{#each run.moved as told, i (i)}<p><Words text={told} /></p>{/each}
</form>
<p class="border-t border-rule pt-3">
	<button
		class="board-button"
		aria-disabled={practice.isBusy}
		onclick={() => practice.take({ do: 'accept' })}
		>{run.swings_to.length ? 'It is parallel: accept' : 'They are square: accept'}</button
	>
</p>
{#if run.can_restake}
	<section class="border-t border-rule pt-2" aria-label="Stake anew">
		<Checkbox checked={byHand} onChecked={(on) => (byHand = on)}
			>open the ground by hand where stakes go, {run.costs.by_hand} minutes</Checkbox
		>
		<button
			class="board-button plain"
			aria-disabled={practice.isBusy}
			onclick={() => practice.take({ do: 'restake', by_hand: byHand })}
			>It must be staked anew</button
		>
	</section>
{/if}
