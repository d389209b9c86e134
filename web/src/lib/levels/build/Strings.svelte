<script lang="ts">
	import type { LevelPlan } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';
	import { picks } from '$lib/levels/pick';
	import { freeName } from '$lib/levels/typed';
	import { THINGS } from '$lib/levels/words';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	type Plan = NonNullable<LevelPlan['strings']>[number];
	const units = $derived(stage.job.units);
	const strings = $derived(
		(stage.result?.strings ?? []).filter(
			(one) => one.structure === stage.structure.name_in_file
		)
	);
	let name = $state('');
	let thing = $state('');
	let every = $state('');
	/** Nails in order: the points that the string passes; an empty height goes straight through. */
	let nails = $state([
		{ at: '', height: '' },
		{ at: '', height: '' }
	]);
	let trouble = $state('');
	const passed = $derived(nails.filter((one) => one.at.trim()));
	const whole = $derived(passed.length > 1 && passed.some((one) => one.height.trim()));

	async function keep(event: SubmitEvent) {
		event.preventDefault();
		trouble = await stage.plan((plan) => {
			const all = plan.strings ?? [];
			const called =
				name.trim() ||
				freeName(
					'string',
					all.map((one) => one.name ?? '')
				);
			const string: Plan = {
				name: called,
				structure: stage.structure.name_in_file,
				through: passed.map((one) => stage.nameOf(one.at)),
				heights: passed
					.filter((one) => one.height.trim())
					.map((one) => ({ at: stage.nameOf(one.at), height: one.height.trim() })),
				thing: thing.trim() || null,
				every: every.trim() || null
			};
			return { ...plan, strings: [...all.filter((one) => one.name !== called), string] };
		});
		if (trouble) return;
		name = thing = every = '';
		nails = [
			{ at: '', height: '' },
			{ at: '', height: '' }
		];
	}

	async function drop(gone: string) {
		trouble = await stage.plan((plan) => ({
			...plan,
			strings: (plan.strings ?? []).filter((one) => one.name !== gone)
		}));
	}
</script>

{#each strings as string (string.name)}
	{@const read = string.stations.some((one) => one.reading_text)}
	<article class="mb-3 border-l-4 border-edge pl-3">
		<h3 class="text-lg font-bold">{string.name}{string.thing ? `, for ${string.thing}` : ''}</h3>
		<p><Words text={string.text} /></p>
		{#each string.grades as one (one.start_mm)}<p><Words text={one.text} />.</p>{/each}
		<table class="w-full text-right" aria-label="Stations of {string.name}">
			<thead class="text-sm text-ink-soft">
				<tr
					><th class="text-left">At</th><th class="max-sm:hidden">Along</th><th>String</th><th
						>Over ground</th
					>{#if read}<th>Rod</th>{/if}</tr
				>
			</thead>
			<tbody class="numbers">
				{#each string.stations as one (one.along_mm)}
					<tr class="border-t border-rule">
						<th class="py-1 text-left font-semibold"
							>{#if one.name}{stage.label(one.name)}{:else}<Len
									text={one.along_text}
								/>{/if}{#if one.is_nail}<span class="ml-1 font-normal text-ink-soft">nail</span>{/if}</th
						>
						<td class="max-sm:hidden"><Len text={one.along_text} /></td>
						<td class="text-lg font-bold"><Len text={one.height_text} /></td>
						<td class={(one.reveal_mm ?? 0) < 0 ? 'font-bold text-string' : ''}
							><Len text={one.reveal_text ?? '–'} /></td
						>
						{#if read}<td><Len text={one.reading_text ?? '–'} /></td>{/if}
					</tr>
					{#if one.text}
						<tr
							><td colspan="5" class="text-left"
								>{string.thing} there: <b><Words text={one.text} /></b></td
							></tr
						>
					{/if}
				{/each}
			</tbody>
		</table>
		<button class="no-print min-h-11 underline" onclick={() => drop(string.name)}
			>take {string.name} out</button
		>
	</article>
{/each}
<details class="no-print">
	<summary class="flex min-h-11 cursor-pointer items-center font-semibold underline"
		>{strings.length ? 'Another string' : 'A string'} with heights at its nails</summary
	>
	<form
		class="grid grid-cols-2 gap-2 border-t-2 border-edge pt-2"
		aria-label="A string with heights"
		onsubmit={keep}
	>
		{#each nails as nail, i (i)}
			<label
				><span class="font-semibold">{i ? 'then' : 'From'} point</span>
				<input
					class="field mt-1"
					list="string-points"
					bind:value={nail.at}
					{@attach picks(stage, `point ${i + 1} of the string`, (label) => (nail.at = label))}
				/></label
			>
			<LengthField
				label="Height there"
				value={nail.height}
				{units}
				signed
				placeholder="straight through"
				onInput={(t) => (nail.height = t)}
			/>
		{/each}
		<button
			class="board-button plain col-span-2"
			type="button"
			onclick={() => nails.push({ at: '', height: '' })}>One more point</button
		>
		<label
			><span class="font-semibold">What is set to it</span>
			<input class="field mt-1" list="string-things" bind:value={thing} /></label
		>
		<LengthField
			label="A number every"
			value={every}
			{units}
			placeholder="at its points"
			onInput={(t) => (every = t)}
		/>
		<label
			><span class="font-semibold">Called</span>
			<input class="field mt-1" placeholder="string" bind:value={name} /></label
		>
		<button class="board-button mt-7" disabled={!whole}>Work it out</button>
	</form>
	<datalist id="string-points"
		>{#each stage.levels?.points ?? [] as one (one.name)}<option value={one.label}></option>{/each}</datalist
	>
	<datalist id="string-things">{#each THINGS as one (one)}<option value={one}></option>{/each}</datalist>
</details>
{#if trouble}<p role="alert" class="font-semibold text-string">{trouble}</p>{/if}
