<svelte:options namespace="svg" />

<script lang="ts">
	import SvgLen from '$lib/drawing/SvgLen.svelte';
	import type { XY } from '$lib/drawing/viewport';
	import { shadeOf, type Step } from './thickness';

	interface Props {
		steps: Step[];
		/** Whether some of it is too thin. */
		thin: boolean;
		/** Upper right corner. */
		at: XY;
	}
	let { steps, thin, at }: Props = $props();

	const TALL = 20;
</script>

<g transform="translate({at.x} {at.y})">
	<text text-anchor="end" y="-8">thick</text>
	{#each steps as [least, text], index (least)}
		<rect
			x="-16"
			y={index * TALL}
			width="16"
			height={TALL}
			class="band"
			style:fill-opacity={shadeOf(steps, least)}
		/>
		<SvgLen {text} at={{ x: -24, y: (index + 0.5) * TALL }} size={14} anchor="end" />
	{/each}
	{#if thin}
		<rect x="-16" y={steps.length * TALL + 6} width="16" height={TALL} class="thin" />
		<text text-anchor="end" x="-24" y={steps.length * TALL + 21}>too thin</text>
	{/if}
</g>

<style>
	text {
		font-size: 14px;
		fill: var(--ink-soft);
	}
	.band {
		fill: var(--measured);
		stroke: var(--measured);
		stroke-width: 0.8;
	}
	.thin {
		fill: var(--string);
		fill-opacity: 0.24;
	}
</style>
