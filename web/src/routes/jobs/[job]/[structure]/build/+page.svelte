<script lang="ts">
	import { untrack } from 'svelte';
	import Forms from '$lib/build/Forms.svelte';
	import Plates from '$lib/build/Plates.svelte';
	import Slab from '$lib/build/Slab.svelte';
	import StripFields from '$lib/build/StripFields.svelte';
	import CautionList from '$lib/dangers/CautionList.svelte';
	import HoldGate from '$lib/dangers/HoldGate.svelte';
	import Plan from '$lib/drawing/Plan.svelte';
	import { useHere } from '$lib/job/context';
	import { useEditor } from '$lib/plan/editor.svelte';
	import PlanPage from '$lib/plan/PlanPage.svelte';
	import Tabs from '$lib/ui/Tabs.svelte';

	const here = useHere();
	const editor = useEditor(here);
	const result = $derived(editor.preview.shown?.result ?? here.structure.result);
	const units = $derived(here.job.units);
	const usual = $derived(here.job.usual);
	/** An open run is built on once it has a width. */
	const hasFaces = $derived(result.closed || Boolean(editor.doc.strip));
	const TABS = $derived([
		...(result.closed ? [] : [{ value: 'strip', label: 'Width' }]),
		...(hasFaces
			? [
					{ value: 'forms', label: 'Forms' },
					{ value: 'slab', label: 'Slab' }
				]
			: []),
		...(result.closed ? [{ value: 'plates', label: 'Old concrete' }] : [])
	]);
	let chosen = $state(untrack(() => (here.structure.result.closed ? 'forms' : 'strip')));
	const tab = $derived(TABS.some((one) => one.value === chosen) ? chosen : (TABS[0]?.value ?? ''));
</script>

<svelte:head><title>Build · {here.name} · Anvilhead</title></svelte:head>

<PlanPage {editor} label="Build">
	<h1 class="text-2xl font-extrabold">What is cut, laid and poured</h1>
	<CautionList step="build" />
	<CautionList step="pour" />
	<HoldGate before="the pour" />
	<Tabs label="Parts of the build" tabs={TABS} value={tab} onValue={(value) => (chosen = value)}>
		{#snippet children(open)}
			{#if open === 'strip'}
				<StripFields draft={editor} {units} strip={result.strip} />
			{:else if open === 'slab'}
				<Slab draft={editor} {units} {result} {usual} />
			{:else if open === 'plates'}
				<Plates draft={editor} {units} {result} />
			{:else}
				<Forms draft={editor} {units} forms={result.forms} {usual} />
			{/if}
		{/snippet}
	</Tabs>
	{#snippet drawing()}
		<div class="pane">
			<Plan
				{result}
				name={here.name}
				told={editor.isChanged ? undefined : here.structure.told}
				{units}
				heldLine={here.structure.plan.held_line}
				forms={tab === 'forms' || tab === 'strip'}
				slab={tab === 'slab'}
				plates={tab === 'plates'}
			/>
		</div>
	{/snippet}
</PlanPage>
