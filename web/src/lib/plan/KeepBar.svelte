<script lang="ts">
	import type { Structure, Units } from '$lib/api/types';
	import { keys } from '$lib/keys/keys.svelte';
	import Unlikely from '$lib/ui/Unlikely.svelte';
	import type { PlanEditor } from './editor.svelte';
	import { canGo, pathOf } from './planDoc';

	interface Props {
		editor: PlanEditor;
		structure: Structure;
		units: Units;
	}
	let { editor, structure, units }: Props = $props();

	/** Faults that no field shows; a walk under way says by itself that it is open. */
	const hindrances = $derived(
		editor.isChanged && !editor.preview.isOpenWalk
			? Object.entries(editor.preview.troubles).filter(
					([place]) => canGo(place) || ['', '/held_line', '/section_on'].includes(place)
				)
			: []
	);

	$effect(() =>
		keys.offer([
			{ key: 'z', does: 'restore the plan before', run: () => void editor.undo() },
			{ key: 'y', does: 'bring back what was undone', run: () => void editor.redo() }
		])
	);
</script>

<Unlikely texts={editor.preview.shown?.result.unlikely ?? structure.result.unlikely} />
{#if editor.stale}
	<div class="caution my-3" role="alert">
		<p class="font-bold">{editor.stale.who} changed this plan while you were at it:</p>
		<ul class="my-1 list-disc pl-5">
			{#each editor.stale.changes as change (change.pointer)}
				<li>
					{change.pointer.slice(1).replaceAll('/', ' ').replaceAll('_', ' ')}: {change.was ??
						'nothing'} → {change.now ?? 'nothing'}
				</li>
			{/each}
		</ul>
		<div class="flex flex-wrap gap-2">
			<button class="board-button plain" type="button" onclick={() => editor.reset()}
				>Take theirs</button
			>
			{#if editor.stale.can_merge}
				<button class="board-button" type="button" onclick={() => editor.keep(units, 'together')}
					>Keep both</button
				>
			{/if}
			<button
				class="board-button {editor.stale.can_merge ? 'plain' : ''}"
				type="button"
				onclick={() => editor.keep(units, 'over')}>Keep mine over it</button
			>
		</div>
	</div>
{/if}
{#if hindrances.length}
	<ul class="caution my-2 text-sm" aria-label="What stands against keeping this plan">
		{#each hindrances as [place, message] (place)}
			<li>
				<strong>{message}</strong>
				{#if canGo(place)}
					<button
						type="button"
						class="min-h-11 px-2 underline"
						onclick={() => editor.put(pathOf(place), undefined)}>Take it out</button
					>
				{/if}
			</li>
		{/each}
	</ul>
{/if}
<div class="flex flex-wrap items-center gap-2">
	<button class="board-button" disabled={!editor.isChanged || !editor.preview.isGood}
		>Save plan</button
	>
	<button
		class="board-button plain"
		type="button"
		disabled={!editor.canStepBack}
		onclick={() => editor.stepBack()}>Undo typing</button
	>
	<button
		class="board-button plain"
		type="button"
		disabled={!editor.isChanged}
		onclick={() => editor.reset()}>Discard changes</button
	>
	<button
		class="board-button plain"
		type="button"
		disabled={!structure.can_undo}
		onclick={() => editor.undo()}
	>
		<span class="nail-key max-sm:hidden" aria-hidden="true">Z</span>Restore the plan before
	</button>
	{#if structure.can_redo}
		<button class="board-button plain" type="button" onclick={() => editor.redo()}>
			<span class="nail-key max-sm:hidden" aria-hidden="true">Y</span>Redo
		</button>
	{/if}
	<output class="font-semibold" aria-live="polite">{editor.stale ? '' : editor.message}</output>
</div>
