<script lang="ts">
	import type { StructureResult } from '$lib/api/types';
	import type { ToScreen } from './drawing';

	interface Props {
		inner: StructureResult['inner'];
		heldLine: string;
		at: ToScreen;
	}
	let { inner, heldLine, at }: Props = $props();
</script>

{#each inner.lines as line (line.name)}
	{#each line.stretches as stretch, index (index)}
		{@const one = at({ x: stretch.start.x_mm, y: stretch.start.y_mm })}
		{@const two = at({ x: stretch.end.x_mm, y: stretch.end.y_mm })}
		<line
			x1={one.x}
			y1={one.y}
			x2={two.x}
			y2={two.y}
			class="inner"
			class:held={line.name === heldLine}
		/>
	{/each}
{/each}
{#each inner.points as point (point.name)}
	{@const here = at({ x: point.x_mm, y: point.y_mm })}
	<path d="M{here.x - 6} {here.y}h12M{here.x} {here.y - 6}v12" class="crossing" />
{/each}

<style>
	.inner {
		stroke: var(--ink-soft);
		stroke-width: 1.3;
		stroke-dasharray: 12 4 2 4;
	}
	.inner.held {
		stroke: var(--string);
		stroke-width: 2.5;
		stroke-dasharray: none;
	}
	.crossing {
		stroke: var(--ink);
		stroke-width: 2.4;
	}
</style>
