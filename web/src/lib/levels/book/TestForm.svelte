<script lang="ts">
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import type { Schemas } from '$lib/api/client';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';

	interface Props {
		stage: LevelsStage;
		device: Schemas['DeviceResult'];
		onDone: () => void;
	}
	let { stage, device, onDone }: Props = $props();

	type Kind = Schemas['CheckKind'];
	const KINDS: Record<Kind, { label: string; how: string; readings: string[]; distance: string }> =
		{
			'two-peg': {
				label: 'Two pegs',
				how: 'Set up midway between two pegs and read both. Then set up close to peg A and read both again.',
				readings: ['A, from midway', 'B, from midway', 'A, from near A', 'B, from near A'],
				distance: 'Peg to peg'
			},
			'four-ways': {
				label: 'Four ways round',
				how: 'Read one mark, then turn the laser a quarter on its stand three times and read the mark each time.',
				readings: ['First', 'A quarter on', 'Half round', 'Three quarters'],
				distance: 'Laser to mark'
			},
			'turn-round': {
				label: 'Turned end for end',
				how: 'Read one end with the bubble centred, turn the level end for end, centre and read again.',
				readings: ['First', 'Turned'],
				distance: 'Span'
			},
			'ends-together': {
				label: 'Both ends together',
				how: 'Hold both ends of the hose side by side at one mark, let the water rest, and read both.',
				readings: ['End that stays', 'End that walks'],
				distance: ''
			}
		};
	const OF: Record<string, Kind[]> = {
		laser: ['four-ways', 'two-peg'],
		optical: ['two-peg'],
		'water-level': ['ends-together'],
		'line-level': ['turn-round'],
		'spirit-level': ['turn-round'],
		string: ['turn-round']
	};
	const kinds = $derived<Kind[]>(OF[device.kind] ?? ['two-peg']);
	let chosen = $state<Kind>();
	const kind = $derived<Kind>(chosen ?? kinds[0] ?? 'two-peg');
	const test = $derived(KINDS[kind]);
	const units = $derived(stage.job.units);
	let readings = $state(['', '', '', '']);
	let distance = $state('');
	let near = $state('');
	let beyond = $state(false);
	let trouble = $state('');
	const ready = $derived(
		test.readings.every((_, i) => readings[i]?.trim()) && (!test.distance || distance.trim())
	);

	async function keep(event: SubmitEvent) {
		event.preventDefault();
		trouble = await stage.test({
			device: device.name,
			kind,
			rod: units,
			beyond,
			readings: readings.slice(0, test.readings.length).map((one) => one.trim()),
			...(test.distance ? { distance: distance.trim() } : {}),
			...(kind === 'two-peg' && near.trim() ? { near: near.trim() } : {})
		});
		if (!trouble) onDone();
	}
</script>

<form class="grid grid-cols-2 gap-2" aria-label="Test of {device.name}" onsubmit={keep}>
	{#if kinds.length > 1}
		<label class="col-span-2"
			>Test
			<select
				class="field"
				aria-label="Test"
				value={kind}
				onchange={(event) => (chosen = event.currentTarget.value as Kind)}
			>
				{#each kinds as one (one)}<option value={one}>{KINDS[one].label}</option>{/each}
			</select></label
		>
	{/if}
	<p class="col-span-2">{test.how}</p>
	{#each test.readings as label, i (label)}
		<LengthField
			{label}
			value={readings[i] ?? ''}
			{units}
			signed
			onInput={(text) => (readings[i] = text)}
		/>
	{/each}
	{#if test.distance}
		<LengthField
			label={test.distance}
			value={distance}
			{units}
			onInput={(text) => (distance = text)}
		/>
	{/if}
	{#if kind === 'two-peg'}
		<LengthField
			label="Instrument to A, near"
			value={near}
			{units}
			placeholder="at the peg"
			onInput={(text) => (near = text)}
		/>
		<div class="col-span-2">
			<Checkbox checked={beyond} onChecked={(on) => (beyond = on)}
				>it stood beyond A, not between the pegs</Checkbox
			>
		</div>
	{/if}
	{#if trouble}<p role="alert" class="col-span-2 font-semibold text-string">{trouble}</p>{/if}
	<button class="board-button col-span-2" disabled={!ready}>Keep what it says</button>
</form>
