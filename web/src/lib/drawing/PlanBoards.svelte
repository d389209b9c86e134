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

	const standing = $derived(result.boards.filter((board) => !board.through));
	function nailOf(name: string) {
		const nail = result.boards.find((board) => board.board === name)?.nail;
		return nail && { x: nail.x_mm, y: nail.y_mm };
	}
</script>

{#each standing as board (board.board)}
	{@const [one, two] = boardEnds(board, at)}
	{#if board.style !== 'stakes'}
		<line
			x1={one.x}
			y1={one.y}
			x2={two.x}
			y2={two.y}
			class="board"
			class:clash={board.clashes.length > 0}
		/>
	{/if}
	{#if board.clashes.length}
		{@const nail = at({ x: board.nail.x_mm, y: board.nail.y_mm })}
		<path d="M{nail.x - 9} {nail.y - 9}l18 18m0 -18l-18 18" class="clash-mark" />
	{/if}
{/each}
{#each result.stakes_at as stake, index (index)}
	{@const here = at({ x: stake.place.x_mm, y: stake.place.y_mm })}
	<rect x={here.x - 4} y={here.y - 4} width="8" height="8" class="stake" />
{/each}
{#each result.strings as string (string.line)}
	{@const [first, second] = string.boards.map((name) => nailOf(name))}
	{@const one = at(first ?? { x: 0, y: 0 })}
	{@const two = at(second ?? { x: 0, y: 0 })}
	<line
		x1={one.x}
		y1={one.y}
		x2={two.x}
		y2={two.y}
		class="string"
		class:held={string.lines.includes(heldLine)}
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
