<script lang="ts">
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import type { Units } from '$lib/api/types';
	import { useHere } from '$lib/job/context';
	import DraftLength from '$lib/plan/DraftLength.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
	}
	let { draft, units }: Props = $props();
	const here = useHere();
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
	<DraftLength
		{draft}
		path={['tape_error']}
		label="Tape is good for ±"
		{units}
		placeholder={here.job.usual.tape_error}
		hint="on a short pull; more on long ones"
		optional
	/>
	<Checkbox checked={draft.doc.laser ?? false} onChecked={(on) => draft.put(['laser'], on)}
		>a square-throwing laser is at hand</Checkbox
	>
	{#if draft.doc.laser}
		<DraftLength
			{draft}
			path={['laser_offset']}
			label="Laser off the string"
			{units}
			hint="the same offset is held at the far corner"
			optional
		/>
	{/if}
</div>
