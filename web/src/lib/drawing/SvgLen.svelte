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
		/** Half its length, where a line may run behind it: one seen between feet and inches reads as a dash. */
		across?: number;
		class?: string;
	}
	let {
		text,
		at,
		turn = 0,
		size,
		anchor = 'middle',
		across = 0,
		class: look = ''
	}: Props = $props();
</script>

{#if across}
	<rect
		class={look}
		style="fill: var(--halo, var(--sheet)); stroke: none"
		transform="translate({at.x} {at.y}) rotate({turn})"
		x={-across}
		y={-size / 4}
		width={2 * across}
		height={size / 2}
	/>
{/if}
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
		stroke-width: 5px;
		stroke-linejoin: round;
		font-weight: 600;
	}
</style>
