<script lang="ts">
	import type { Units } from '$lib/api/types';
	import type { PlanDraft } from '$lib/plan/draft.svelte';
	import SectionFields from './SectionFields.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
		sides: string[];
	}
	let { draft, units, sides }: Props = $props();

	const differing = $derived(Object.keys(draft.doc.section_on ?? {}));
</script>

{#if draft.doc.section}
	{#each differing as side (side)}
		<div class="mt-2 border-l-4 border-rule pl-3">
			<p class="flex items-center justify-between font-bold">
				Beside {side}
				<button
					type="button"
					class="min-h-11 px-2 text-xl"
					aria-label="As everywhere beside {side}"
					onclick={() => draft.put(['section_on', side], undefined)}>×</button
				>
			</p>
			<SectionFields {draft} path={['section_on', side]} {units} />
		</div>
	{/each}
	<select
		class="field !w-auto"
		aria-label="A side with another wall or footing"
		value=""
		onchange={(event) => {
			const side = event.currentTarget.value;
			if (side) draft.put(['section_on', side], { ...draft.doc.section });
			event.currentTarget.value = '';
		}}
	>
		<option value="">another section beside…</option>
		{#each sides.filter((side) => !differing.includes(side)) as side (side)}<option>{side}</option
			>{/each}
	</select>
{/if}
