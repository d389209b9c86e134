<script lang="ts">
	import { WAYS } from '$lib/square/coach/words';
	import Len from '$lib/lengths/Len.svelte';
	import { turnDrawn } from '$lib/drawing/drawn.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import type { Call, Square, StructureResult } from '$lib/api/types';

	interface Props {
		order: NonNullable<Square['order']>;
		/** What stays, in words. */
		hold: string;
		result: StructureResult;
		calls: Call[];
		canBegin: boolean;
		/** Whether the next round takes in what this one knows; nothing for a frame, which is pulled anew. */
		goesOn: boolean;
		onGoOn: (yes: boolean) => void;
		/** Start the round that proves the moves. */
		onBegin: () => void;
	}
	let { order, hold, result, calls, canBegin, goesOn, onGoOn, onBegin }: Props = $props();

	type Step = Props['order']['steps'][number];
	const boards = $derived(new Map(result.boards.map((board) => [board.board, board])));
	const things = $derived({ nails: 'Nails', stakes: 'Stakes', forms: 'Corners' }[order.hands]);
	/** Which way the nail goes on the drawing, degrees clockwise from right; nothing for a form corner. */
	function turnOf(step: Step): number | undefined {
		const inward = step.board ? boards.get(step.board)?.inward : undefined;
		if (!inward) return undefined;
		const sign = step.toward === 'in' || step.toward === 'left' ? 1 : -1;
		return turnDrawn() + (Math.atan2(-inward.y * sign, inward.x * sign) * 180) / Math.PI;
	}
</script>

<section class="mt-3 scroll-mt-4" id="moves" aria-label="{things} to move">
	<h2 class="font-bold">In this order; {hold}</h2>
	<ol class="mt-1 grid gap-1" aria-label="Moves">
		{#each order.steps as step, index (index)}
			{@const board = step.board ? boards.get(step.board) : undefined}
			{@const turn = turnOf(step)}
			<li class="move">
				{#if board && turn !== undefined}
					<svg class="arrow" viewBox="-12 -12 24 24" aria-hidden="true">
						<g transform="rotate({turn})"><path d="M-10 0H4" /><path d="M11 0L2-7V7z" /></g>
					</svg>
					<span
						>Line {board.line}, {order.hands === 'stakes' ? 'stake' : 'board'} at {board.corner}:
						<strong>{WAYS[step.toward] ?? step.toward}</strong></span
					>
					<strong class="amount"><Len text={step.amount} /></strong>
				{:else}
					<span class="col-span-3 py-1 text-lg font-semibold"><Words text={step.text} /></span>
				{/if}
			</li>
		{/each}
	</ol>
	{#if order.left.length}
		<details class="no-print">
			<summary class="flex min-h-11 cursor-pointer items-center underline"
				>Left alone: {order.left.length}, moving them gains nothing that counts</summary
			>
			<ul class="list-disc pl-5 text-ink-soft">
				{#each order.left as one (one)}<li><Words text={one} /></li>{/each}
			</ul>
		</details>
	{/if}
	<p class="mt-1">
		<Words text={order.after} />
	</p>
	<h2 class="mt-3 font-bold">Then the tapes should read</h2>
	<ul class="then" aria-label="After the moves">
		{#each calls as call (call.key)}
			<li>
				<strong>{call.name}</strong>
				<Len text={call.then_text ?? call.call_text} />
			</li>
		{/each}
	</ul>
	{#if order.hands !== 'forms'}
		<div class="no-print mt-2">
			<Checkbox checked={goesOn} onChecked={onGoOn}
				>Go on from what this round knows: two pulls at each moved corner will do</Checkbox
			>
		</div>
	{/if}
	<button class="board-button no-print mt-2 w-full" disabled={!canBegin} onclick={onBegin}>
		{things} moved: pull again
	</button>
</section>

<style>
	.then {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(8.5rem, 1fr));
		gap: 0.1rem 1rem;
		font-size: 1.15rem;
	}
	.move {
		display: grid;
		grid-template-columns: 1.9rem 1fr auto;
		align-items: center;
		min-height: 2.35rem;
		padding-inline: 0.6rem;
		background: var(--sheet);
		border-left: 6px solid var(--move);
	}
	.arrow {
		width: 1.35rem;
		fill: var(--move);
		stroke: var(--move);
		stroke-width: 4;
	}
	.amount {
		color: var(--move);
		font-size: 1.5rem;
	}
</style>
