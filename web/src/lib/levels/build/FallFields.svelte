<script lang="ts">
	import type { Units } from '$lib/api/types';
	import { useHere } from '$lib/job/context';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import type { FallDraft, Way } from './fall';

	interface Props {
		draft: FallDraft;
		lines: string[];
		units: Units;
		/** Whether it may fall to a drain. */
		drains?: boolean;
		onChange: (draft: FallDraft) => void;
	}
	let { draft, lines, units, drains = false, onChange }: Props = $props();

	const way = $derived(draft.way);
	const here = useHere();
	const usual = $derived(here.job.usual);

	function turn(to: Way) {
		onChange({
			...draft,
			way: to,
			rise: draft.rise || usual.fall_rise,
			over: draft.over || usual.fall_over,
			line: draft.line || (lines[0] ?? '')
		});
	}
</script>

<label class="col-span-2"
	>Its top
	<select
		class="field"
		aria-label="Its top"
		value={way}
		onchange={(event) => turn(event.currentTarget.value as Way)}
	>
		<option value="level">is level</option>
		<option value="away">falls away from a line</option>
		{#if drains}<option value="drain">falls to a drain</option>{/if}
	</select></label
>
{#if way !== 'level'}
	<LengthField
		label="Falls by"
		value={draft.rise}
		{units}
		onInput={(rise) => onChange({ ...draft, rise })}
	/>
	<LengthField
		label="in"
		value={draft.over}
		{units}
		onInput={(over) => onChange({ ...draft, over })}
	/>
	{#if way === 'away'}
		<label class="col-span-2"
			>away from line
			<select
				class="field"
				aria-label="Away from line"
				value={draft.line}
				onchange={(event) => onChange({ ...draft, line: event.currentTarget.value })}
			>
				{#each lines as one (one)}<option>{one}</option>{/each}
			</select></label
		>
	{:else}
		<LengthField
			label="Drain, along the first side"
			value={draft.drain[0]}
			{units}
			signed
			onInput={(x) => onChange({ ...draft, drain: [x, draft.drain[1]] })}
		/>
		<LengthField
			label="and to its left"
			value={draft.drain[1]}
			{units}
			signed
			onInput={(y) => onChange({ ...draft, drain: [draft.drain[0], y] })}
		/>
	{/if}
{/if}
