<script lang="ts">
	interface Props {
		/** Corners in any unit, y up. */
		points: number[][];
		closed?: boolean;
		/** Box it is drawn in, pixels. */
		size?: [number, number];
	}
	let { points, closed = true, size = [52, 34] }: Props = $props();

	const xs = $derived(points.map(([x = 0]) => x));
	const ys = $derived(points.map(([, y = 0]) => y));
	const scale = $derived(
		Math.min(
			(size[0] - 4) / (Math.max(...xs) - Math.min(...xs) || 1),
			(size[1] - 4) / (Math.max(...ys) - Math.min(...ys) || 1)
		)
	);
	const path = $derived(
		points
			.map(
				([x = 0, y = 0]) =>
					`${((x - (Math.max(...xs) + Math.min(...xs)) / 2) * scale).toFixed(1)} ${(-(y - (Math.max(...ys) + Math.min(...ys)) / 2) * scale).toFixed(1)}`
			)
			.join('L')
	);
</script>

<svg
	width={size[0]}
	height={size[1]}
	viewBox="{-size[0] / 2} {-size[1] / 2} {size[0]} {size[1]}"
	aria-hidden="true"
>
	<path
		d="M{path}{closed ? 'Z' : ''}"
		fill={closed ? 'var(--earth)' : 'none'}
		stroke="var(--ink)"
		stroke-width="1.6"
	/>
</svg>
