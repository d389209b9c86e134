<script lang="ts">
	import type { Board } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import { textWidth } from '$lib/drawing/labels/labels';
	import { spoken } from '$lib/drawing/labels/spoken';
	import SvgLen from '$lib/drawing/SvgLen.svelte';

	interface Props {
		board: Board;
	}
	let { board }: Props = $props();

	const WIDTH = 430;
	const EDGE = 26;
	const SIZE = 19;
	const ROW = 20;
	const perMm = $derived((WIDTH - 2 * EDGE) / board.length_mm);
	/** Numbers stand in as many rows as they need not to touch. */
	const nails = $derived.by(() => {
		const ends: number[] = [];
		return board.nails.map((nail) => {
			const along = (board.first_mm + nail.running_mm) * perMm;
			const x = board.inside === 'right' ? EDGE + along : WIDTH - EDGE - along;
			const half = textWidth(nail.text, SIZE) / 2 + 3;
			const from = board.inside === 'right' ? x : WIDTH - x;
			const free = ends.findIndex((end) => from - half >= end);
			const row = free < 0 ? ends.length : free;
			ends[row] = from + half;
			return { ...nail, x, row };
		});
	});
	const rows = $derived(Math.max(...nails.map((nail) => nail.row)) + 1);
	const top = $derived(rows * ROW + 8);
</script>

<svg
	viewBox="0 0 {WIDTH} {top + 44}"
	class="w-full"
	role="img"
	aria-label="Board {spoken(board.board)} face-on"
>
	<rect x={EDGE} y={top} width={WIDTH - 2 * EDGE} height="26" class="wood" />
	<rect x={EDGE + 8} y={top + 26} width="14" height="16" class="stake" />
	<rect x={WIDTH - EDGE - 22} y={top + 26} width="14" height="16" class="stake" />
	{#each nails as nail (nail.family)}
		{@const y = top - 12 - nail.row * ROW}
		<line x1={nail.x} y1={y + 10} x2={nail.x} y2={top + 10} class="string" />
		<circle cx={nail.x} cy={top + 10} r="4" class="nail" class:wall={nail.family === 'wall face'} />
	{/each}
	>
	{#each nails as nail (nail.family)}
		<SvgLen
			text={nail.text}
			at={{ x: nail.x, y: top - 12 - nail.row * ROW }}
			size={SIZE}
			class="nail-at"
		/>
	{/each}
</svg>
<ol class="flex flex-wrap gap-x-4 text-sm">
	{#each board.nails as nail (nail.family)}
		<li><b class="text-base"><Len text={nail.text} /></b> {nail.family}</li>
	{/each}
</ol>

<style>
	.wood {
		fill: var(--wood);
		stroke: var(--wood-dark);
	}
	.stake {
		fill: var(--wood-dark);
	}
	.string {
		stroke: var(--ink);
		stroke-width: 1.2;
	}
	.nail {
		fill: var(--ink);
	}
	.nail.wall {
		fill: var(--string);
	}
	:global(.nail-at) {
		fill: var(--ink);
		--halo: var(--stone);
	}
</style>
