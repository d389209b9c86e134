<script lang="ts">
	import { useHere } from '$lib/job/context';
	import { useEditor } from '$lib/plan/editor.svelte';
	import KeepBar from '$lib/plan/KeepBar.svelte';
	import Plan from '$lib/drawing/Plan.svelte';
	import PractisePlan from '$lib/practice/PractisePlan.svelte';
	import CornerMethods from '$lib/square/methods/CornerMethods.svelte';
	import CrewFields from '$lib/square/methods/CrewFields.svelte';
	import MethodTable from '$lib/square/methods/MethodTable.svelte';
	import RoundedCost from '$lib/square/methods/RoundedCost.svelte';
	import SettingOut from '$lib/square/methods/SettingOut.svelte';
	import { Trial } from '$lib/square/tried/tried.svelte';
	import TriedOut from '$lib/square/tried/TriedOut.svelte';

	const here = useHere();
	const editor = useEditor(here, true);
	const trial = new Trial();
	const units = $derived(here.job.units);
	const result = $derived(editor.preview.shown?.result ?? here.structure.result);
	const calls = $derived(editor.preview.shown?.calls ?? here.structure.calls);
	const method = $derived(result.setting_out?.method ?? '');
	const chosen = $derived(result.methods?.table.find((one) => one.method === method));
</script>

<svelte:head><title>Method · {here.name} · Anvilhead</title></svelte:head>

<main class="two-panes">
	<form
		class="grid content-start gap-1"
		aria-label="Method"
		onsubmit={(event) => {
			event.preventDefault();
			void editor.keep(units);
		}}
	>
		<div class="flex flex-wrap items-baseline justify-between gap-x-4">
			<h1 class="text-2xl font-extrabold">How the corners get square</h1>
			<a
				class="inline-flex min-h-11 items-center underline"
				href="/jobs/{here.job.id}/{here.structure.id}/square">to the call sheet</a
			>
		</div>
		<CrewFields draft={editor} {units} laser={result.methods?.laser} />
		{#if result.methods}
			<MethodTable
				methods={result.methods}
				chosen={method}
				onChoose={(next) => editor.put(['method'], next)}
			/>
		{/if}
		{#if result.methods}
			<CornerMethods
				draft={editor}
				methods={result.methods}
				corners={Object.keys(result.corners).slice(2)}
			/>
		{/if}
		<div class="mt-2"><KeepBar {editor} structure={here.structure} {units} /></div>
		{#if result.setting_out}<SettingOut sheet={result.setting_out} />{/if}
		<RoundedCost {calls} {units} />
		<PractisePlan structure={here.structure.id} {units} />
		<TriedOut {trial} structure={here.structure.id} />
	</form>
	<div class="pane">
		<Plan
			{result}
			name={here.name}
			{units}
			heldLine={here.structure.plan.held_line}
			expected={trial.tried ? undefined : (result.methods?.mixed ?? chosen)?.ellipses}
			clouds={trial.tried?.clouds}
			within={trial.tried?.expected.tolerance_mm}
		/>
	</div>
</main>
