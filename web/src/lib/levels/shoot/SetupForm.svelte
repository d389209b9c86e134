<script lang="ts">
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import { onMount, untrack } from 'svelte';
	import type { LevelInstrument, RodMarks } from '$lib/api/types';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import { Shelf } from '$lib/shelf/shelf.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';
	import { LEVEL_INSTRUMENTS, ROD_MARKS, unitsOf } from '$lib/levels/words';

	interface Props {
		stage: LevelsStage;
		onBegun: () => void;
	}
	let { stage, onBegun }: Props = $props();

	// what stood last is what usually stands next
	const before = untrack(() => stage.setup);
	const devices = $derived(stage.result?.devices ?? []);
	let device = $state(before ? (before.device ?? '') : untrack(() => devices[0]?.name ?? ''));
	let kind = $state<LevelInstrument>(before?.instrument ?? 'laser');
	let rod = $state<RodMarks>(before?.rod ?? untrack(() => stage.job.units));
	let rodLength = $state(before?.rod_length?.written ?? '');
	let foot = $state('');
	let height = $state('');
	let string = $state('');
	let span = $state('');
	let hungAt = $state('');
	let warmer = $state('');
	let leg = $state('');
	let corrected = $state(before?.corrected ?? false);
	let rechecks = $state(false);
	let trouble = $state('');
	const strings = $derived((stage.planned.strings ?? []).map((one) => one.name ?? 'string'));
	const degrees = $derived(unitsOf(rod) === 'ft-in' ? '°F' : '°C');
	const shelf = new Shelf(untrack(() => stage.job.units));
	onMount(() => void shelf.load());
	/** What the shelf knows of an instrument of this job. */
	const known = (name: string) =>
		shelf.instruments?.find((one) =>
			one.uses.some((use) => use.job_id === stage.job.id && use.name === name)
		);
	/** What stands on the shelf and was not set up in this job yet; chosen by its id. */
	const others = $derived(
		(shelf.instruments ?? []).filter(
			(one) =>
				!one.away &&
				(!one.sample || stage.job.sample) &&
				one.level !== null &&
				!one.uses.some(
					(use) => use.job_id === stage.job.id && devices.some((device) => device.name === use.name)
				)
		)
	);
	const fromShelf = $derived(others.find((one) => one.id === device));
	const onShelf = $derived(fromShelf ?? known(device));
	const chosen = $derived(devices.find((one) => one.name === device));
	const instrument = $derived(fromShelf?.level ?? chosen?.kind ?? kind);
	/** A correction is offered, never applied by itself. */
	const off = $derived(
		onShelf
			? onShelf.can_correct && onShelf.correction
				? onShelf.correction
				: ''
			: chosen?.is_true === false && chosen.correction
				? chosen.correction
				: ''
	);

	async function begin(event: SubmitEvent) {
		event.preventDefault();
		trouble = await stage.beginSetup({
			instrument,
			rod,
			corrected: Boolean(off) && corrected,
			rechecks,
			...(fromShelf ? { shelf: fromShelf.id } : device ? { device } : {}),
			...(instrument === 'water-level' && warmer.trim() && leg.trim()
				? { warmer: `${warmer.trim()} ${degrees}`, leg: leg.trim() }
				: {}),
			...(rodLength.trim() ? { rod_length: rodLength.trim() } : {}),
			...(foot.trim() ? { foot: foot.trim() } : {}),
			...(instrument === 'string' && string ? { string } : {}),
			...(instrument === 'string' && !string && height.trim() ? { height: height.trim() } : {}),
			...(instrument === 'line-level' && span.trim() ? { span: span.trim() } : {}),
			...(instrument === 'line-level' && span.trim() && hungAt.trim()
				? { hung_at: hungAt.trim() }
				: {})
		});
		if (!trouble) onBegun();
	}
</script>

<form class="grid grid-cols-2 gap-2" aria-label="New setup" onsubmit={begin}>
	{#if devices.length || others.length}
		<label class="col-span-2"
			>Instrument
			<select class="field" aria-label="Instrument" bind:value={device}>
				{#each devices as one (one.name)}
					<option value={one.name}
						>{one.name}, {LEVEL_INSTRUMENTS[one.kind]}{one.is_true === false
							? ' (not true)'
							: ''}</option
					>
				{/each}
				{#each others as one (one.id)}
					<option value={one.id}
						>{one.name}, {one.kind_name}, from the shelf{one.standing === 'failed'
							? ' (not true)'
							: ''}</option
					>
				{/each}
				<option value="">another</option>
			</select></label
		>
		{#if onShelf && !onShelf.fine}
			<p class="caution col-span-2" role="status">
				{onShelf.stands}
				<a class="inline-flex min-h-11 items-center underline" href="/shelf">on the shelf</a>
			</p>
		{/if}
		{#if onShelf?.simulated}
			<p class="caution col-span-2" role="status">
				<strong>Simulated.</strong> What it reads is made up, and is told so wherever it is shown.
			</p>
		{/if}
	{/if}
	{#if !device}
		<label class="col-span-2"
			>Kind
			<select class="field" aria-label="Kind of instrument" bind:value={kind}>
				{#each Object.entries(LEVEL_INSTRUMENTS) as [value, label] (value)}
					<option {value}>{label}</option>
				{/each}
			</select></label
		>
	{/if}
	<label
		>Rod or rule marked in
		<select class="field" aria-label="Rod or rule marked in" bind:value={rod}>
			{#each Object.entries(ROD_MARKS) as [value, label] (value)}<option {value}>{label}</option
				>{/each}
		</select></label
	>
	{#if instrument === 'string' && strings.length}
		<label
			>Which string
			<select class="field" aria-label="Which string" bind:value={string}>
				<option value="">one at one height</option>
				{#each strings as one (one)}<option value={one}>{one}</option>{/each}
			</select></label
		>
	{/if}
	{#if instrument === 'string' && string}
		<p class="text-sm text-ink-soft">Its height at every point is as planned in Ground.</p>
	{:else if instrument === 'string'}
		<LengthField
			label="String at"
			value={height}
			units={unitsOf(rod)}
			signed
			hint="height above the datum"
			onInput={(text) => (height = text)}
		/>
	{:else}
		<LengthField
			label="Rod length"
			value={rodLength}
			units={unitsOf(rod)}
			hint="longer readings are questioned"
			onInput={(text) => (rodLength = text)}
		/>
	{/if}
	<LengthField
		label="Missing of its foot"
		value={foot}
		units={unitsOf(rod)}
		placeholder="whole"
		hint="worn, or a rule that begins behind its end"
		onInput={(text) => (foot = text)}
	/>
	{#if instrument === 'line-level'}
		<LengthField
			label="String from end to end"
			value={span}
			units={unitsOf(rod)}
			hint="to reckon with its sag"
			onInput={(text) => (span = text)}
		/>
		<LengthField
			label="Level hangs at"
			value={hungAt}
			units={unitsOf(rod)}
			placeholder="mid-span"
			onInput={(text) => (hungAt = text)}
		/>
	{/if}
	{#if instrument === 'water-level'}
		<label
			><span class="font-semibold">One leg warmer by, {degrees}</span>
			<input
				class="field numbers mt-1 text-right text-xl"
				inputmode="decimal"
				placeholder="0"
				bind:value={warmer}
			/></label
		>
		<LengthField
			label="Water stands in it"
			value={leg}
			units={unitsOf(rod)}
			hint="height of the warm leg"
			onInput={(text) => (leg = text)}
		/>
	{/if}
	{#if off}
		<div class="caution col-span-2 text-sm">
			<strong>{onShelf?.name ?? device} is not true.</strong>
			{off}
			<Checkbox checked={corrected} onChecked={(on) => (corrected = on)}
				>Correct the readings of this setup by it; say how far each sight is</Checkbox
			>
		</div>
	{/if}
	{#if stage.setup}
		<div class="col-span-2">
			<Checkbox checked={rechecks} onChecked={(on) => (rechecks = on)}
				>Only checks: nothing was moved since</Checkbox
			>
			{#if rechecks}
				<p class="text-sm text-ink-soft">
					What was shot before stays as it is; what is read again is held against it, thing by
					thing.
				</p>
			{/if}
		</div>
	{/if}
	{#if trouble}<p role="alert" class="col-span-2 font-semibold text-string">{trouble}</p>{/if}
	<button class="board-button col-span-2">Instrument stands: begin the setup</button>
</form>
