<script lang="ts">
	import { piecesOf } from '$lib/lengths/split';
	import type { XY } from './viewport';

	interface Props {
		text: string;
		at: XY;
		/** Degrees clockwise. */
		turn?: number;
		size: number;
		/** Which end of it stands at the place. */
		anchor?: 'start' | 'middle' | 'end';
		class?: string;
	}
	let { text, at, turn = 0, size, anchor = 'middle', class: look = '' }: Props = $props();
</script>

<text
	class="numbers halo {look}"
	transform="translate({at.x} {at.y}) rotate({turn})"
	text-anchor={anchor}
	dominant-baseline="central"
	font-size={size}
	>{#each piecesOf(text) as piece, index (index)}{#if piece.fraction}<tspan class="fraction"
				>{piece.text}</tspan
			>{:else}{piece.text}{/if}{/each}</text
>

<style>
	.halo {
		paint-order: stroke;
		stroke: var(--halo, var(--sheet));
		/* also where a gap stands between feet and inches: a line seen in it reads as a dash */
		stroke-width: 8px;
		stroke-linejoin: round;
		font-weight: 600;
	}
</style>
