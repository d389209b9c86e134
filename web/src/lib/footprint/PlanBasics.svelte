<script lang="ts">
	import type { Units } from '$lib/api/types';
	import { useHere } from '$lib/job/context';
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
	const here = useHere();

	const PURPOSES = [
		{ value: 'framing', label: 'Framing on a slab' },
		{ value: 'footing', label: 'Footings' },
		{ value: 'post-frame', label: 'A post frame' },
		{ value: 'fence', label: 'A fence' }
	];

	/** A purpose brings its own tolerance; one typed before would stand in its way. */
	function purpose(event: Event & { currentTarget: HTMLSelectElement }) {
		draft.putOptional(['purpose'], event.currentTarget.value);
		if (event.currentTarget.value) draft.put(['tolerance'], undefined);
	}

	/** A joined frame is pushed whatever else was said of hands. */
	function hands(chosen: string) {
		draft.putOptional(['hands'], chosen === 'frame' ? '' : chosen);
		draft.put(['frame'], chosen === 'frame' ? {} : undefined);
	}
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
	<label class="block">
		<span class="font-semibold">What stands on the lines</span>
		<select class="field mt-1" value={draft.doc.purpose ?? ''} onchange={purpose}>
			<option value="">Something else: a tolerance typed</option>
			{#each PURPOSES as one (one.value)}<option value={one.value}>{one.label}</option>{/each}
		</select>
		<span class="mt-1 block min-h-5 text-sm text-ink-soft">It brings its usual tolerance.</span>
	</label>
	<DraftLength
		{draft}
		path={['tolerance']}
		label="Tolerance at corners"
		{units}
		optional
		placeholder={draft.preview.shown?.plan.tolerance.text}
		hint="Drawings, code and inspector go first"
	/>
	<label class="block">
		<span class="font-semibold">What hands move</span>
		<select
			class="field mt-1"
			value={draft.doc.frame ? 'frame' : (draft.doc.hands ?? '')}
			onchange={(event) => hands(event.currentTarget.value)}
		>
			<option value="">Nails on boards, or plain stakes</option>
			<option value="frame">A frame joined at its cut lengths</option>
			<option value="forms">Corners of loose forms</option>
			<option value="stakes">Line stakes</option>
			<option value="nails">Nails</option>
		</select>
	</label>
	{#if draft.doc.frame}
		<DraftLength
			{draft}
			path={['frame', 'sides_within']}
			label="Sides are cut to ±"
			{units}
			optional
			placeholder={here.job.usual.sides_within}
			hint="Two diagonals are then a full round"
		/>
	{/if}
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
