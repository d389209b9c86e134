<script lang="ts">
	import type { Job, Structure, Units } from '$lib/api/types';
	import { gestures } from '$lib/plan/gestures';
	import { placeLabels } from '$lib/plan/labels';
	import { pointsText } from '$lib/plan/drawing';
	import PlanTools from '$lib/plan/PlanTools.svelte';
	import ScaleStick from '$lib/plan/ScaleStick.svelte';
	import { Sheet, STRIP } from '$lib/plan/sheet.svelte';
	import SvgLen from '$lib/plan/SvgLen.svelte';
	import type { XY } from '$lib/plan/viewport';
	import { siteOf } from './siteDrawing';

	interface Props {
		job: Job;
		/** The structure in hand. */
		structure: Structure;
		units: Units;
	}
	let { job, structure, units }: Props = $props();

	const drawn = $derived(siteOf(job, structure));
	const sheet = new Sheet(() => drawn.extent);
	const at = $derived((point: XY) => sheet.at(point));
	const labels = $derived(
		sheet.width === 0
			? []
			: placeLabels(drawn.labels(at), [], { width: sheet.width, height: sheet.height - STRIP })
	);
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
<div
	class="relative size-full overflow-hidden border border-rule bg-sheet"
	style:touch-action={sheet.isFitted ? 'pan-y' : 'none'}
	bind:clientWidth={sheet.width}
	bind:clientHeight={sheet.height}
	role="group"
	aria-label="Site plan of {job.name}; plus, minus and zero zoom, arrows move it"
	tabindex="0"
	onkeydown={(event) => {
		if (!event.ctrlKey && !event.metaKey && sheet.key(event.key)) event.preventDefault();
	}}
	{@attach gestures(sheet)}
>
	<svg
		class="absolute inset-0 size-full"
		role="img"
		aria-label="Site of {job.name}, drawn to scale"
	>
		{#if sheet.width > 0 && drawn.extent.length > 1}
			{#each drawn.lines as line (line.name)}
				<svelte:element
					this={line.closed ? 'polygon' : 'polyline'}
					points={pointsText(line.points, at)}
					class="control {line.kind}"
				/>
			{/each}
			{#each drawn.outlines as outline (outline.id)}
				<svelte:element
					this={outline.closed ? 'polygon' : 'polyline'}
					points={pointsText(outline.points, at)}
					class="structure"
					class:here={outline.id === structure.id}
					class:open={!outline.closed}
				/>
			{/each}
			{#each drawn.points as point (point.name)}
				{@const here = at(point.at)}
				<path d="M{here.x - 7} {here.y}h14M{here.x} {here.y - 7}v14" class="mark" />
			{/each}
			{#each labels as label (label.key)}
				<SvgLen
					text={label.text}
					at={label.at}
					turn={label.turn}
					size={label.size}
					class="site-name"
				/>
			{/each}
			<g transform="translate({sheet.width - 30} 40)" aria-hidden="true">
				<path d="M0 22V-14M-6 -4L0 -16L6 -4" class="north" />
				<text y="36" text-anchor="middle" font-size="15" font-weight="700">N</text>
			</g>
			<ScaleStick scale={sheet.view.scale} {units} at={{ x: 14, y: sheet.height - 12 }} />
		{/if}
	</svg>
	{#if drawn.extent.length < 2}
		<p class="grid size-full place-items-center p-8 text-center text-lg text-ink-soft">
			Name a point, a wall or a boundary, and place the structure from it: the site appears here.
		</p>
	{/if}
	<PlanTools {sheet} factor={1} drawnLarger={false} onFactor={() => {}} />
</div>

<style>
	.structure {
		fill: var(--earth);
		fill-opacity: 0.6;
		stroke: var(--ink);
		stroke-width: 1.6;
	}
	.structure.open {
		fill: none;
	}
	.structure.here {
		fill-opacity: 1;
		stroke-width: 3;
	}
	.control {
		fill: none;
		stroke: var(--ink-soft);
		stroke-width: 1.6;
	}
	.boundary {
		stroke: var(--string);
		stroke-dasharray: 18 5 3 5;
		stroke-width: 2;
	}
	.wall {
		stroke-width: 5;
	}
	.mark,
	.north {
		fill: none;
		stroke: var(--ink);
		stroke-width: 2.2;
	}
	text {
		fill: var(--ink);
	}
	svg :global(.site-name) {
		fill: var(--ink);
		font-weight: 700;
	}
</style>
