<script lang="ts">
	import LengthField from '$lib/lengths/LengthField.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	const units = $derived(stage.job.units);
	const found = $derived(stage.result?.straight ?? []);
	let name = $state('old wall');
	let gaps = $state([
		{ along: '0', gap: '' },
		{ along: '', gap: '' },
		{ along: '', gap: '' }
	]);
	let trouble = $state('');

	async function keep(event: SubmitEvent) {
		event.preventDefault();
		const typed = gaps.filter((one) => one.along.trim() && one.gap.trim());
		trouble = await stage.plan((plan) => ({
			...plan,
			straight: [
				...(plan.straight ?? []).filter((one) => one.name !== name),
				{
					name,
					gaps: typed.map((one) => ({
						name: `at ${one.along}`,
						along: one.along.trim(),
						gap: one.gap.trim()
					}))
				}
			]
		}));
	}

	async function drop(gone: string) {
		trouble = await stage.plan((plan) => ({
			...plan,
			straight: (plan.straight ?? []).filter((one) => one.name !== gone)
		}));
	}
</script>

{#each found as one (one.name)}
	<p class="mt-3 border-l-4 pl-3 {one.within ? 'border-good' : 'border-string'}">
		<b>{one.name}.</b>
		<Words text={one.text} />
		<button class="no-print min-h-11 underline" onclick={() => drop(one.name)}>take it out</button>
	</p>
{/each}
<details class="no-print mt-3">
	<summary class="flex min-h-11 cursor-pointer items-center font-semibold underline"
		>Old concrete against a string: is it straight</summary
	>
	<form class="grid grid-cols-2 gap-2" aria-label="Old concrete against a string" onsubmit={keep}>
		<p class="col-span-2">
			Stretch a string past it and measure the gap along the way; the first and the last gap give
			the straight line.
		</p>
		<label class="col-span-2">Called <input class="field" bind:value={name} /></label>
		{#each gaps as gap, index (index)}
			<LengthField
				label="Along, {index + 1}"
				value={gap.along}
				{units}
				onInput={(t) => (gap.along = t)}
			/>
			<LengthField
				label="Gap, {index + 1}"
				value={gap.gap}
				{units}
				signed
				onInput={(t) => (gap.gap = t)}
			/>
		{/each}
		<button
			class="min-h-11 text-left underline"
			type="button"
			onclick={() => gaps.push({ along: '', gap: '' })}>another gap</button
		>
		{#if trouble}<p role="alert" class="col-span-2 font-semibold text-string">{trouble}</p>{/if}
		<button class="board-button col-span-2">Is it straight</button>
	</form>
</details>
