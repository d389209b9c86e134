<script lang="ts">
	import { untrack } from 'svelte';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';
	import { countOf } from '$lib/levels/typed';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	const units = $derived(stage.job.units);
	const walls = $derived(stage.result?.stepped ?? []);
	let name = $state('stepped wall');
	let line = $state('');
	let plate = $state('');
	let plates = $state(untrack(() => String(stage.job.usual.plates)));
	let trim = $state('');
	let steps = $state(['', '']);
	let readings = $state('');
	let spacing = $state('');
	let stock = $state('');
	let from = $state('A');
	let trouble = $state('');

	/** Lengths typed one after the other, each on a line or after a semicolon. */
	const listOf = (text: string) =>
		text
			.split(/[;\n]/)
			.map((one) => one.trim())
			.filter(Boolean);

	async function keep(event: SubmitEvent) {
		event.preventDefault();
		const typed = steps.map((one) => one.trim()).filter(Boolean);
		const count = countOf(plates);
		if (count === undefined) {
			trouble = 'Type how many plates as a whole number from 0 to 20.';
			return;
		}
		trouble = await stage.plan((plan) => ({
			...plan,
			stepped: [
				...(plan.stepped ?? []).filter((one) => one.name !== name.trim()),
				{
					name: name.trim(),
					line: line.trim(),
					plates: plate.trim() ? Array.from({ length: count }, () => plate.trim()) : [],
					...(trim.trim() ? { trim: trim.trim() } : {}),
					steps: typed.map((height, index) => ({ name: `step ${index + 1}`, height })),
					...(readings.trim()
						? {
								readings: listOf(readings),
								spacing: spacing.trim(),
								from: from.trim() || 'A',
								stock: listOf(stock)
							}
						: {})
				}
			]
		}));
	}

	async function drop(gone: string) {
		trouble = await stage.plan((plan) => ({
			...plan,
			stepped: (plan.stepped ?? []).filter((one) => one.name !== gone)
		}));
	}
</script>

{#each walls as wall (wall.name)}
	<h2 class="mt-4 text-lg font-bold">{wall.name}</h2>
	<table class="w-full text-left" aria-label={wall.name}>
		<tbody>
			{#each wall.studs as stud (stud.step)}
				<tr class="border-t border-rule text-lg"
					><th class="py-1">{stud.step}</th><td class="text-right font-semibold"
						><Words text={stud.text} /></td
					></tr
				>
			{/each}
		</tbody>
	</table>
	{#if wall.each.length}
		<p class={wall.each.some((one) => one.bends) ? 'caution' : ''}><Words text={wall.text} /></p>
		<ol class="numbers grid grid-cols-2 gap-x-4 sm:grid-cols-3" aria-label="Studs of {wall.name}">
			{#each wall.each as stud (stud.number)}
				<li class="flex justify-between border-t border-rule py-0.5" class:text-string={stud.bends}>
					<span class="text-sm text-ink-soft">{stud.number}</span>
					<b class="text-lg"><Words text={stud.text} /></b>
				</li>
			{/each}
		</ol>
		{#each wall.cuts as cut, index (index)}
			<p class="text-sm">
				<b><Words text={cut.stock_text} /></b>: <Words text={cut.cuts.join(', ')} />; left <Words
					text={cut.left_text}
				/>
			</p>
		{/each}
	{/if}
	<button class="no-print min-h-11 underline" onclick={() => drop(wall.name)}>take it out</button>
{/each}
<details class="no-print mt-3">
	<summary class="flex min-h-11 cursor-pointer items-center font-semibold underline"
		>A wall over steps</summary
	>
	<form class="grid grid-cols-2 gap-2" aria-label="Wall over steps" onsubmit={keep}>
		<label class="col-span-2">Called <input class="field" bind:value={name} /></label>
		<LengthField
			label="Level line, top of the wall"
			value={line}
			{units}
			signed
			onInput={(t) => (line = t)}
		/>
		<LengthField
			label="Trim, so that it slides in"
			value={trim}
			{units}
			placeholder="none"
			onInput={(t) => (trim = t)}
		/>
		<LengthField label="One plate is thick" value={plate} {units} onInput={(t) => (plate = t)} />
		<label
			><span class="font-semibold">Plates</span><input
				class="field numbers mt-1 text-right text-xl"
				inputmode="numeric"
				bind:value={plates}
			/></label
		>
		{#each steps as step, index (index)}
			<LengthField
				label="Step {index + 1} at"
				value={step}
				{units}
				signed
				onInput={(t) => (steps[index] = t)}
			/>
		{/each}
		<button class="min-h-11 text-left underline" type="button" onclick={() => steps.push('')}
			>another step</button
		>
		<label class="col-span-2"
			><span class="font-semibold">Or from the line down to the plate at every stud</span>
			<textarea
				class="field mt-1"
				rows="3"
				placeholder="one to a line"
				aria-label="Readings at every stud"
				bind:value={readings}></textarea></label
		>
		{#if readings.trim()}
			<LengthField
				label="Studs stand every"
				value={spacing}
				{units}
				onInput={(t) => (spacing = t)}
			/>
			<label
				><span class="font-semibold">Counted from</span>
				<input class="field mt-1" bind:value={from} /></label
			>
			<label class="col-span-2"
				><span class="font-semibold">Stock to cut them from</span>
				<input class="field mt-1" placeholder="lengths, with ; between" bind:value={stock} /></label
			>
		{/if}
		{#if trouble}<p role="alert" class="col-span-2 font-semibold text-string">{trouble}</p>{/if}
		<button class="board-button col-span-2" disabled={!line.trim()}>Work out the studs</button>
	</form>
</details>
