<svelte:options namespace="svg" />

<!-- Labels where they found room, with a line to what they belong to where they stand off. -->
<script lang="ts">
	import { halfOf, type PlacedLabel } from './labels';
	import SvgLen from '$lib/drawing/SvgLen.svelte';

	interface Props {
		labels: PlacedLabel[];
		/** How a label is drawn, by its key. */
		lookOf: (key: string) => string;
	}
	let { labels, lookOf }: Props = $props();
</script>

{#each labels as label (label.key)}
	{#if label.leader && label.anchor}
		<line
			x1={label.anchor.x}
			y1={label.anchor.y}
			x2={label.leader.x}
			y2={label.leader.y}
			class="leader"
		/>
	{/if}
	<SvgLen
		text={label.text}
		at={label.at}
		turn={label.turn}
		size={label.size}
		across={halfOf(label).x}
		class={[lookOf(label.key), label.leader && 'stands-off'].filter(Boolean).join(' ')}
	/>
{/each}

<style>
	.leader {
		stroke: var(--ink-soft);
		stroke-width: 1;
	}
</style>
