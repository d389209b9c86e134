<script lang="ts">
	import Forms from '$lib/build/Forms.svelte';
	import Plan from '$lib/drawing/Plan.svelte';
	import { useHere } from '$lib/job/context';
	import { useEditor } from '$lib/plan/editor.svelte';
	import PlanPage from '$lib/plan/PlanPage.svelte';

	const here = useHere();
	const editor = useEditor(here);
	const result = $derived(editor.preview.shown?.result ?? here.structure.result);
	const units = $derived(here.job.units);
</script>

<svelte:head><title>Build · {here.name} · Anvilhead</title></svelte:head>

<PlanPage {editor} label="Build">
		<h1 class="text-2xl font-extrabold">What is cut and driven</h1>
		{#if result.closed}
			<Forms draft={editor} {units} forms={result.forms} usual={here.job.usual} />
		{:else}
			<p>An open run has no forms. Its posts, holes and what goes into them are in Marks.</p>
			<p class="mt-2"><a class="board-button" href="/jobs/{here.job.id}/{here.structure.id}/marks">To the marks</a></p>
		{/if}
	{#snippet drawing()}
	<div class="pane">
		<Plan
			{result}
			name={here.name}
			told={editor.isChanged ? undefined : here.structure.told}
			{units}
			heldLine={here.structure.plan.held_line}
			forms
		/>
	</div>
	{/snippet}
</PlanPage>
