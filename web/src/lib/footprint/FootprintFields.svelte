<script lang="ts">
	import type { Footprint, Shape, Units } from '$lib/api/types';
	import DraftLength from '$lib/plan/DraftLength.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';
	import { stepsOf } from '$lib/plan/planDoc';
	import ImportOutline from './ImportOutline.svelte';
	import ShapePicker from './ShapePicker.svelte';
	import WalkEditor from './WalkEditor.svelte';
	import WalkTools from './WalkTools.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
		/** Outlines to start from; none are offered where a footprint stands already. */
		shapes?: Shape[] | undefined;
	}
	let { draft, units, shapes = [] }: Props = $props();

	const footprint = $derived(draft.doc.footprint);
	const troubles = $derived(draft.preview.troubles);
	const corners = $derived(Object.keys(draft.preview.shown?.result.corners ?? {}).length);
	let importing = $state(false);

	const setFootprint = (changed: Footprint) => draft.put(['footprint'], changed);

	/** A rectangle has two sizes to say; every other shape is walked. */
	function pick(shape: Shape) {
		const [length, width] = shape.steps;
		if (shape.name === 'rectangle') {
			setFootprint({ shape: 'rectangle', length: length?.go ?? '', width: width?.go ?? '' });
		} else {
			setFootprint({ shape: 'walk', steps: shape.steps });
		}
	}
	const isWorking = $derived(draft.preview.isOpenWalk);
</script>

{#if shapes.length}<ShapePicker {shapes} onPick={pick} />{/if}
<div class="mt-2">
	{#if 'length' in footprint}
		<div class="grid grid-cols-2 gap-4">
			<DraftLength
				{draft}
				path={['footprint', 'length']}
				label="Length, A to B"
				{units}
				hint="the first string"
			/>
			<DraftLength
				{draft}
				path={['footprint', 'width']}
				label="Width, B to C"
				{units}
				hint="square to it"
			/>
		</div>
	{:else if 'steps' in footprint}
		<WalkEditor
			steps={stepsOf(footprint)}
			open={footprint.shape === 'run'}
			{units}
			walk={draft.preview.walk}
			sound={!Object.keys(troubles).some((place) => place.startsWith('/footprint'))}
			trouble={(index, key) => troubles[`/footprint/steps/${index}/${key}`]}
			onChange={(steps) => draft.put(['footprint', 'steps'], steps)}
		/>
	{:else}
		<p>{footprint.corners.length} corners by their coordinates.</p>
	{/if}
	{#if troubles['/footprint'] && !isWorking}
		<p role="alert" class="caution mt-2 font-semibold">{troubles['/footprint']}</p>
	{/if}
</div>
<div class="mt-2 flex flex-wrap items-start gap-2">
	<WalkTools {footprint} {units} {corners} onChange={setFootprint} />
	{#if footprint.shape !== 'run'}
		<button
			type="button"
			class="board-button plain"
			onclick={() => setFootprint({ shape: 'run', steps: [{ go: '' }] })}>An open line</button
		>
	{/if}
	<button type="button" class="board-button plain" onclick={() => (importing = true)}
		>From a file</button
	>
	{#if shapes.length}
		<button
			type="button"
			class="board-button plain"
			disabled={!draft.canStepBack}
			onclick={() => draft.stepBack()}>Undo typing</button
		>
	{/if}
</div>
<ImportOutline
	open={importing}
	{units}
	onClose={() => (importing = false)}
	onTake={(taken) => {
		setFootprint(taken);
		importing = false;
	}}
/>
