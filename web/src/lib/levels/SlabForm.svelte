<script lang="ts">
	import LengthField from '$lib/lengths/LengthField.svelte';
	import { fallOf, noFall, type FallDraft } from './fall';
	import FallFields from './FallFields.svelte';
	import GridForm from './GridForm.svelte';
	import type { LevelsStage } from './stage.svelte';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	const units = $derived(stage.job.units);
	const here = $derived(stage.structure.name_in_file);
	const lines = $derived(stage.structure.result.sides.map((side) => side.line));
	const families = $derived(stage.structure.result.lines.map((one) => one.family));
	let height = $state('');
	let thickness = $state('');
	let least = $state('');
	let base = $state('');
	let waste = $state('5');
	let family = $state('');
	let fall = $state<FallDraft>(noFall());
	let rail = $state('');
	let trouble = $state('');

	/** A rail right across, beside the first side. */
	function railsAt(off: string) {
		const xs = Object.values(stage.structure.result.corners).map((one) => one.x_mm);
		return [
			{
				name: 'rail',
				from: [Math.min(...xs), off] as [number, string],
				to: [Math.max(...xs), off] as [number, string]
			}
		];
	}

	async function keep(event: SubmitEvent) {
		event.preventDefault();
		const name = `${stage.structure.plan.name ?? here} slab`;
		const tilt = fallOf(fall);
		trouble = await stage.plan((plan) => ({
			...plan,
			slabs: [
				...(plan.slabs ?? []).filter((one) => one.name !== name),
				{
					name,
					structure: here,
					height: height.trim(),
					thickness: thickness.trim(),
					waste: Math.min(Math.max(Number(waste) || 0, 0), 100) / 100,
					...(least.trim() ? { least: least.trim() } : {}),
					...(base.trim() ? { base_thickness: base.trim() } : {}),
					...(family ? { family } : {}),
					...(rail.trim() ? { rails: railsAt(rail.trim()) } : {}),
					...(tilt ? { fall: tilt } : {})
				}
			]
		}));
		if (!trouble) height = thickness = least = base = '';
	}
</script>

<form
	class="no-print mt-3 grid grid-cols-2 gap-2 border-t-2 border-edge pt-2"
	aria-label="Slab"
	onsubmit={keep}
>
	<h2 class="col-span-2 text-lg font-bold">A slab to pour</h2>
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
	<FallFields draft={fall} {lines} {units} drains onChange={(next) => (fall = next)} />
	{#if trouble}<p role="alert" class="col-span-2 font-semibold text-string">{trouble}</p>{/if}
	<button class="board-button col-span-2" disabled={!height.trim() || !thickness.trim()}
		>Keep the slab</button
	>
</form>
<GridForm {stage} letter="H" />
