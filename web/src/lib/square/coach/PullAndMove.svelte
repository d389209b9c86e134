<script lang="ts">
	import type { Instrument } from '$lib/api/types';
	import CallSheet from '$lib/square/call/CallSheet.svelte';
	import Moves from '$lib/square/call/Moves.svelte';
	import Refused from '$lib/outbox/Refused.svelte';
	import Unlikely from '$lib/ui/Unlikely.svelte';
	import Accept from './Accept.svelte';
	import AddPull from './AddPull.svelte';
	import BesideThem from './BesideThem.svelte';
	import Helpful from './Helpful.svelte';
	import LinesSettled from './LinesSettled.svelte';
	import RoundBar from './RoundBar.svelte';
	import type { SquareStage } from './stage.svelte';
	import Told from './Told.svelte';
	import { INSTRUMENTS } from './words';

	interface Props {
		stage: SquareStage;
	}
	let { stage }: Props = $props();

	const TAPES: Instrument[] = ['steel-tape', 'long-tape', 'laser-meter', 'framing-square'];
	const sheet = $derived(stage.sheet);
	const shown = $derived(stage.shown);
	const lines = $derived(stage.structure.result.lines);
	let trouble = $state('');
</script>

<RoundBar {stage} />
<Refused parcels={sheet.refusedElsewhere} />
<Unlikely texts={stage.structure.result.unlikely} />
<CallSheet
	{sheet}
	units={stage.job.units}
	burn={stage.job.burn}
	activeKey={stage.activeKey}
	onActive={(key) => stage.choose(key)}
	onRead={(mm) => (stage.readMm = mm)}
/>
{#if sheet.isLatest}
	<div class="no-print mt-2 flex flex-wrap items-center gap-x-5 gap-y-2">
		<label class="flex items-center gap-2"
			>Read with
			<select class="field !w-auto" bind:value={sheet.instrument}>
				{#each TAPES as one (one)}<option value={one}>{INSTRUMENTS[one]}</option>{/each}
			</select></label
		>
		{#if lines.length > 1}
			<label class="flex items-center gap-2"
				>Strings of
				<select
					class="field !w-auto"
					value={stage.structure.squared_on}
					onchange={async (event) =>
						(trouble = await stage.actions.squareOn(event.currentTarget.value))}
				>
					{#each lines as one (one.family)}<option>{one.family}</option>{/each}
				</select></label
			>
		{/if}
	</div>
	{#if trouble}<p role="alert" class="caution mt-2 font-semibold">{trouble}</p>{/if}
	<AddPull
		{sheet}
		structure={stage.structure}
		units={stage.job.units}
		burn={stage.job.burn.written}
	/>
{:else}
	<p class="mt-2 text-ink-soft">
		A round gone by: it can be read, not changed. What was pulled on other lines stands under
		Record.
	</p>
{/if}
{#if shown}
	{#if shown.helpful.length}
		<Helpful square={shown} onTake={(from, to) => stage.takePair(from, to)} />
	{/if}
	<Told square={shown} />
	<LinesSettled square={shown} held={stage.structure.plan.held_line} />
	<BesideThem square={shown} />
	{#if shown.order && shown.verdict !== 'square'}
		<Moves
			order={shown.order}
			hold={shown.hold}
			calls={stage.structure.calls}
			result={stage.drawn}
			goesOn={stage.structure.document.goes_on === true}
			onGoOn={async (yes) => (trouble = await stage.actions.goOn(yes))}
			onBegin={() => stage.begin()}
			canBegin={sheet.canBegin}
		/>
	{/if}
	<Accept
		structure={stage.structure}
		onAccept={(round, note) => stage.actions.accept(round, note)}
		onBack={(round) => stage.actions.takeAcceptanceBack(round)}
	/>
{/if}
<p class="no-print mt-3">
	<a
		class="inline-flex min-h-11 items-center underline"
		href="/jobs/{stage.job.id}/{stage.structure.id}/methods"
		>Methods compared, steps, points and marks</a
	>
</p>
