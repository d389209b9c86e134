<!-- The width of an open run. -->
<script lang="ts">
	import type { StructureResult, Units } from '$lib/api/types';
	import Words from '$lib/lengths/Words.svelte';
	import DraftLength from '$lib/plan/DraftLength.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';
	import Choice from '$lib/ui/Choice.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
		strip: StructureResult['strip'];
	}
	let { draft, units, strip }: Props = $props();

	const plan = $derived(draft.doc.strip);
	const ON = [
		{ value: 'left', label: 'Its left face' },
		{ value: 'centre', label: 'Its middle' },
		{ value: 'right', label: 'Its right face' }
	] as const;
</script>

{#if !plan}
	<p>A run with a width is a strip: a kerb, a path, a wall footing. It has two faces, forms and concrete.</p>
	<button
		type="button"
		class="board-button mt-3 justify-self-start"
		onclick={() => draft.put(['strip'], { width: '' })}>Give this run a width</button
	>
{:else}
	{#if draft.trouble('strip')}<p role="alert" class="caution font-semibold">{draft.trouble('strip')}</p>{/if}
	<DraftLength {draft} path={['strip', 'width']} label="Wide" {units} />
	<p class="mt-1 font-semibold">The run is</p>
	<Choice
		label="Where the run lies in the strip"
		options={ON}
		value={plan.on ?? 'centre'}
		onValue={(on) => draft.put(['strip', 'on'], on)}
	/>
	<p class="text-sm text-ink-soft">walking from the first corner</p>
	{#if strip}<p class="text-lg font-semibold"><Words text={strip.text} /></p>{/if}
	<button
		type="button"
		class="min-h-11 justify-self-start underline"
		onclick={() => draft.put(['strip'], undefined)}>It has no width</button
	>
{/if}
