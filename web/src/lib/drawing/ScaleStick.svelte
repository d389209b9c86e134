<script lang="ts">
	import type { Units } from '$lib/api/types';

	interface Props {
		/** Pixels per millimetre. */
		scale: number;
		units: Units;
		at: { x: number; y: number };
	}
	let { scale, units, at }: Props = $props();

	const STEPS = [0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500, 1000];
	const unitMm = $derived(units === 'ft-in' ? 304.8 : 1000);
	const length = $derived(STEPS.findLast((step) => step * unitMm * scale <= 130) ?? 0.1);
	const width = $derived(length * unitMm * scale);
</script>

<g transform="translate({at.x} {at.y})" aria-hidden="true">
	{#each [0, 1, 2, 3] as part (part)}
		<rect
			x={(part * width) / 4}
			y="-7"
			width={width / 4}
			height="7"
			class={part % 2 ? 'pale' : 'dark'}
		/>
	{/each}
	<text x={width + 8} y="0" class="numbers" font-size="15"
		>{length} {units === 'ft-in' ? 'ft' : 'm'}</text
	>
</g>

<style>
	rect {
		stroke: var(--ink);
		stroke-width: 1;
	}
	.dark {
		fill: var(--wood);
	}
	.pale {
		fill: var(--sheet);
	}
	text {
		fill: var(--ink-soft);
	}
</style>
