<script lang="ts">
	import { untrack } from 'svelte';
	import type { LevelPlan } from '$lib/api/types';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import { draftOf, fallOf, type FallDraft } from './fall';
	import FallFields from './FallFields.svelte';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';
	import { freeName, NO_SHARE, percentOf, shareOf, typedText } from '$lib/levels/typed';

	type Slab = NonNullable<LevelPlan['slabs']>[number];
	interface Props {
		stage: LevelsStage;
		/** The slab to change; a new one when left out. */
		slab?: Slab | undefined;
		onKept: () => void;
	}
	let { stage, slab, onKept }: Props = $props();

	const before = untrack(() => slab);
	const units = $derived(stage.job.units);
	const here = $derived(stage.structure.name_in_file);
	const lines = $derived(stage.structure.result.sides.map((side) => side.line));
	const families = $derived(stage.structure.result.lines.map((one) => one.family));
	let height = $state(typedText(before?.height));
	let thickness = $state(typedText(before?.thickness));
	let least = $state(typedText(before?.least));
	let base = $state(typedText(before?.base_thickness));
	let waste = $state(
		untrack(() =>
			before?.waste === undefined ? String(stage.job.usual.waste_percent) : percentOf(before.waste)
		)
	);
	let family = $state(before?.family ?? '');
	let fall = $state<FallDraft>(draftOf(before?.fall));
	/** Sides along which there is concrete already, and points where pegs are set, each after a comma. */
	let existing = $state<string[]>(untrack(() => before?.existing ?? []));
	let pegs = $state(untrack(() => (before?.pegs ?? []).map((one) => stage.label(one)).join(', ')));
	const fourSided = $derived(lines.length === 4 && stage.structure.result.closed);
	let rail = $state(typedText(before?.rails?.find((one) => one.beside)?.at));
	let trouble = $state('');

	async function keep(event: SubmitEvent) {
		event.preventDefault();
		const share = shareOf(waste);
		if (share === undefined) {
			trouble = NO_SHARE;
			return;
		}
		trouble = await stage.plan((plan) => {
			const others = (plan.slabs ?? []).filter((one) => one.name !== before?.name);
			const usual = `${stage.structure.plan.name ?? here} slab`;
			const kept = (before?.rails ?? []).filter((one) => !one.beside);
			const added = rail.trim() ? [{ name: 'rail', beside: lines[0] ?? '', at: rail.trim() }] : [];
			const changed: Slab = {
				...before,
				name:
					before?.name ??
					freeName(
						usual,
						others.map((one) => one.name ?? '')
					),
				structure: here,
				height: height.trim(),
				thickness: thickness.trim(),
				waste: share,
				least: least.trim() || null,
				base_thickness: base.trim() || null,
				family: family || null,
				rails: [...kept, ...added],
				existing,
				pegs: pegs
					.split(',')
					.map((one) => stage.nameOf(one))
					.filter(Boolean),
				fall: fallOf(fall) ?? null
			};
			return { ...plan, slabs: [...others, changed] };
		});
		if (!trouble) onKept();
	}
</script>

<form
	class="no-print mt-3 grid grid-cols-2 gap-2 border-t-2 border-edge pt-2"
	aria-label="Slab"
	onsubmit={keep}
>
	<h2 class="col-span-2 text-lg font-bold">
		{before ? `Change ${before.name}` : 'A slab to pour'}
	</h2>
	<LengthField
		label="Finished top"
		value={height}
		{units}
		signed
		hint="its high edge, when it falls"
		onInput={(t) => (height = t)}
	/>
	<LengthField label="Thickness" value={thickness} {units} onInput={(t) => (thickness = t)} />
	<LengthField
		label="Never thinner than"
		value={least}
		{units}
		placeholder={thickness || 'the same'}
		onInput={(t) => (least = t)}
	/>
	<LengthField
		label="Base under it"
		value={base}
		{units}
		placeholder="none"
		onInput={(t) => (base = t)}
	/>
	<label
		><span class="font-semibold">Waste, per cent</span>
		<input
			class="field numbers mt-1 text-right text-xl"
			inputmode="numeric"
			bind:value={waste}
		/></label
	>
	<label
		><span class="font-semibold">Poured to</span>
		<select class="field mt-1" aria-label="Poured to" bind:value={family}>
			<option value="">the wall face</option>
			{#each families.slice(1) as one (one)}<option>{one}</option>{/each}
		</select></label
	>
	<LengthField
		label="Screed rail beside the first side, at"
		value={rail}
		{units}
		placeholder="none"
		onInput={(t) => (rail = t)}
	/>
	<label
		><span class="font-semibold">Screed pegs at</span>
		<input class="field mt-1" placeholder="none; H1, H2" bind:value={pegs} /></label
	>
	{#if fourSided}
		<fieldset class="col-span-2">
			<legend class="font-semibold">Concrete that is there already</legend>
			<div class="flex flex-wrap gap-x-4">
				{#each lines as line (line)}
					<Checkbox
						checked={existing.includes(line)}
						onChecked={(on) =>
							(existing = on ? [...existing, line] : existing.filter((one) => one !== line))}
						>along {line}</Checkbox
					>
				{/each}
			</div>
			{#if existing.length}
				<p class="text-sm text-ink-soft">
					No form there: the top is stretched from edge to edge. Shoot its edge on “edge” at both ends, and
					wherever it bends. A fall away from such a side is the least that is wanted.
				</p>
			{/if}
		</fieldset>
	{/if}
	<FallFields draft={fall} {lines} {units} drains onChange={(next) => (fall = next)} />
	{#if trouble}<p role="alert" class="col-span-2 font-semibold text-string">{trouble}</p>{/if}
	<button class="board-button col-span-2" disabled={!height.trim() || !thickness.trim()}
		>Keep the slab</button
	>
</form>
