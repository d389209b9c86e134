<script lang="ts">
	import type { Units } from '$lib/api/types';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import type { PlanDraft } from './draft.svelte';
	import type { Path } from './planDoc';

	interface Props {
		draft: PlanDraft;
		/** Where the length stands in the plan. */
		path: Path;
		label: string;
		units: Units;
		hint?: string;
		/** What counts while nothing is typed. */
		placeholder?: string | undefined;
		/** A height or an offset: below zero as well. */
		signed?: boolean;
		/** A row of a list: the label is only spoken. */
		bare?: boolean;
		/** An empty field takes the length out of the plan. */
		optional?: boolean;
	}
	let { draft, path, label, units, optional = false, ...looks }: Props = $props();
</script>

<LengthField
	{label}
	value={draft.text(...path)}
	{units}
	refused={draft.trouble(...path)}
	onInput={(text) => (optional ? draft.putOptional(path, text) : draft.put(path, text))}
	{...looks}
/>
