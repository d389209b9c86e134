<script lang="ts">
	import { useHere } from '$lib/job/context';
	import BesideFields from '$lib/footprint/BesideFields.svelte';
	import FamilyTable from '$lib/footprint/FamilyTable.svelte';
	import InnerFields from '$lib/footprint/InnerFields.svelte';
	import SectionFields from '$lib/footprint/SectionFields.svelte';
	import SectionSides from '$lib/footprint/SectionSides.svelte';
	import { useEditor } from '$lib/plan/editor.svelte';
	import KeepBar from '$lib/plan/KeepBar.svelte';
	import Plan from '$lib/drawing/Plan.svelte';
	import WalkPlan from '$lib/drawing/WalkPlan.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import Tabs from '$lib/ui/Tabs.svelte';
	import FootprintFields from '$lib/footprint/FootprintFields.svelte';
	import PlanBasics from '$lib/footprint/PlanBasics.svelte';
	import SidesTable from '$lib/footprint/SidesTable.svelte';

	const here = useHere();
	const editor = useEditor(here);
	const result = $derived(editor.preview.shown?.result ?? here.structure.result);
	const held = $derived(editor.preview.shown?.plan.held_line ?? here.structure.plan.held_line);
	const sides = $derived(result.sides.map((side) => side.line));
	const units = $derived(here.job.units);
	let tab = $state('walls');

	const TABS = [
		{ value: 'walls', label: 'Walls' },
		{ value: 'lines', label: 'Lines beside' },
		{ value: 'inside', label: 'Inside' }
	];
</script>

<svelte:head><title>Footprint · {here.name} · Anvilhead</title></svelte:head>

<main class="two-panes drawing-first">
	<form
		class="grid content-start gap-1"
		aria-label="Footprint"
		onsubmit={(event) => {
			event.preventDefault();
			void editor.keep(units);
		}}
	>
		<h1 class="text-2xl font-extrabold">What stands here</h1>
		<Tabs label="Parts of the footprint" tabs={TABS} value={tab} onValue={(value) => (tab = value)}>
			{#snippet children(open)}
				{#if open === 'walls'}
					<PlanBasics draft={editor} {units} {sides} />
					<FootprintFields draft={editor} {units} />
					{#each result.as_found as one (one.from + one.to)}
						<p class="mt-2"><Words text={one.text} /></p>
					{/each}
				{:else if open === 'lines'}
					{#if result.closed}
						<h2 class="font-bold">Wall and footing</h2>
						<SectionFields draft={editor} path={['section']} {units} />
						<SectionSides draft={editor} {units} {sides} />
					{/if}
					<h2 class="mt-3 mb-1 font-bold">Other lines</h2>
					<BesideFields draft={editor} {units} {sides} open={!result.closed} />
				{:else}
					<InnerFields draft={editor} {units} {sides} />
				{/if}
			{/snippet}
		</Tabs>
		<div class="mt-3"><KeepBar {editor} structure={here.structure} {units} /></div>
		{#if tab === 'lines'}<FamilyTable {result} />{:else if tab === 'walls'}<SidesTable
				{result}
			/>{/if}
		<p class="caution mt-4 text-sm">
			Sizes come from the drawings, boundary and setback lines from a licensed surveyor and the
			permit. Anvilhead is no survey and no engineering.
		</p>
	</form>
	<div class="pane">
		{#if tab === 'walls' && editor.preview.isOpenWalk && editor.preview.walk}
			<WalkPlan walk={editor.preview.walk} name={here.name} {units} />
		{:else}
			<Plan
				{result}
				name={here.name}
				told={editor.isChanged ? undefined : here.structure.told}
				{units}
				heldLine={held}
				families={tab === 'lines'}
				inner={tab === 'inside'}
			/>
		{/if}
	</div>
</main>
