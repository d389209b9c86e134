<script lang="ts">
	import type { Units } from '$lib/api/types';
	import DraftLength from '$lib/plan/DraftLength.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';
	import { KINDS } from '$lib/plan/planDoc';

	interface Props {
		draft: PlanDraft;
		units: Units;
		/** Lines that can be held. */
		sides: string[];
	}
	let { draft, units, sides }: Props = $props();
</script>

<div class="grid grid-cols-2 gap-x-4 gap-y-2">
	<label class="block">
		<span class="font-semibold">Name</span>
		<input
			class="field mt-1"
			value={draft.text('name')}
			oninput={(event) => draft.putOptional(['name'], event.currentTarget.value)}
		/>
		<span class="mt-1 block min-h-5 text-sm font-semibold text-string"
			>{draft.trouble('name') ?? ''}</span
		>
	</label>
	<label class="block">
		<span class="font-semibold">Kind</span>
		<select
			class="field mt-1"
			value={draft.doc.kind}
			onchange={(event) => draft.put(['kind'], event.currentTarget.value)}
		>
			{#each KINDS as kind (kind.value)}<option value={kind.value}>{kind.label}</option>{/each}
		</select>
	</label>
	<DraftLength
		{draft}
		path={['tolerance']}
		label="Corner may be off"
		{units}
		hint="Framing slab 1/8 in (3 mm), footings 1/4 in (6 mm), fence 1 in (25 mm)"
	/>
	<label class="block">
		<span class="font-semibold">Line that is held</span>
		<select
			class="field mt-1"
			value={draft.doc.held_line ?? 'AB'}
			onchange={(event) => draft.put(['held_line'], event.currentTarget.value)}
		>
			{#each sides as side (side)}<option>{side}</option>{/each}
		</select>
		<span class="mt-1 block text-sm text-ink-soft"
			>It stays where it is; the others move to it.</span
		>
	</label>
</div>
