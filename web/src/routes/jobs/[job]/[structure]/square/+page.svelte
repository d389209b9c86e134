<script lang="ts">
	import { untrack } from 'svelte';
	import { answer, api, ApiError, type Schemas } from '$lib/api/client';
	import type { Call, Instrument, Occasion } from '$lib/api/types';
	import CallSheet from '$lib/call/CallSheet.svelte';
	import { CallSheetState } from '$lib/call/sheet.svelte';
	import Readings from '$lib/call/Readings.svelte';
	import Shout from '$lib/call/Shout.svelte';
	import TapePiece from '$lib/call/TapePiece.svelte';
	import Moves from '$lib/call/Moves.svelte';
	import VerdictBoard from '$lib/call/VerdictBoard.svelte';
	import Accept from '$lib/coach/Accept.svelte';
	import AddPull from '$lib/coach/AddPull.svelte';
	import { CoachActions } from '$lib/coach/actions';
	import Helpful from '$lib/coach/Helpful.svelte';
	import Holds from '$lib/coach/Holds.svelte';
	import LookAgain from '$lib/coach/LookAgain.svelte';
	import Lost from '$lib/coach/Lost.svelte';
	import RoundsChart from '$lib/coach/RoundsChart.svelte';
	import Told from '$lib/coach/Told.svelte';
	import { INSTRUMENTS, OCCASIONS } from '$lib/coach/words';
	import { useHere } from '$lib/job/context';
	import { keys } from '$lib/keys/keys.svelte';
	import { person } from '$lib/person/person.svelte';
	import Plan from '$lib/plan/Plan.svelte';
	import Tabs from '$lib/ui/Tabs.svelte';

	const TAPES: Instrument[] = ['steel-tape', 'long-tape', 'laser-meter'];

	const here = useHere();
	const structure = $derived(here.structure);
	const job = $derived(here.job);
	const sheet = new CallSheetState(() => structure);
	let chosen = $state('');
	let readMm = $state<number>();
	let shouting = $state(false);

	const actions = new CoachActions(here);
	const rows = $derived(sheet.rows);
	const activeKey = $derived(chosen || sheet.toPull[0] || rows[0]?.key || '');
	const active = $derived(rows.find((row) => row.key === activeKey));
	const square = $derived(structure.result.square);
	const shown = $derived(square && sheet.round === square.round ? square : null);
	const burn = $derived({ text: job.burn.mm > 0 ? job.burn.text : '', written: job.burn.written });
	const inHand = $derived(structure.in_hand);
	let tab = $state('pull');
	let recheck = $state<Schemas['RecheckResult']>();

	const TABS = [
		{ value: 'pull', label: 'Pull and move' },
		{ value: 'hold', label: 'What stays' },
		{ value: 'again', label: 'Look again' },
		{ value: 'record', label: 'Record' }
	];

	$effect(() =>
		keys.offer([
			{ key: 's', does: 'shout: one number on the whole screen', run: () => (shouting = true) },
			{ key: 'r', does: 'start another round', run: begin },
			{ key: 'e', does: 'enter the pull in hand', run: focusActive }
		])
	);

	// what the other end of the tape took in hand is in hand here too
	let followed = untrack(() => structure.in_hand?.at);
	$effect(() => {
		if (!inHand || inHand.at === followed) return;
		followed = inHand.at;
		if (inHand.who === person.name) return;
		if (rows.some((row) => row.key === inHand.call)) chosen = inHand.call;
	});

	// looking again, and before it: which pulls would show movement
	$effect(() => {
		if (tab !== 'again' && !sheet.occasion) return;
		void structure.revision;
		untrack(() => void fetchRecheck());
	});
	$effect(() => {
		sheet.lookingAgain = sheet.occasion ? recheck?.pulls : undefined;
	});
	async function fetchRecheck() {
		try {
			recheck = await answer(
				api.GET('/api/structures/{structure_id}/recheck', {
					params: { path: { structure_id: structure.id } }
				})
			);
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
		}
	}

	/** Another round starts with its first pull in hand. */
	function begin() {
		if (!sheet.canBegin) return;
		sheet.begin();
		chosen = '';
		tab = 'pull';
	}

	async function lookAgain(occasion: Occasion): Promise<string> {
		const trouble = await actions.begin(sheet.latest + 1, occasion);
		if (!trouble) begin();
		return trouble;
	}

	function take(key: string) {
		chosen = key;
		if (shouting) actions.takeInHand(key);
	}

	function takePair(from: string, to: string) {
		const row = rows.find(
			(one) =>
				one.call.pull === 'points' &&
				[one.call.from, one.call.to].toSorted().join() === [from, to].toSorted().join()
		);
		if (row) chosen = row.key;
		focusActive();
	}

	const onPlan = (call: Call) =>
		call.from in structure.result.corners && call.to in structure.result.corners;

	function focusActive() {
		const fields = document.querySelectorAll<HTMLInputElement>(
			'ol[aria-label^="Call sheet"] input'
		);
		fields[rows.findIndex((row) => row.key === activeKey)]?.focus();
	}
</script>

<svelte:head><title>Square · {here.name} · Anvilhead</title></svelte:head>

<main class="views">
	<section class="sheet" aria-label="Call sheet and verdict">
		<VerdictBoard
			{square}
			fresh={sheet.round > (square?.round ?? 0)}
			round={sheet.round}
			again={sheet.occasion ? OCCASIONS[sheet.occasion] : ''}
		/>
		<RoundsChart
			rounds={structure.result.rounds}
			toleranceMm={structure.plan.tolerance.mm}
			toleranceText={structure.plan.tolerance.text}
		/>
		<Tabs label="Parts of squaring" tabs={TABS} value={tab} onValue={(value) => (tab = value)}>
			{#snippet children(open)}
				{#if open === 'pull'}
					<div class="no-print mb-1 flex items-center gap-2">
						<div
							class="flex min-w-0 grow items-center overflow-x-auto whitespace-nowrap"
							role="group"
							aria-label="Rounds"
						>
							{#each sheet.rounds as round (round)}
								<button
									class="round"
									aria-pressed={round === sheet.round}
									onclick={() => sheet.show(round)}
									>Round {round}{#if sheet.occasionOf(round)}, again{/if}</button
								>
							{/each}
							<button class="round" disabled={!sheet.canBegin} onclick={begin}>+ another</button>
						</div>
						<button class="board-button plain shrink-0" onclick={() => (shouting = true)}>
							<span class="nail-key max-sm:hidden" aria-hidden="true">S</span>Shout
						</button>
					</div>
					<CallSheet
						{sheet}
						units={job.units}
						burn={job.burn}
						{activeKey}
						onActive={(key) => (chosen = key)}
						onRead={(mm) => (readMm = mm)}
					/>
					{#if !sheet.isLatest}<p class="mt-2 text-ink-soft">
							A round gone by: it can be read, not changed.
						</p>{:else}
						<label class="no-print mt-2 flex items-center gap-2"
							>Read with
							<select class="field !w-auto" bind:value={sheet.instrument}>
								{#each TAPES as one (one)}<option value={one}>{INSTRUMENTS[one]}</option>{/each}
							</select></label
						>
						<AddPull {sheet} {structure} units={job.units} burn={job.burn.written} />
					{/if}
					{#if shown}
						{#if shown.helpful.length}<Helpful square={shown} onTake={takePair} />{/if}
						<Told square={shown} />
						{#if shown.order && shown.verdict !== 'square' && shown.verdict !== 'check-readings'}
							<Moves
								order={shown.order}
								hold={shown.hold}
								calls={structure.calls}
								result={structure.result}
								onBegin={begin}
								canBegin={sheet.canBegin}
							/>
						{/if}
						<Accept {structure} onAccept={(round, note) => actions.accept(round, note)} />
					{/if}
					<p class="no-print mt-3">
						<a
							class="inline-flex min-h-11 items-center underline"
							href="/jobs/{job.id}/{structure.id}/school"
							>Schools compared, steps, points and marks</a
						>
					</p>
				{:else if open === 'hold'}
					<Holds {structure} onHold={(hold) => actions.hold(hold)} />
				{:else if open === 'again'}
					<LookAgain {structure} {recheck} canBegin={sheet.canBegin} onBegin={lookAgain} />
					<Lost
						{structure}
						burnText={burn.text}
						onLose={(point, left) => actions.lose(point, left)}
						onSet={(id, how) => actions.setAgain(id, how)}
					/>
				{:else}
					<Readings {structure} onStrike={(pull) => sheet.strike(pull)} />
				{/if}
			{/snippet}
		</Tabs>
	</section>
	<section class="plan" aria-label="Plan">
		<div class="drawing">
			<Plan
				result={structure.result}
				name={here.name}
				units={job.units}
				heldLine={structure.plan.held_line}
				boards
				measured={sheet.round === (square?.round ?? 0)}
				current={active && active.call.pull === 'points' && onPlan(active.call)
					? [active.call.from, active.call.to]
					: undefined}
			/>
		</div>
		{#if active}
			<TapePiece
				pair={active.call.name}
				mm={active.wanted.mm}
				text={active.wanted.text}
				origin={active.call.origin}
				{readMm}
				units={job.units}
			/>
		{/if}
	</section>
</main>
<Shout
	open={shouting}
	{sheet}
	{activeKey}
	result={structure.result}
	units={job.units}
	{burn}
	other={inHand && inHand.call === activeKey && inHand.who !== person.name ? inHand.who : ''}
	onActive={take}
	onClose={() => (shouting = false)}
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
	.round {
		min-height: var(--touch);
		padding-inline: 0.6rem;
		border-bottom: 3px solid transparent;
	}
	.round[aria-pressed='true'] {
		font-weight: 800;
		border-color: var(--string);
	}
	.round:disabled {
		opacity: 0.45;
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
