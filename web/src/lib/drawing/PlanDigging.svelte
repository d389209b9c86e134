<!-- What is dug: both edges of every footing, passes of the bucket, pads with their cross. -->
<svelte:options namespace="svg" />

<script lang="ts">
	import type { StructureResult } from '$lib/api/types';
	import { pointsText, xy, type ToScreen } from './drawing';

	interface Props {
		digging: NonNullable<StructureResult['digging']>;
		at: ToScreen;
	}
	let { digging, at }: Props = $props();
</script>

{#each digging.trenches as trench (trench.line)}
	<polygon
		points={pointsText(
			[trench.outer.start, trench.outer.end, trench.inner.end, trench.inner.start].map(xy),
			at
		)}
		class="dug"
	/>
	{#each [trench.outer, trench.inner] as edge, index (index)}
		<polyline points={pointsText([edge.start, edge.end].map(xy), at)} class="paint" />
	{/each}
	{#each trench.passes as pass, index (index)}
		<polyline points={pointsText([pass.start, pass.end].map(xy), at)} class="pass" />
	{/each}
{/each}
{#each digging.pads as pad (pad.name)}
	{@const corners = pad.corners.map(xy)}
	<polygon points={pointsText(corners, at)} class="dug" />
	<polygon points={pointsText(corners, at)} class="paint" />
	<polyline
		points={pointsText(
			corners.filter((_, index) => index % 2 === 0),
			at
		)}
		class="cross"
	/>
	<polyline
		points={pointsText(
			corners.filter((_, index) => index % 2 === 1),
			at
		)}
		class="cross"
	/>
{/each}

<style>
	.dug {
		fill: var(--wood);
		fill-opacity: 0.28;
		stroke: none;
	}
	.paint {
		fill: none;
		stroke: var(--ink);
		stroke-width: 3;
	}
	.pass {
		stroke: var(--ink-soft);
		stroke-width: 2;
		stroke-dasharray: 1 7;
		stroke-linecap: round;
	}
	.cross {
		fill: none;
		stroke: var(--ink);
		stroke-width: 1.2;
	}
</style>
