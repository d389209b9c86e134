<script lang="ts">
	import Len from '$lib/lengths/Len.svelte';
	import type { Call, Square, StructureResult } from '$lib/api/types';

	interface Props {
		square: Square;
		result: StructureResult;
		calls: Call[];
		heldLine: string;
		canBegin: boolean;
		/** Start the round that proves the moves. */
		onBegin: () => void;
	}
	let { square, result, calls, heldLine, canBegin, onBegin }: Props = $props();

	const moves = $derived(square.moves.filter((move) => move.move_mm > 0));
	const boards = $derived(new Map(result.boards.map((board) => [board.board, board])));

	/** Which way the nail goes on the drawing, degrees clockwise from right. */
	function turnOf(move: Square['moves'][number]): number {
		const inward = boards.get(move.board)?.inward ?? { x: 1, y: 0 };
		const sign = move.toward === 'in' ? 1 : -1;
		return (Math.atan2(-inward.y * sign, inward.x * sign) * 180) / Math.PI;
	}
</script>

{#if moves.length && square.verdict !== 'square'}
	<section class="mt-3 scroll-mt-4" id="moves" aria-label="Nails to move">
		<h2 class="font-bold">Move the nails; line {heldLine} stays</h2>
		<ul class="mt-1 grid gap-1" aria-label="Moves">
			{#each moves as move (move.board)}
				{@const board = boards.get(move.board)}
				<li class="move">
					<svg class="arrow" viewBox="-12 -12 24 24" aria-hidden="true">
						<g transform="rotate({turnOf(move)})"><path d="M-10 0H4" /><path d="M11 0L2-7V7z" /></g>
					</svg>
					<span
						>Line {board?.line}, board at {board?.corner}:
						<strong>{move.toward === 'in' ? 'in, toward the building' : 'out, away from it'}</strong
						></span
					>
					<strong class="amount"><Len text={move.text} /></strong>
				</li>
			{/each}
		</ul>
		<h2 class="mt-3 font-bold">Then the tapes should read</h2>
		<ul class="then" aria-label="After the moves">
			{#each calls as call (call.from + call.to)}
				<li>
					<strong>{call.from}–{call.to}</strong>
					<Len text={call.then_text ?? call.call_text} />
				</li>
			{/each}
		</ul>
		<button class="board-button no-print mt-2 w-full" disabled={!canBegin} onclick={onBegin}>
			Nails moved: pull again
		</button>
	</section>
{/if}

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
