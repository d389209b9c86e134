<script lang="ts">
	import CallSheet from '$lib/call/CallSheet.svelte';
	import { CallSheetState } from '$lib/call/sheet.svelte';
	import Readings from '$lib/call/Readings.svelte';
	import Shout from '$lib/call/Shout.svelte';
	import TapePiece from '$lib/call/TapePiece.svelte';
	import Moves from '$lib/call/Moves.svelte';
	import VerdictBoard from '$lib/call/VerdictBoard.svelte';
	import { useHere } from '$lib/job/context';
	import { keys } from '$lib/keys/keys.svelte';
	import Plan from '$lib/plan/Plan.svelte';

	const here = useHere();
	const structure = $derived(here.structure);
	const job = $derived(here.job);
	const sheet = new CallSheetState(() => structure);
	let chosen = $state('');
	let readMm = $state<number>();
	let shouting = $state(false);

	const rows = $derived(sheet.rows);
	const next = $derived(
		sheet.round === structure.result.square?.round ? structure.result.square.next_pull : null
	);
	const activeKey = $derived(
		chosen ||
			rows.find(
				(row) =>
					next && (row.key === `${next.from}-${next.to}` || row.key === `${next.to}-${next.from}`)
			)?.key ||
			rows.find((row) => !row.pull && !row.parcel)?.key ||
			rows[0]?.key ||
			''
	);
	const active = $derived(rows.find((row) => row.key === activeKey));
	const square = $derived(structure.result.square);
	const burnText = $derived(job.burn.mm > 0 ? job.burn.text : '');

	$effect(() =>
		keys.offer([
			{ key: 's', does: 'shout: one number on the whole screen', run: () => (shouting = true) },
			{ key: 'r', does: 'start another round', run: begin },
			{ key: 'e', does: 'enter the pull in hand', run: focusActive }
		])
	);

	/** Another round starts with its first pull in hand. */
	function begin() {
		if (!sheet.canBegin) return;
		sheet.begin();
		chosen = '';
	}

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
		<VerdictBoard {square} fresh={sheet.round > (square?.round ?? 0)} round={sheet.round} />
		<div
			class="no-print mt-3 mb-1 flex flex-wrap items-center gap-2"
			role="group"
			aria-label="Rounds"
		>
			{#each sheet.rounds as round (round)}
				<button class="round" aria-pressed={round === sheet.round} onclick={() => sheet.show(round)}
					>Round {round}</button
				>
			{/each}
			<button class="round" disabled={!sheet.canBegin} onclick={begin}>+ another</button>
			<button class="board-button plain ml-auto" onclick={() => (shouting = true)}>
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
			</p>{/if}
		{#if square?.moves.length && sheet.round === square.round}
			<Moves
				{square}
				calls={structure.calls}
				result={structure.result}
				heldLine={structure.plan.held_line}
				onBegin={begin}
				canBegin={sheet.canBegin}
			/>
		{/if}
		<p class="no-print mt-3">
			<a
				class="inline-flex min-h-11 items-center underline"
				href="/jobs/{job.id}/{structure.id}/school">Schools compared, steps, points and marks</a
			>
		</p>
		<Readings {structure} onStrike={(pull) => sheet.strike(pull)} />
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
				current={active ? [active.call.from, active.call.to] : undefined}
			/>
		</div>
		{#if active}
			<TapePiece
				pair="{active.call.from}–{active.call.to}"
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
	{rows}
	{activeKey}
	result={structure.result}
	{burnText}
	onActive={(key) => (chosen = key)}
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
