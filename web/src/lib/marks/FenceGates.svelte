<script lang="ts">
	import type { Units } from '$lib/api/types';
	import DraftLength from '$lib/plan/DraftLength.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
	}
	let { draft, units }: Props = $props();

	const gates = $derived(draft.doc.fence?.gates ?? []);
</script>

<h2 class="mt-3 font-bold">Gates</h2>
{#each gates as gate, index (index)}
	<div class="grid grid-cols-[1fr_1fr_auto] items-start gap-2">
		<DraftLength
			{draft}
			path={['fence', 'gates', index, 'at']}
			label="Gate {index + 1} begins at"
			{units}
			signed
			hint="inner face of its first post"
		/>
		<DraftLength
			{draft}
			path={['fence', 'gates', index, 'opening']}
			label="Clear opening"
			{units}
		/>
		<button
			type="button"
			class="row-span-2 mt-8 min-h-11 self-start underline"
			aria-label="Take gate {index + 1} out, {gate.at}"
			onclick={() => draft.put(['fence', 'gates', index], undefined)}>out</button
		>
		<DraftLength
			{draft}
			path={['fence', 'gates', index, 'hinge']}
			label="Hinge gap"
			{units}
			optional
			placeholder="not said"
		/>
		<DraftLength
			{draft}
			path={['fence', 'gates', index, 'latch']}
			label="Latch gap"
			{units}
			optional
			placeholder="not said"
		/>
	</div>
{/each}
<button
	type="button"
	class="board-button plain justify-self-start"
	onclick={() => draft.put(['fence', 'gates', gates.length], { at: '', opening: '' })}
	>+ gate</button
>
