<script lang="ts">
	import type { Instrument } from '$lib/api/types';
	import CallSheet from '$lib/square/call/CallSheet.svelte';
	import Moves from '$lib/square/call/Moves.svelte';
	import Refused from '$lib/outbox/Refused.svelte';
	import Unlikely from '$lib/ui/Unlikely.svelte';
	import Accept from './Accept.svelte';
	import AddPull from './AddPull.svelte';
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
	<label class="no-print mt-2 flex items-center gap-2"
		>Read with
		<select class="field !w-auto" bind:value={sheet.instrument}>
			{#each TAPES as one (one)}<option value={one}>{INSTRUMENTS[one]}</option>{/each}
		</select></label
	>
	<AddPull
		{sheet}
		structure={stage.structure}
		units={stage.job.units}
		burn={stage.job.burn.written}
	/>
{:else}
	<p class="mt-2 text-ink-soft">A round gone by: it can be read, not changed.</p>
{/if}
{#if shown}
	{#if shown.helpful.length}
		<Helpful square={shown} onTake={(from, to) => stage.takePair(from, to)} />
	{/if}
	<Told square={shown} />
	<LinesSettled square={shown} held={stage.structure.plan.held_line} />
	{#if shown.order && shown.verdict !== 'square'}
		<Moves
			order={shown.order}
			hold={shown.hold}
			calls={stage.structure.calls}
			result={stage.structure.result}
			onBegin={() => stage.begin()}
			canBegin={sheet.canBegin}
		/>
	{/if}
	<Accept
		structure={stage.structure}
		onAccept={(round, note) => stage.actions.accept(round, note)}
	/>
{/if}
<p class="no-print mt-3">
	<a
		class="inline-flex min-h-11 items-center underline"
		href="/jobs/{stage.job.id}/{stage.structure.id}/methods"
		>Methods compared, steps, points and marks</a
	>
</p>
