<script lang="ts">
	import type { LevelInstrument } from '$lib/api/types';
	import Words from '$lib/lengths/Words.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';
	import TestForm from '$lib/shelf/TestForm.svelte';
	import { LEVEL_INSTRUMENTS } from '$lib/levels/words';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	const devices = $derived(stage.result?.devices ?? []);
	let name = $state('');
	let kind = $state<LevelInstrument>('laser');
	let testing = $state('');
	let trouble = $state('');

	async function add(event: SubmitEvent) {
		event.preventDefault();
		trouble = await stage.plan((plan) => ({
			...plan,
			devices: [...(plan.devices ?? []), { name: name.trim(), kind }]
		}));
		if (!trouble) name = '';
	}
</script>

{#each devices as device (device.name)}
	<article
		class="mb-3 border-l-4 pl-3 {device.is_true === false
			? 'border-string'
			: device.is_true
				? 'border-good'
				: 'border-edge'}"
	>
		<h2 class="text-lg font-bold">{device.name}, {LEVEL_INSTRUMENTS[device.kind]}</h2>
		{#if device.is_true === null}<p>Not tested yet.</p>{/if}
		{#each device.truths as truth (truth.text)}<p class:font-semibold={!truth.is_true}>
				<Words text={truth.text} />
			</p>{/each}
		{#if device.correction}<p class="font-semibold"><Words text={device.correction} /></p>
			<p class="text-ink-soft">
				It is never applied by itself: choose it when the instrument is set up.
			</p>{/if}
		<button
			class="no-print min-h-11 underline"
			onclick={() => (testing = testing === device.name ? '' : device.name)}
			>{testing === device.name ? 'not now' : 'test it'}</button
		>
		{#if testing === device.name}
			<TestForm
				name={device.name}
				ways={stage.levels?.ways[device.name] ?? []}
				units={stage.job.units}
				onKeep={({ check }) => (check ? stage.test(check) : Promise.resolve(''))}
				onDone={() => (testing = '')}
			/>
		{/if}
	</article>
{:else}
	<p>
		Name the crew’s instruments as they are marked: they stand on
		<a class="underline" href="/shelf">the shelf</a>, and what a test finds stays with them in every
		job.
	</p>
{/each}
<form
	class="no-print mt-3 grid grid-cols-[1fr_1fr_auto] items-end gap-2"
	aria-label="Instrument of the crew"
	onsubmit={add}
>
	<label>Name <input class="field" bind:value={name} placeholder="Laser 2" /></label>
	<label
		>Kind
		<select class="field" aria-label="Kind" bind:value={kind}>
			{#each Object.entries(LEVEL_INSTRUMENTS) as [value, label] (value)}<option {value}
					>{label}</option
				>{/each}
		</select></label
	>
	<button class="board-button" disabled={!name.trim()}>Add</button>
	{#if trouble}<p role="alert" class="col-span-3 font-semibold text-string">{trouble}</p>{/if}
</form>
