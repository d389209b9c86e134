<script lang="ts">
	import type { StructureResult } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';

	type Methods = NonNullable<StructureResult['methods']>;
	interface Props {
		draft: PlanDraft;
		methods: Methods;
		/** Corners that are not on the baseline. */
		corners: string[];
	}
	let { draft, methods, corners }: Props = $props();

	const on = $derived(draft.doc.methods_on ?? {});
</script>

<details class="mt-2" open={Object.keys(on).length > 0}>
	<summary class="flex min-h-11 cursor-pointer items-center font-semibold underline"
		>Another method at some corners</summary
	>
	<div class="grid gap-x-4 gap-y-2 sm:grid-cols-2">
		{#each corners as corner (corner)}
			<label class="flex items-center gap-2">
				<b class="w-6">{corner}</b>
				<select
					class="field"
					aria-label="Method at {corner}"
					value={on[corner] ?? ''}
					onchange={(event) =>
						draft.put(['methods_on', corner], event.currentTarget.value || undefined)}
				>
					<option value="">as the others</option>
					{#each methods.table as one (one.method)}<option value={one.method}>{one.name}</option
						>{/each}
				</select>
			</label>
		{/each}
	</div>
	{#if methods.mixed}
		{@const mixed = methods.mixed}
		<p class="mt-2" role="status">
			Mixed so: {mixed.pulls} pulls, the longest <Len text={mixed.longest_text} />; worst corner
			<b>{mixed.worst_corner} ±<Len text={mixed.worst_text} /></b>.
		</p>
	{:else if methods.mixed_not}
		<p class="caution mt-2" role="status">So it does not work: {methods.mixed_not}</p>
	{/if}
</details>
