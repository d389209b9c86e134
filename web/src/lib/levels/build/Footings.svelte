<script lang="ts">
	import type { LevelPlan } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';
	import { picks } from '$lib/levels/pick';
	import { freeName } from '$lib/levels/typed';
	import FootingStrip from './FootingStrip.svelte';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	type Plan = NonNullable<LevelPlan['footings']>[number];
	const units = $derived(stage.job.units);
	const footings = $derived(
		(stage.result?.footings ?? []).filter(
			(one) => one.structure === stage.structure.name_in_file
		)
	);
	/** What is typed, by field; empty fields are left out. */
	let typed = $state<Record<string, string>>({});
	let at = $state('');
	let atGrade = $state('');
	let trouble = $state('');

	const FIELDS = [
		{ key: 'grade', label: 'Finished grade outside', signed: true, hint: 'of the datum' },
		{ key: 'frost', label: 'Frost depth', hint: 'as the local code says' },
		{ key: 'penetration', label: 'Into sound soil' },
		{ key: 'module', label: 'Steps by whole', hint: 'of the block or the board' },
		{ key: 'lap', label: 'Shortest level stretch' },
		{ key: 'rise', label: 'Greatest step' },
		{ key: 'thickness', label: 'Footing thick' },
		{ key: 'top', label: 'Top of the wall', signed: true },
		{ key: 'course', label: 'One course of block' },
		{ key: 'inside', label: 'Grade inside', signed: true },
		{ key: 'unequal', label: 'Grades apart at most', hint: 'more is for an engineer' }
	] as const;
	const usual = $derived<Record<string, string>>({
		grade: '0',
		module: stage.job.usual.course,
		penetration: '0'
	});
	const whole = $derived(Boolean(typed.lap?.trim() && typed.rise?.trim()));

	async function keep(event: SubmitEvent) {
		event.preventDefault();
		trouble = await stage.plan((plan) => {
			const all = plan.footings ?? [];
			const called =
				(typed.name ?? '').trim() ||
				freeName(
					'footing',
					all.map((one) => one.name ?? '')
				);
			const said = Object.fromEntries(
				FIELDS.map(({ key }) => [key, (typed[key] ?? '').trim() || (usual[key] ?? '')]).filter(
					([, text]) => text
				)
			);
			const footing = { ...said, name: called, structure: stage.structure.name_in_file } as Plan;
			return { ...plan, footings: [...all.filter((one) => one.name !== called), footing] };
		});
		if (!trouble) typed = {};
	}

	async function change(name: string, edit: (one: Plan) => Plan | undefined) {
		trouble = await stage.plan((plan) => ({
			...plan,
			footings: (plan.footings ?? []).flatMap((one) =>
				one.name === name ? (edit(one) ?? []) : [one]
			)
		}));
		return !trouble;
	}
	async function lower(event: SubmitEvent, name: string) {
		event.preventDefault();
		const grade = { at: stage.nameOf(at), height: atGrade.trim() };
		const kept = await change(name, (one) => ({
			...one,
			grades: [...(one.grades ?? []).filter((other) => other.at !== grade.at), grade]
		}));
		if (kept) at = atGrade = '';
	}
	const planned = $derived(
		new Map((stage.planned.footings ?? []).map((one) => [one.name ?? 'footing', one]))
	);
</script>

{#each footings as footing (footing.name)}
	<article
		class="mb-3 border-l-4 pl-3 {footing.stretches.some((one) => one.engineer)
			? 'border-string'
			: 'border-edge'}"
	>
		<h3 class="text-lg font-bold">{footing.name}</h3>
		<p><Words text={footing.text} /></p>
		{#if footing.stretches.length}
			<FootingStrip {footing} />
			<ol aria-label="Stretches of {footing.name}">
				{#each footing.stretches as one (one.station_mm)}
					<li class="border-t border-rule py-1" class:caution={one.engineer}>
						<span class="flex flex-wrap items-baseline justify-between gap-x-3">
							<span
								><b>{one.start.side}</b>, <Len text={one.start.text} />
								to <b>{one.end.side}</b>, <Len text={one.end.text} /></span
							>
							<span class="numbers text-xl font-bold"><Len text={one.bottom_text} /></span>
						</span>
						{#if one.reading_text}<span class="mr-1"
								>Rod reads <b class="numbers text-lg"><Len text={one.reading_text} /></b>.</span
							>{/if}
						{#if one.wall_text}<span class="mr-1">Wall <Len text={one.wall_text} /> high.</span>{/if}
						<Words text={one.text} />
						{#if one.engineer}<b class="ml-1">Ask the engineer.</b>{/if}
					</li>
				{/each}
			</ol>
		{/if}
		{#each planned.get(footing.name)?.grades ?? [] as one (one.at)}
			<p class="flex items-center gap-3">
				<span class="grow">Finished grade at <b>{stage.label(one.at)}</b>: <Len text={String(one.height)} /></span>
				<button
					class="no-print min-h-11 underline"
					onclick={() =>
						change(footing.name, (it) => ({
							...it,
							grades: (it.grades ?? []).filter((other) => other.at !== one.at)
						}))}>take it out</button
				>
			</p>
		{/each}
		<form
			class="no-print grid grid-cols-[1fr_1fr_auto] items-start gap-2"
			aria-label="Grade at a point of {footing.name}"
			onsubmit={(event) => lower(event, footing.name)}
		>
			<label
				><span class="font-semibold">Grade at point</span>
				<input
					class="field mt-1"
					list="footing-points"
					bind:value={at}
					{@attach picks(stage, 'where the grade is another', (label) => (at = label))}
				/></label
			>
			<LengthField label="is" value={atGrade} {units} signed onInput={(t) => (atGrade = t)} />
			<button class="board-button mt-7" disabled={!at.trim() || !atGrade.trim()}>Keep</button>
		</form>
		<button
			class="no-print min-h-11 underline"
			onclick={() => change(footing.name, () => undefined)}>take {footing.name} out</button
		>
	</article>
{/each}
<datalist id="footing-points"
	>{#each stage.levels?.points ?? [] as one (one.name)}<option value={one.label}></option>{/each}</datalist
>
<details class="no-print">
	<summary class="flex min-h-11 cursor-pointer items-center font-semibold underline"
		>{footings.length ? 'Another footing' : 'How deep footings go, side by side'}</summary
	>
	<p class="text-sm text-ink-soft">
		Shoot the bottoms of test holes on “sound soil” in Shoot; the frost depth and the laps are the local code’s.
	</p>
	<form
		class="grid grid-cols-2 gap-2 border-t-2 border-edge pt-2 sm:grid-cols-3"
		aria-label="A footing"
		onsubmit={keep}
	>
		{#each FIELDS as field (field.key)}
			<LengthField
				label={field.label}
				value={typed[field.key] ?? ''}
				{units}
				signed={'signed' in field}
				hint={'hint' in field ? field.hint : ''}
				placeholder={usual[field.key] ?? ''}
				onInput={(t) => (typed[field.key] = t)}
			/>
		{/each}
		<label
			><span class="font-semibold">Called</span>
			<input class="field mt-1" placeholder="footing" bind:value={typed.name} /></label
		>
		<button class="board-button col-span-full" disabled={!whole}>Work it out</button>
	</form>
</details>
{#if trouble}<p role="alert" class="font-semibold text-string">{trouble}</p>{/if}
{#if footings.length}
	<p class="caution mt-3 text-sm">
		Frost depth, bearing soil and walls with unequal fill are decided by the local code and licensed people.
		Shore or slope any trench as the local rule says.
	</p>
{/if}
