<script lang="ts">
	import type { Units } from '$lib/api/types';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
	}
	let { draft, units }: Props = $props();
</script>

<div class="grid grid-cols-2 gap-x-4 gap-y-2">
	<label class="block">
		<span class="font-semibold">Crew</span>
		<select
			class="field mt-1"
			value={String(draft.doc.crew ?? 2)}
			onchange={(event) => draft.put(['crew'], Number(event.currentTarget.value))}
		>
			<option value="2">two people</option>
			<option value="1">one alone</option>
		</select>
	</label>
	<LengthField
		label="Tape is good for ±"
		value={draft.text('tape_error')}
		{units}
		placeholder={units === 'ft-in' ? '1/16"' : '1.6 mm'}
		refused={draft.trouble('tape_error')}
		hint="on a short pull; more on long ones"
		onInput={(text) => draft.putOptional(['tape_error'], text)}
	/>
	<label class="flex min-h-11 items-center gap-3">
		<input
			type="checkbox"
			class="size-6"
			checked={draft.doc.laser ?? false}
			onchange={(event) => draft.put(['laser'], event.currentTarget.checked)}
		/>
		a square-throwing laser is at hand
	</label>
	{#if draft.doc.laser}
		<LengthField
			label="Laser off the string"
			value={draft.text('laser_offset')}
			{units}
			refused={draft.trouble('laser_offset')}
			hint="the same offset is held at the far corner"
			onInput={(text) => draft.putOptional(['laser_offset'], text)}
		/>
	{/if}
</div>
