<script lang="ts">
	import { untrack } from 'svelte';
	import type { LevelPlan } from '$lib/api/types';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';
	import { freeName, typedText } from '$lib/levels/typed';

	type Finish = NonNullable<LevelPlan['finishes']>[number];
	interface Props {
		stage: LevelsStage;
		/** The finish to change; a new one when left out. */
		finish?: Finish | undefined;
		onKept: () => void;
	}
	let { stage, finish, onKept }: Props = $props();

	const before = untrack(() => finish);
	const units = $derived(stage.job.units);
	const here = $derived(stage.structure.name_in_file);
	const things = $derived(Object.keys(stage.result?.things ?? {}));
	const families = $derived(stage.structure.result.lines.map((one) => one.family));
	let thickness = $state(typedText(before?.thickness));
	let least = $state(typedText(before?.least));
	let clearance = $state(typedText(before?.clearance));
	let height = $state(typedText(before?.height));
	let base = $state(before?.base ?? '');
	let forms = $state(before?.forms ?? '');
	let edge = $state(before?.edge ?? '');
	let family = $state(before?.family ?? '');
	let layer = $state(before?.layers?.[1]?.name ?? '');
	let layerThickness = $state(typedText(before?.layers?.[1]?.thickness));
	let trouble = $state('');

	async function keep(event: SubmitEvent) {
		event.preventDefault();
		trouble = await stage.plan((plan) => {
			const others = (plan.finishes ?? []).filter((one) => one.name !== before?.name);
			const name =
				before?.name ??
				freeName(
					`${stage.structure.plan.name ?? here} finish`,
					others.map((one) => one.name ?? '')
				);
			const under = layerThickness.trim()
				? [
						{ name: 'slab', thickness: thickness.trim() },
						{ name: layer.trim() || 'base', thickness: layerThickness.trim() }
					]
				: [];
			const changed: Finish = {
				...before,
				name,
				structure: here,
				thickness: thickness.trim(),
				least: least.trim() || null,
				clearance: clearance.trim() || null,
				height: height.trim() || null,
				base: base || null,
				forms: forms || null,
				edge: edge || null,
				family: family || null,
				layers: under
			};
			return { ...plan, finishes: [...others, changed] };
		});
		if (!trouble) onKept();
	}
</script>

<form
	class="no-print mb-3 grid grid-cols-2 gap-2 border-t-2 border-edge pt-2"
	aria-label="Height to choose"
	onsubmit={keep}
>
	<h2 class="col-span-2 text-lg font-bold">A height to choose from what was shot</h2>
	<LengthField label="Thickness" value={thickness} {units} onInput={(t) => (thickness = t)} />
	<LengthField
		label="Never thinner than"
		value={least}
		{units}
		placeholder={thickness || 'the same'}
		onInput={(t) => (least = t)}
	/>
	<label
		><span class="font-semibold">It lies on</span>
		<select class="field mt-1" aria-label="It lies on" bind:value={base}>
			<option value="">the ground as shot</option>
			{#each things as one (one)}<option>{one}</option>{/each}
		</select></label
	>
	<label
		><span class="font-semibold">Poured to</span>
		<select class="field mt-1" aria-label="Outline" bind:value={family}>
			<option value="">the wall face</option>
			{#each families.slice(1) as one (one)}<option>{one}</option>{/each}
		</select></label
	>
	<LengthField
		label="Clear of the ground"
		value={clearance}
		{units}
		placeholder="not asked"
		onInput={(t) => (clearance = t)}
	/>
	<LengthField
		label="Or this height"
		value={height}
		{units}
		signed
		placeholder="not asked"
		onInput={(t) => (height = t)}
	/>
	<label
		><span class="font-semibold">Or forms as they lie</span>
		<select class="field mt-1" aria-label="Forms as they lie" bind:value={forms}>
			<option value="">not asked</option>
			{#each things as one (one)}<option>{one}</option>{/each}
		</select></label
	>
	<label
		><span class="font-semibold">Or what is there already</span>
		<select class="field mt-1" aria-label="What is there already" bind:value={edge}>
			<option value="">not asked</option>
			{#each things as one (one)}<option>{one}</option>{/each}
		</select></label
	>
	<label
		><span class="font-semibold">A layer under the slab</span>
		<input class="field mt-1" placeholder="base" bind:value={layer} /></label
	>
	<LengthField
		label="Its thickness"
		value={layerThickness}
		{units}
		placeholder="none"
		onInput={(t) => (layerThickness = t)}
	/>
	{#if trouble}<p role="alert" class="col-span-2 font-semibold text-string">{trouble}</p>{/if}
	<button class="board-button col-span-2" disabled={!thickness.trim()}>Show the candidates</button>
</form>
