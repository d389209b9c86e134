<!-- A piece of an upright rod or scale, numbers growing upward; `children` are drawn over it, in its own pixels. -->
<script lang="ts">
	import type { Snippet } from 'svelte';
	import { INCH, tapeMarks } from '$lib/square/call/tape';
	import type { Units } from '$lib/api/types';

	interface Props {
		/** What stands at the middle, millimetres. */
		mm: number;
		units: Units;
		/** Millimetres shown to either side of the middle. */
		reach: number;
		height?: number;
		width?: number;
		children?: Snippet<[(mm: number) => number]>;
	}
	let { mm, units, reach, height = 340, width = 190, children }: Props = $props();

	const y = $derived((at: number) => height / 2 - ((at - mm) * height) / (2 * reach));
	const marks = $derived(tapeMarks(mm, reach, units));
	const before = (offset: number) =>
		units === 'ft-in'
			? `${Math.floor((mm + offset) / INCH / 12 + 1e-6)}′`
			: `${Math.floor((mm + offset) / 1000 + 1e-6)} m`;
</script>

<svg {width} {height} viewBox="0 0 {width} {height}" class="block" aria-hidden="true">
	<rect x="50" y="0" width="90" {height} class="rod" />
	{#each marks as mark (mark.offset)}
		<line
			x1="50"
			x2={50 + 52 * mark.height}
			y1={y(mm + mark.offset)}
			y2={y(mm + mark.offset)}
			class="mark"
		/>
		{#if mark.label}
			<text x="108" y={y(mm + mark.offset) + 6} class="numbers inch">{mark.label}</text>
			{#if !mark.bold}<text x="144" y={y(mm + mark.offset) + 5} class="numbers foot"
					>{before(mark.offset)}</text
				>{/if}
		{/if}
	{/each}
	{@render children?.(y)}
</svg>

<style>
	.rod {
		fill: #fffdf7;
		stroke: var(--wood-dark);
		stroke-width: 1.5;
	}
	.mark {
		stroke: #1d1a12;
		stroke-width: 1.3;
	}
	.inch {
		font-size: 20px;
		font-weight: 750;
		fill: #1d1a12;
	}
	.foot {
		font-size: 14px;
		font-weight: 700;
		fill: var(--string);
	}
</style>
