<script lang="ts">
	import type { Board } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import SvgLen from '$lib/plan/SvgLen.svelte';

	interface Props {
		board: Board;
	}
	let { board }: Props = $props();

	const WIDTH = 430;
	const EDGE = 26;
	const first = $derived((board.length_mm - (board.nails.at(-1)?.running_mm ?? 0)) / 2);
	const perMm = $derived((WIDTH - 2 * EDGE) / board.length_mm);
	/** Numbers stand in two rows where nails are close. */
	const nails = $derived.by(() => {
		let last = -1000;
		let low = true;
		return board.nails.map((nail) => {
			const x = EDGE + (first + nail.running_mm) * perMm;
			low = x - last > 62 || !low;
			last = x;
			return { ...nail, x, y: low ? 34 : 14 };
		});
	});
</script>

<svg viewBox="0 0 {WIDTH} 96" class="w-full" role="img" aria-label="Board {board.board} face-on">
	<rect x={EDGE} y="54" width={WIDTH - 2 * EDGE} height="26" class="wood" />
	<rect x={EDGE + 8} y="80" width="14" height="16" class="stake" />
	<rect x={WIDTH - EDGE - 22} y="80" width="14" height="16" class="stake" />
	{#each nails as nail (nail.family)}
		<line x1={nail.x} y1={nail.y + 11} x2={nail.x} y2="64" class="string" />
		<circle cx={nail.x} cy="64" r="4" class="nail" class:wall={nail.family === 'wall face'} />
		<SvgLen text={nail.text} at={{ x: nail.x, y: nail.y }} size={19} class="nail-at" />
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
	}
</style>
