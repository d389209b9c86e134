<script lang="ts">
	import type { StructureSummary } from '$lib/api/types';

	interface Props {
		structure: StructureSummary;
	}
	let { structure }: Props = $props();

	const ROOM = { width: 230, height: 112 };
	const points = $derived(Object.values(structure.corners));
	const span = (pick: 'x_mm' | 'y_mm') =>
		Math.max(...points.map((p) => p[pick])) - Math.min(...points.map((p) => p[pick]));
	/** Millimetres to a pixel: each footprint fills its own sheet, true in itself. */
	const mmPerPixel = $derived(
		Math.max(1e-3, span('x_mm') / ROOM.width, span('y_mm') / ROOM.height)
	);
	const left = $derived(Math.min(...points.map((p) => p.x_mm)));
	const top = $derived(Math.max(...points.map((p) => p.y_mm)));
	const width = $derived((Math.max(...points.map((p) => p.x_mm)) - left) / mmPerPixel);
	const height = $derived((top - Math.min(...points.map((p) => p.y_mm))) / mmPerPixel);
	const outline = $derived(
		points
			.map((p) => `${(p.x_mm - left) / mmPerPixel + 13},${(top - p.y_mm) / mmPerPixel + 13}`)
			.join(' ')
	);
</script>

<svg width={width + 26} height={height + 26} class="block max-w-full" aria-hidden="true">
	{#if structure.closed}<g stroke="var(--ink-soft)" stroke-width="1">
			<path
				d="M0 13.500h{width + 26}M0 {height + 13}h{width + 26}M13.500 0v{height + 26}M{width +
					13} 0v{height + 26}"
			/>
		</g>{/if}
	<svelte:element
		this={structure.closed ? 'polygon' : 'polyline'}
		points={outline}
		fill={structure.closed ? 'var(--earth)' : 'none'}
		stroke="var(--ink)"
		stroke-width="2"
	/>
</svg>
