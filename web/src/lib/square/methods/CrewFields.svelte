<script lang="ts">
	import TapeOffer from '$lib/crew/TapeOffer.svelte';
	import PickForPlan from '$lib/shelf/PickForPlan.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import type { ShelfInstrument, StructureResult, Units } from '$lib/api/types';
	import { useHere } from '$lib/job/context';
	import DraftLength from '$lib/plan/DraftLength.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
		/** The laser's reversal test, where it was done. */
		laser: NonNullable<StructureResult['methods']>['laser'] | undefined;
	}
	let { draft, units, laser }: Props = $props();
	const here = useHere();
	const ENDS = [
		{ key: 'from', label: 'The dumb end touches' },
		{ key: 'to', label: 'The reading end touches' }
	] as const;

	/** Whatever else lengths and right angles are read with: only its name is taken. */
	const OTHERS = [
		{ key: 'long_tape', label: 'Which reel', kind: 'long-tape' },
		{ key: 'laser_meter', label: 'Which laser meter', kind: 'laser-meter' },
		{ key: 'framing_square', label: 'Which framing square', kind: 'framing-square' }
	] as const;

	/** What the shelf knows of a tape counts from its hook; where it says nothing the plan says nothing. */
	function takeTape(one: ShelfInstrument | undefined) {
		const more = one?.taken?.reads_more;
		draft.put(['tape'], one?.name);
		draft.put(['tape_error'], one?.taken?.error ?? undefined);
		draft.put(['tape_reads'], more ? { more, burn: '0' } : undefined);
	}
	function takeLaser(one: ShelfInstrument | undefined) {
		const taken = one?.taken;
		draft.put(['square_laser'], one?.name);
		draft.put(['laser_offset'], taken?.offset ?? undefined);
		draft.put(
			['laser_check'],
			taken?.out && taken.apart ? { out: taken.out, apart: taken.apart } : undefined
		);
	}
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
	<PickForPlan
		label="Which tape"
		kind="steel-tape"
		{units}
		sample={here.job.sample}
		value={draft.text('tape')}
		onTake={takeTape}
	/>
	{#each OTHERS as one (one.key)}
		<PickForPlan
			label={one.label}
			kind={one.kind}
			{units}
			sample={here.job.sample}
			value={draft.text(one.key)}
			onTake={(taken) => draft.put([one.key], taken?.name)}
		/>
	{/each}
	<DraftLength
		{draft}
		path={['tape_error']}
		label="Tape is good for ±"
		{units}
		placeholder={here.job.usual.tape_error}
		hint="on a short pull; more on long ones"
		optional
	/>
	<div class="col-span-2">
		<TapeOffer
			{units}
			value={draft.text('tape_error')}
			onTake={(value) => draft.putOptional(['tape_error'], value)}
		/>
	</div>
	<DraftLength
		{draft}
		path={['touches', 'width']}
		label="Marks are wide"
		{units}
		placeholder="touched in their middle"
		hint="stakes, nails or pencil marks that the tape touches beside their middle"
		optional
	/>
	{#if draft.doc.touches}
		{#each ENDS as end (end.key)}
			<label class="block">
				<span class="font-semibold">{end.label}</span>
				<select
					class="field mt-1"
					value={draft.doc.touches[end.key] ?? 'centre'}
					onchange={(event) => draft.put(['touches', end.key], event.currentTarget.value)}
				>
					<option value="centre">its middle</option>
					<option value="near">the face toward the other end</option>
					<option value="far">the face away from it</option>
				</select>
			</label>
		{/each}
	{/if}
	<Checkbox checked={draft.doc.laser ?? false} onChecked={(on) => draft.put(['laser'], on)}
		>a square-throwing laser is at hand</Checkbox
	>
	{#if draft.doc.laser}
		<PickForPlan
			label="Which laser"
			kind="square-laser"
			{units}
			sample={here.job.sample}
			value={draft.text('square_laser')}
			onTake={takeLaser}
		/>
		<DraftLength
			{draft}
			path={['laser_offset']}
			label="Laser off the string"
			{units}
			hint="the same offset is held at the far corner"
			optional
		/>
		<DraftLength
			{draft}
			path={['laser_check', 'out']}
			label="Thrown twice, the laser turned end for end: this far out"
			{units}
			optional
		/>
		<DraftLength
			{draft}
			path={['laser_check', 'apart']}
			label="the two marks lie apart by"
			{units}
			optional
		/>
		{#if laser}
			<p class="col-span-2 {laser.true ? '' : 'caution'}" role="status">
				<Words text={laser.text} />
			</p>
		{/if}
	{/if}
</div>
