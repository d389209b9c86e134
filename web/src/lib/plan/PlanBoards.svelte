<script lang="ts">
	import type { StructureResult } from '$lib/api/types';
	import { boardEnds, type ToScreen } from './drawing';

	interface Props {
		result: StructureResult;
		heldLine: string;
		at: ToScreen;
		/** Draw nails at their plan; not where they are drawn as measured. */
		nails: boolean;
	}
	let { result, heldLine, at, nails }: Props = $props();
</script>

{#each result.boards as board (board.board)}
	{@const [one, two] = boardEnds(board, at)}
	<line
		x1={one.x}
		y1={one.y}
		x2={two.x}
		y2={two.y}
		class="board"
		class:clash={board.clashes.length > 0}
	/>
	{#each board.style === 'stakes' ? [one] : [one, two] as stake, end (end)}
		<rect x={stake.x - 4} y={stake.y - 4} width="8" height="8" class="stake" />
	{/each}
	{#if board.clashes.length}
		{@const nail = at({ x: board.nail.x_mm, y: board.nail.y_mm })}
		<path d="M{nail.x - 9} {nail.y - 9}l18 18m0 -18l-18 18" class="clash-mark" />
	{/if}
{/each}
{#each result.strings as string (string.line)}
	{@const [first, second] = result.boards.filter((board) => board.line === string.line)}
	{@const one = at({ x: first?.nail.x_mm ?? 0, y: first?.nail.y_mm ?? 0 })}
	{@const two = at({ x: second?.nail.x_mm ?? 0, y: second?.nail.y_mm ?? 0 })}
	<line
		x1={one.x}
		y1={one.y}
		x2={two.x}
		y2={two.y}
		class="string"
		class:held={string.line === heldLine}
	/>
	{#if nails}
		<circle cx={one.x} cy={one.y} r="3.5" class="nail" />
		<circle cx={two.x} cy={two.y} r="3.5" class="nail" />
	{/if}
{/each}

<style>
	.board {
		stroke: var(--wood);
		stroke-width: 9;
	}
	.board.clash {
		stroke-dasharray: 5 3;
	}
	.clash-mark {
		stroke: var(--string);
		stroke-width: 3;
	}
	.stake {
		fill: var(--wood-dark);
	}
	.string {
		stroke: var(--ink);
		stroke-width: 1;
	}
	.string.held {
		stroke-width: 2.5;
	}
	.nail {
		fill: var(--ink);
	}
</style>
