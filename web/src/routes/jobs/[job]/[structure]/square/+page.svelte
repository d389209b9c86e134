<script lang="ts">
	import CautionList from '$lib/dangers/CautionList.svelte';
	import HoldGate from '$lib/dangers/HoldGate.svelte';
	import Readings from '$lib/square/call/Readings.svelte';
	import Shout from '$lib/square/call/Shout.svelte';
	import TapePiece from '$lib/square/call/TapePiece.svelte';
	import VerdictBoard from '$lib/square/call/VerdictBoard.svelte';
	import FoundOnSite from '$lib/square/coach/FoundOnSite.svelte';
	import Holds from '$lib/square/coach/Holds.svelte';
	import LearnedTape from '$lib/square/coach/LearnedTape.svelte';
	import LookAgain from '$lib/square/coach/LookAgain.svelte';
	import Lost from '$lib/square/coach/Lost.svelte';
	import PullAndMove from '$lib/square/coach/PullAndMove.svelte';
	import RoundsTable from '$lib/square/coach/RoundsTable.svelte';
	import RoundsChart from '$lib/square/coach/RoundsChart.svelte';
	import { useSquareStage } from '$lib/square/coach/stage.svelte';
	import { useHere } from '$lib/job/context';
	import Plan from '$lib/drawing/Plan.svelte';
	import Tabs from '$lib/ui/Tabs.svelte';

	const TABS = [
		{ value: 'pull', label: 'Pull and move' },
		{ value: 'hold', label: 'What stays' },
		{ value: 'again', label: 'Look again' },
		{ value: 'record', label: 'Record' }
	];

	const here = useHere();
	const stage = useSquareStage(here);
	const sheet = stage.sheet;
	const structure = $derived(here.structure);
	const square = $derived(stage.square);
	const active = $derived(stage.active);
</script>

<svelte:head><title>Square · {here.name} · Anvilhead</title></svelte:head>

<main class="views">
	<section class="sheet" aria-label="Call sheet and verdict">
		<VerdictBoard
			{square}
			fresh={sheet.round > (square?.round ?? 0)}
			round={sheet.round}
			again={sheet.again}
			plain={structure.result.lines[0]?.family ?? ''}
		/>
		<RoundsChart
			rounds={structure.result.rounds}
			toleranceMm={structure.plan.tolerance.mm}
			toleranceText={structure.plan.tolerance.text}
		/>
		<a
			class="no-print inline-flex min-h-11 items-center underline min-[64rem]:hidden"
			href="#drawing">To the drawing</a
		>
		<Tabs
			label="Parts of squaring"
			tabs={TABS}
			value={stage.tab}
			onValue={(value) => (stage.tab = value)}
		>
			{#snippet children(open)}
				{#if open === 'pull'}
					<HoldGate before="stakes">
						<CautionList step="square" brief />
						<PullAndMove {stage} />
					</HoldGate>
				{:else if open === 'hold'}
					<Holds {structure} onHold={(hold) => stage.actions.hold(hold)} />
					<FoundOnSite {structure} actions={stage.actions} />
				{:else if open === 'again'}
					<LookAgain
						{structure}
						recheck={stage.recheck}
						canBegin={sheet.canBegin}
						onBegin={(occasion) => stage.lookAgain(occasion)}
					/>
					<Lost
						{structure}
						burnText={stage.burn.mm > 0 ? stage.burn.text : ''}
						onLose={(point, left) => stage.actions.lose(point, left)}
						onSet={(id, how) => stage.actions.setAgain(id, how)}
						onFound={(id) => stage.actions.foundAfterAll(id)}
					/>
				{:else}
					<RoundsTable {structure} />
					<LearnedTape {structure} actions={stage.actions} />
					<Readings
						{structure}
						onStrike={(pull) => sheet.strike(pull)}
						onTakeBack={(pull) => sheet.takeBack(pull)}
					/>
				{/if}
			{/snippet}
		</Tabs>
	</section>
	<section class="plan" id="drawing" aria-label="Plan">
		<div class="drawing">
			<Plan
				result={stage.drawn}
				name={here.name}
				told={structure.told}
				units={here.job.units}
				heldLine={structure.plan.held_line}
				boards
				families={stage.drawn.lines.length > 1}
				measured={sheet.round === square?.round && square.family === structure.squared_on}
				current={stage.current}
			/>
		</div>
		{#if active}
			<TapePiece
				pair={active.call.name}
				mm={active.wanted.mm}
				text={active.wanted.text}
				origin={active.call.origin}
				level={active.call.level}
				readMm={stage.readMm}
				units={here.job.units}
			/>
		{/if}
	</section>
</main>
<Shout
	open={stage.shouting}
	{sheet}
	activeKey={stage.activeKey}
	result={stage.drawn}
	units={here.job.units}
	burn={stage.burn}
	other={stage.other}
	onActive={(key) => stage.take(key)}
	onClose={() => (stage.shouting = false)}
/>

<style>
	.views {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 29.5rem;
		gap: 1.5rem;
		flex: 1;
	}
	.plan {
		order: -1;
		display: flex;
		flex-direction: column;
		gap: 0.5rem;
		position: sticky;
		top: 0.5rem;
		height: min(calc(100dvh - 8.75rem), 60rem);
	}
	.drawing {
		flex: 1;
		min-height: 18rem;
	}
	@media print {
		.views {
			display: block;
		}
		.plan {
			position: static;
			height: 11rem;
			min-height: 105mm;
			break-inside: avoid;
		}
	}
	@media (max-width: 64rem) {
		.views {
			grid-template-columns: minmax(0, 1fr);
		}
		.plan {
			order: 0;
			position: static;
			height: 31rem;
		}
	}
</style>
