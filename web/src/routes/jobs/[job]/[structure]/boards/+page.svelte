<script lang="ts">
	import CautionList from '$lib/dangers/CautionList.svelte';
	import HoldGate from '$lib/dangers/HoldGate.svelte';
	import Faces from '$lib/boards/Faces.svelte';
	import HeightFields from '$lib/boards/HeightFields.svelte';
	import StandFields from '$lib/boards/StandFields.svelte';
	import StringSide from '$lib/boards/StringSide.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import Strings from '$lib/boards/Strings.svelte';
	import Unrolled from '$lib/boards/Unrolled.svelte';
	import Truck from '$lib/boards/Truck.svelte';
	import { useHere } from '$lib/job/context';
	import { useEditor } from '$lib/plan/editor.svelte';
	import PlanPage from '$lib/plan/PlanPage.svelte';
	import Plan from '$lib/drawing/Plan.svelte';
	import Tabs from '$lib/ui/Tabs.svelte';

	const here = useHere();
	const editor = useEditor(here);
	const result = $derived(editor.preview.shown?.result ?? here.structure.result);
	const units = $derived(here.job.units);
	let tab = $state('stand');

	const TABS = [
		{ value: 'stand', label: 'Stand' },
		{ value: 'height', label: 'Height' },
		{ value: 'faces', label: 'Nails' },
		{ value: 'truck', label: 'Truck' }
	];
</script>

<svelte:head><title>Boards · {here.name} · Anvilhead</title></svelte:head>

<PlanPage {editor} label="Boards">
	<h1 class="text-2xl font-extrabold">Where the boards stand</h1>
	<HoldGate before="stakes" />
	<CautionList step="stakes" />
	<Tabs label="Parts of the boards" tabs={TABS} value={tab} onValue={(value) => (tab = value)}>
		{#snippet children(open)}
			{#if open === 'stand'}
				<StandFields
					draft={editor}
					{units}
					boards={result.boards}
					sides={result.sides.map((side) => side.line)}
				/>
				{#each result.obstacles.flatMap((one) => one.hits) as hit, index (index)}
					<p class="caution mt-1 font-semibold"><Words text={hit.text} /></p>
				{/each}
				<Strings {result} />
			{:else if open === 'height'}
				<HeightFields draft={editor} {units} {result} shot={here.structure.shot_ground} />
			{:else if open === 'faces'}
				<StringSide draft={editor} {units} {result} />
				<Faces boards={result.boards} />
			{:else}
				<Truck draft={editor} {units} materials={result.materials} />
			{/if}
		{/snippet}
	</Tabs>
	{#snippet after()}
		<p class="mt-4">
			<a class="board-button" href="/jobs/{here.job.id}/{here.structure.id}/square"
				>Boards are up: square the strings</a
			>
		</p>
	{/snippet}
	{#snippet drawing()}
		<div class="pane" class:split={tab === 'height' && result.heights}>
			{#if tab === 'height' && result.heights}<Unrolled {result} />{/if}
			<Plan
				{result}
				name={here.name}
				told={editor.isChanged ? undefined : here.structure.told}
				{units}
				heldLine={here.structure.plan.held_line}
				boards
				families={tab === 'faces'}
			/>
		</div>
	{/snippet}
</PlanPage>

<style>
	.split {
		display: grid;
		grid-template-rows: auto auto minmax(16rem, 1fr);
		gap: 0.5rem;
	}
</style>
