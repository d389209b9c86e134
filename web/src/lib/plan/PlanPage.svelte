<!-- A stage that changes the plan: its fields and the bar that keeps them, beside the drawing. -->
<script lang="ts">
	import type { Snippet } from 'svelte';
	import { useHere } from '$lib/job/context';
	import type { PlanEditor } from './editor.svelte';
	import KeepBar from './KeepBar.svelte';

	interface Props {
		editor: PlanEditor;
		/** What is changed here, for those who hear it. */
		label: string;
		/** The fields. */
		children: Snippet;
		/** What stands under the bar. */
		after?: Snippet;
		drawing: Snippet;
	}
	let { editor, label, children, after, drawing }: Props = $props();

	const here = useHere();
	const units = $derived(here.job.units);
</script>

<main class="two-panes">
	<form
		class="grid content-start gap-1"
		aria-label={label}
		onsubmit={(event) => {
			event.preventDefault();
			void editor.keep(units);
		}}
	>
		{@render children()}
		<div class="mt-3"><KeepBar {editor} structure={here.structure} {units} /></div>
		{@render after?.()}
	</form>
	{@render drawing()}
</main>
