<!-- One test of an instrument: how it is done, what was read. -->
<script lang="ts">
	import { untrack } from 'svelte';
	import type { ShelfTest, TestOf, Units } from '$lib/api/types';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import { KeptForm } from '$lib/ui/keptForm.svelte';
	import { TESTS } from './kinds';

	interface Props {
		/** By what name the form is told. */
		name: string;
		/** How it can be tested, the usual way first. */
		ways: ShelfTest[];
		units: Units;
		/** Keeps a test; answers what went wrong, or ''. */
		onKeep: (test: TestOf) => Promise<string>;
		onDone: () => void;
	}
	let { name, ways, units, onKeep, onDone }: Props = $props();

	const form = new KeptForm(
		untrack(() => `anvilhead.test.${name}.${units}`),
		{
			kind: '',
			readings: ['', '', '', ''],
			distance: '',
			near: '',
			beyond: false,
			out: '',
			apart: '',
			lengths: [
				{ known: '', reads: '' },
				{ known: '', reads: '' }
			]
		}
	);
	const typed = $derived(form.typed);
	$effect(() => form.keep());
	/** One that was chosen before, unless it is no way to test this any more. */
	const kind = $derived(ways.find((one) => one === typed.kind) ?? ways[0] ?? 'two-peg');
	const test = $derived(TESTS[kind]);
	let trouble = $state('');
	const held = $derived(typed.lengths.filter((one) => one.known.trim() || one.reads.trim()));
	const ready = $derived(
		kind === 'reversal'
			? typed.out.trim() && typed.apart.trim()
			: kind === 'known-length'
				? held.length && held.every((one) => one.known.trim() && one.reads.trim())
				: test.readings.every((_, i) => typed.readings[i]?.trim()) &&
					(!test.distance || typed.distance.trim())
	);

	function made(): TestOf {
		if (kind === 'reversal')
			return { reversal: { out: typed.out.trim(), apart: typed.apart.trim() } };
		if (kind === 'known-length')
			return {
				known_lengths: held.map((one) => ({ known: one.known.trim(), reads: one.reads.trim() }))
			};
		return {
			check: {
				device: name,
				kind,
				rod: units,
				beyond: kind === 'two-peg' && typed.beyond,
				readings: typed.readings.slice(0, test.readings.length).map((one) => one.trim()),
				...(test.distance ? { distance: typed.distance.trim() } : {}),
				...(kind === 'two-peg' && typed.near.trim() ? { near: typed.near.trim() } : {})
			}
		};
	}
	async function keep(event: SubmitEvent) {
		event.preventDefault();
		trouble = await onKeep(made());
		if (trouble) return;
		form.clear();
		onDone();
	}
</script>

<form class="grid grid-cols-2 gap-2" aria-label="Test of {name}" onsubmit={keep}>
	{#if ways.length > 1}
		<label class="col-span-2"
			>Test
			<select
				class="field"
				aria-label="Test"
				value={kind}
				onchange={(event) => (typed.kind = event.currentTarget.value)}
			>
				{#each ways as one (one)}<option value={one}>{TESTS[one].label}</option>{/each}
			</select></label
		>
	{/if}
	<p class="col-span-2">{test.how}</p>
	{#if kind === 'reversal'}
		<LengthField
			label="Marks this far out"
			value={typed.out}
			{units}
			onInput={(text) => (typed.out = text)}
		/>
		<LengthField
			label="The two lie apart by"
			value={typed.apart}
			{units}
			signed
			onInput={(text) => (typed.apart = text)}
		/>
	{:else if kind === 'known-length'}
		{#each typed.lengths as one, i (i)}
			<LengthField
				label="Known length {i + 1}"
				value={one.known}
				{units}
				onInput={(text) => (one.known = text)}
			/>
			<LengthField
				label="It reads {i + 1}"
				value={one.reads}
				{units}
				onInput={(text) => (one.reads = text)}
			/>
		{/each}
		{#if typed.lengths.length < 12}
			<button
				type="button"
				class="col-span-2 min-h-11 justify-self-start underline"
				onclick={() => typed.lengths.push({ known: '', reads: '' })}>one more length</button
			>
		{/if}
	{:else}
		{#each test.readings as label, i (label)}
			<LengthField
				{label}
				value={typed.readings[i] ?? ''}
				{units}
				signed
				onInput={(text) => (typed.readings[i] = text)}
			/>
		{/each}
		{#if test.distance}
			<LengthField
				label={test.distance}
				value={typed.distance}
				{units}
				onInput={(text) => (typed.distance = text)}
			/>
		{/if}
		{#if kind === 'two-peg'}
			<LengthField
				label="Instrument to A, near"
				value={typed.near}
				{units}
				placeholder="at the peg"
				onInput={(text) => (typed.near = text)}
			/>
			<div class="col-span-2">
				<Checkbox checked={typed.beyond} onChecked={(on) => (typed.beyond = on)}
					>it stood beyond A, not between the pegs</Checkbox
				>
			</div>
		{/if}
	{/if}
	{#if trouble}<p role="alert" class="col-span-2 font-semibold text-string">{trouble}</p>{/if}
	<button class="board-button col-span-2" disabled={!ready}>Keep what it says</button>
</form>
