<script lang="ts">
	import { untrack } from 'svelte';
	import { page } from '$app/state';
	import CautionList from '$lib/dangers/CautionList.svelte';
	import { useDangers } from '$lib/dangers/dangers.svelte';
	import HoldGate from '$lib/dangers/HoldGate.svelte';
	import Plan from '$lib/drawing/Plan.svelte';
	import { useHere } from '$lib/job/context';
	import Digging from '$lib/marks/Digging.svelte';
	import FenceFields from '$lib/marks/FenceFields.svelte';
	import FencePosts from '$lib/marks/FencePosts.svelte';
	import Obstacles from '$lib/marks/Obstacles.svelte';
	import OffsetLines from '$lib/marks/OffsetLines.svelte';
	import Places from '$lib/marks/Places.svelte';
	import RegisterList from '$lib/marks/RegisterList.svelte';
	import Stakes from '$lib/marks/Stakes.svelte';
	import { useEditor } from '$lib/plan/editor.svelte';
	import PlanPage from '$lib/plan/PlanPage.svelte';
	import Tabs from '$lib/ui/Tabs.svelte';

	const here = useHere();
	const dangers = useDangers();
	const editor = useEditor(here);
	const result = $derived(editor.preview.shown?.result ?? here.structure.result);
	const units = $derived(here.job.units);
	const isRun = $derived(!result.closed);
	const TABS = $derived([
		...(isRun
			? [
					{ value: 'posts', label: 'Posts' },
					{ value: 'fence', label: 'Fence' }
				]
			: []),
		{ value: 'places', label: 'Places' },
		{ value: 'lines', label: 'Lines that stay' },
		{ value: 'digging', label: 'Digging' },
		{ value: 'obstacles', label: 'In the ground' },
		{ value: 'stakes', label: 'Stakes' },
		{ value: 'register', label: 'Register' }
	]);
	// where one comes in is decided once: a fence that is begun does not take its own fields away
	let chosen = $state(
		untrack(
			() =>
				page.url.searchParams.get('tab') ??
				(!isRun ? 'places' : here.structure.result.fence ? 'posts' : 'fence')
		)
	);
	const tab = $derived(TABS.some((one) => one.value === chosen) ? chosen : 'places');
</script>

<svelte:head><title>Marks · {here.name} · Anvilhead</title></svelte:head>

<PlanPage {editor} label="Marks">
	<h1 class="text-2xl font-extrabold">What is marked where</h1>
	<CautionList step="dig" />
	<Tabs label="Parts of the marks" tabs={TABS} value={tab} onValue={(value) => (chosen = value)}>
		{#snippet children(open)}
			{#if open === 'fence'}
				<FenceFields draft={editor} {units} fence={result.fence} usual={here.job.usual} />
			{:else if open === 'posts'}
				<FencePosts draft={editor} {units} fence={result.fence} onPlan={() => (chosen = 'fence')} />
			{:else if open === 'lines'}
				<OffsetLines draft={editor} {units} {result} usual={here.job.usual} />
			{:else if open === 'digging'}
				<HoldGate before="digging" />
				<Digging
					draft={editor}
					{units}
					{result}
					usual={here.job.usual}
					page={here.structure.document.digging &&
					!editor.isChanged &&
					dangers.stopping('digging').length === 0
						? `/api/structures/${here.structure.id}/digging.pdf`
						: undefined}
				/>
			{:else if open === 'stakes'}
				<Stakes draft={editor} {units} {result} />
			{:else if open === 'register'}
				{#if editor.isChanged}<p class="caution mb-2">
						The register stands for the plan as it is kept. Save what you changed to see it here.
					</p>{/if}
				<HoldGate before="stakes">
					<RegisterList
						structureId={here.structure.id}
						name={here.name}
						version={`${here.structure.revision} ${here.job.changed_at}`}
						{units}
						usual={here.job.usual}
					/>
				</HoldGate>
			{:else if open === 'obstacles'}
				<Obstacles draft={editor} {units} {result} />
			{:else}
				<Places draft={editor} {units} {result} />
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
				inner
				marks
				digging={tab === 'digging'}
			/>
		</div>
	{/snippet}
</PlanPage>
