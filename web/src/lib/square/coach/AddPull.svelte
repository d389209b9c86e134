<script lang="ts">
	import type { PullKind, Structure, Units } from '$lib/api/types';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import { spoken } from '$lib/drawing/labels/spoken';
	import AskInstrument from '$lib/shelf/AskInstrument.svelte';
	import type { AnyPull, CallSheetState } from '$lib/square/call/sheet.svelte';
	import { PULL_KINDS } from './words';

	interface Props {
		sheet: CallSheetState;
		structure: Structure;
		units: Units;
		burn: string;
	}
	let { sheet, structure, units, burn }: Props = $props();

	const points = $derived(structure.names.points);
	const lines = $derived(structure.names.lines);
	let kind = $state<PullKind>('points');
	let from = $state('');
	let to = $state('');
	let line = $state('');
	let legs = $state<[string, string]>(['', '']);
	let offset = $state('');
	let fall = $state('');
	let reading = $state('');
	let trouble = $state('');
	const toLine = $derived(kind === 'to-line' || kind === 'triangle');
	const needsLine = $derived(kind === 'along' || kind === 'square' || kind === 'triangle');
	const fromLabel = $derived(kind === 'triangle' || kind === 'square' ? 'At corner' : 'From');
	const lineLabel = $derived(kind === 'triangle' ? 'First line' : 'Along line');
	const toLabel = $derived(kind === 'triangle' ? 'Second line' : toLine ? 'To line' : 'To');
	/** What is pulled, once enough of it is said. */
	const pull = $derived<AnyPull | undefined>(
		from && to && (!needsLine || line)
			? {
					units,
					kind,
					from,
					to,
					burn: kind === 'square' ? 0 : burn,
					...(needsLine ? { line } : {}),
					...(kind === 'triangle' ? { legs } : {}),
					...(kind === 'square' && offset.trim() ? { offset: offset.trim() } : {}),
					...(kind === 'points' && fall.trim() ? { height_difference: fall.trim() } : {})
				}
			: undefined
	);
	const answering = $derived(sheet.isLatest ? sheet.answeringAny(kind) : '');
	const ready = $derived(pull && reading.trim());

	async function record(event: SubmitEvent) {
		event.preventDefault();
		if (!pull || !reading.trim()) return;
		const typed = reading;
		trouble = await sheet.recordAny(pull, reading.trim());
		if (!trouble && reading === typed) reading = '';
	}
</script>

<details class="no-print mt-2">
	<summary class="flex min-h-11 cursor-pointer items-center font-semibold underline"
		>Another pull: to a line, a stake, along a string, by laser, or again</summary
	>
	<form class="grid grid-cols-2 gap-2" aria-label="Another pull" onsubmit={record}>
		<label class="col-span-2"
			>What is pulled
			<select class="field" aria-label="What is pulled" bind:value={kind}>
				{#each PULL_KINDS as one (one.value)}<option value={one.value}>{one.label}</option>{/each}
			</select></label
		>
		<label
			>{fromLabel}
			<select class="field" aria-label={fromLabel} bind:value={from}>
				<option value="">–</option>
				{#each points as name (name)}<option value={name}>{spoken(name)}</option>{/each}
			</select></label
		>
		{#if needsLine}
			<label
				>{lineLabel}
				<select class="field" aria-label={lineLabel} bind:value={line}>
					<option value="">–</option>
					{#each lines as name (name)}<option>{name}</option>{/each}
				</select></label
			>
		{/if}
		<label
			>{toLabel}
			<select class="field" aria-label={toLabel} bind:value={to}>
				<option value="">–</option>
				{#each toLine ? lines : points as name (name)}<option value={name}>{spoken(name)}</option
					>{/each}
			</select></label
		>
		{#if kind === 'triangle'}
			{#each [0, 1] as const as i (i)}
				<LengthField
					label={i === 0 ? 'Mark on first' : 'Mark on second'}
					value={legs[i]}
					{units}
					onInput={(text) => (legs[i] = text)}
				/>
			{/each}
		{/if}
		{#if kind === 'square'}
			<LengthField
				label="Laser’s own offset"
				value={offset}
				{units}
				onInput={(text) => (offset = text)}
			/>
		{:else if kind === 'points'}
			<LengthField
				label="Fall between the ends"
				value={fall}
				{units}
				hint="Only when the tape follows a slope"
				onInput={(text) => (fall = text)}
			/>
		{/if}
		<LengthField
			label="Reading"
			value={reading}
			{units}
			signed={kind === 'square'}
			onInput={(text) => {
				reading = text;
				trouble = '';
			}}
		/>
		{#if answering && pull}
			{@const asked = pull}
			<div class="col-span-2">
				<AskInstrument
					name={answering}
					where={JSON.stringify(asked)}
					onAsk={(again) => sheet.askAny(asked, again)}
					{reading}
					onTake={(text) => (reading = text)}
				/>
			</div>
		{/if}
		<button class="board-button col-span-2" disabled={!ready}>Record it</button>
		{#if trouble}<p class="col-span-2 font-semibold text-string" role="alert">{trouble}</p>{/if}
	</form>
</details>
