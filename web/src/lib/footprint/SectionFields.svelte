<script lang="ts">
	import type { Units } from '$lib/api/types';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';
	import { pointer, type Path } from '$lib/plan/planDoc';

	interface Props {
		draft: PlanDraft;
		/** Where the section stands in the plan. */
		path: Path;
		units: Units;
	}
	let { draft, path, units }: Props = $props();

	const FIELDS: { key: string; label: string; hint: string; signed?: boolean }[] = [
		{ key: 'wall', label: 'Wall', hint: 'thickness; the footprint is its outer face' },
		{ key: 'footing', label: 'Footing', hint: 'width; leave empty if none' },
		{
			key: 'projection',
			label: 'Footing projection',
			hint: 'leave empty: wall in the middle',
			signed: true
		},
		{ key: 'dig', label: 'Room to dig', hint: 'beyond each footing edge' },
		{ key: 'sheathing', label: 'Sheathing', hint: 'the plate is set in by it' }
	];

	/** A wall is needed for everything else: without one there is no section. */
	function change(key: string, text: string) {
		if (key === 'wall' && text.trim() === '') draft.put(path, undefined);
		else draft.putOptional([...path, key], text);
	}
	const begun = $derived(draft.text(...path, 'wall') !== '');
</script>

<div class="grid grid-cols-2 gap-x-4 gap-y-2">
	{#each begun ? FIELDS : FIELDS.slice(0, 1) as field (field.key)}
		<LengthField
			label={field.label}
			value={draft.text(...path, field.key)}
			{units}
			refused={draft.preview.troubles[pointer([...path, field.key])]}
			hint={field.hint}
			signed={field.signed}
			onInput={(text) => change(field.key, text)}
		/>
	{/each}
</div>
{#if draft.preview.troubles[pointer(path)]}
	<p role="alert" class="font-semibold text-string">{draft.preview.troubles[pointer(path)]}</p>
{/if}
