<script lang="ts">
	import type { Units } from '$lib/api/types';
	import DraftLength from '$lib/plan/DraftLength.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';
	import Choice from '$lib/ui/Choice.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
	}
	let { draft, units }: Props = $props();

	const plan = $derived(draft.doc.fence);
	const TOPS = [
		{ value: 'ground', label: 'With the ground' },
		{ value: 'level', label: 'Level' },
		{ value: 'slope', label: 'On a slope' },
		{ value: 'steps', label: 'In steps' }
	] as const;
	const tops = $derived(
		!plan?.tops
			? 'ground'
			: plan.tops.steps?.length
				? 'steps'
				: plan.tops.end != null
					? 'slope'
					: 'level'
	);
	function setTops(way: (typeof TOPS)[number]['value']) {
		const start = plan?.tops?.start ?? '';
		if (way === 'ground') draft.put(['fence', 'tops'], undefined);
		else if (way === 'level') draft.put(['fence', 'tops'], { start });
		else if (way === 'slope') draft.put(['fence', 'tops'], { start, end: '' });
		else draft.put(['fence', 'tops'], { start, steps: [{ post: 2, drop: '' }] });
	}
</script>

<h2 class="mt-2 font-bold">Tops</h2>
<Choice label="How the tops lie" options={TOPS} value={tops} onValue={setTops} loose />
{#if tops !== 'ground'}
	<div class="mt-1 grid grid-cols-2 gap-x-4">
		<DraftLength
			{draft}
			path={['fence', 'tops', 'start']}
			label="Top of the first post"
			{units}
			signed
			hint="above the datum"
		/>
		{#if tops === 'slope'}
			<DraftLength {draft} path={['fence', 'tops', 'end']} label="and of the last" {units} signed />
		{/if}
	</div>
{/if}
{#if tops === 'steps'}
	{#each plan?.tops?.steps ?? [] as step, index (index)}
		<div class="grid grid-cols-[1fr_1fr_auto] items-start gap-2">
			<label
				><span class="font-semibold">From post</span>
				<input
					class="field numbers mt-1 text-right text-xl"
					inputmode="numeric"
					value={String(step.post)}
					oninput={(event) =>
						draft.put(
							['fence', 'tops', 'steps', index, 'post'],
							Number(event.currentTarget.value) || 0
						)}
				/></label
			>
			<DraftLength
				{draft}
				path={['fence', 'tops', 'steps', index, 'drop']}
				label="lower by"
				{units}
				signed
			/>
			<button
				type="button"
				class="mt-8 min-h-11 underline"
				aria-label="Take the step at post {step.post} out"
				onclick={() => draft.put(['fence', 'tops', 'steps', index], undefined)}>out</button
			>
		</div>
	{/each}
	<button
		type="button"
		class="board-button plain justify-self-start"
		onclick={() =>
			draft.put(['fence', 'tops', 'steps', plan?.tops?.steps?.length ?? 0], { post: 2, drop: '' })}
		>+ step</button
	>
{/if}
