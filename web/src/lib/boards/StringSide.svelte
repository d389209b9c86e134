<!-- Where the strings run on their nails: the same everywhere, and nobody guesses it. -->
<script lang="ts">
	import type { StructureResult, Units } from '$lib/api/types';
	import Words from '$lib/lengths/Words.svelte';
	import DraftLength from '$lib/plan/DraftLength.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';
	import Choice from '$lib/ui/Choice.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
		result: StructureResult;
	}
	let { draft, units, result }: Props = $props();

	const RUNS = [
		{ value: 'centre', label: 'Over its middle' },
		{ value: 'inside', label: 'Inside it' },
		{ value: 'outside', label: 'Outside it' }
	] as const;
	const runs = $derived(draft.doc.string?.runs ?? 'centre');
</script>

<section aria-label="Where the string runs on its nail" class="mb-4">
	<p class="font-semibold">The string runs on every nail</p>
	<Choice
		label="Where the string runs on every nail"
		options={RUNS}
		value={runs}
		onValue={(value) =>
			draft.put(['string'], value === 'centre' ? undefined : { ...draft.doc.string, runs: value })}
	/>
	{#if runs !== 'centre'}
		<div class="mt-1 grid grid-cols-2 gap-x-4">
			<DraftLength
				{draft}
				path={['string', 'nail']}
				label="Nail, thick"
				{units}
				optional
				placeholder="a common nail"
			/>
			<DraftLength
				{draft}
				path={['string', 'line']}
				label="String, thick"
				{units}
				optional
				placeholder="a mason’s line"
			/>
		</div>
		{#if result.string_told}<p class="mt-1 border-l-4 border-string pl-3">
				<Words text={result.string_told} />
			</p>{/if}
	{/if}
</section>
