<!-- A kind of instrument, drawn by its working parts alone. -->
<script lang="ts">
	import type { ShelfKind } from '$lib/api/types';

	interface Props {
		kind: ShelfKind;
	}
	let { kind }: Props = $props();

	/** What stands on the plank, in a box 64 wide and 48 high whose foot is the plank: wood, steel, and what it gives. */
	const DRAWN: Record<ShelfKind, { body: string; part?: string; gives?: string }> = {
		'steel-tape': {
			body: 'M10 48 V24 a14 14 0 0 1 28 0 V48 Z',
			part: 'M24 16 a8 8 0 1 0 0.1 0 Z',
			gives: 'M38 45 H60 M60 40 V48'
		},
		'long-tape': {
			body: 'M8 28 a20 20 0 0 1 40 0 V48 H8 Z',
			part: 'M28 20 a8 8 0 1 0 0.1 0 Z M28 8 V20',
			gives: 'M48 45 H62'
		},
		'laser-meter': {
			body: 'M22 12 H40 V48 H22 Z',
			part: 'M26 17 H36 V26 H26 Z',
			gives: 'M31 12 V0'
		},
		'string-line': {
			body: 'M18 48 L24 12 H40 L46 48 Z',
			part: 'M22 22 H42 M21 29 H43 M20 36 H44',
			gives: 'M44 36 L62 30'
		},
		'framing-square': { body: 'M10 4 H18 V40 H56 V48 H10 Z', gives: 'M24 34 h4 v-4' },
		'square-laser': {
			body: 'M18 36 H46 V48 H18 Z',
			part: 'M32 36 V26',
			gives: 'M32 42 H62 M32 42 V4'
		},
		laser: { body: 'M20 26 H44 V48 H20 Z', part: 'M28 26 V16 H36 V26', gives: 'M2 12 H62' },
		optical: {
			body: 'M14 22 H52 V36 H14 Z',
			part: 'M10 24 H14 V34 H10 Z M32 36 L22 48 M32 36 L42 48',
			gives: 'M52 29 H63'
		},
		'water-level': {
			body: 'M10 6 H16 V30 a8 8 0 0 0 8 8 H42 a8 8 0 0 0 8 -8 V6 H56 V32 a14 14 0 0 1 -14 16 H24 a14 14 0 0 1 -14 -16 Z',
			gives: 'M4 16 H62'
		},
		'line-level': {
			body: 'M14 22 H50 V36 H14 Z',
			part: 'M27 25 h10 v8 h-10 Z M18 22 V14 M46 22 V14',
			gives: 'M2 14 H62'
		},
		'spirit-level': {
			body: 'M2 34 H62 V48 H2 Z',
			part: 'M24 37 H40 V45 H24 Z',
			gives: 'M32 37 V45'
		},
		rod: { body: 'M28 2 H37 V48 H28 Z', part: 'M28 10 h5 M28 18 h9 M28 26 h5 M28 34 h9 M28 42 h5' }
	};
	const drawn = $derived(DRAWN[kind]);
</script>

<svg viewBox="0 0 64 48" class="glyph" aria-hidden="true">
	<path class="body" d={drawn.body} />
	{#if drawn.part}<path class="part" d={drawn.part} />{/if}
	{#if drawn.gives}<path class="gives" d={drawn.gives} />{/if}
</svg>

<style>
	.glyph {
		width: 4rem;
		height: 3rem;
		flex: none;
		overflow: visible;
	}
	.body {
		fill: var(--sheet);
		stroke: var(--ink);
		stroke-width: 2;
	}
	.part {
		fill: none;
		stroke: var(--ink);
		stroke-width: 1.5;
	}
	.gives {
		fill: none;
		stroke: var(--string);
		stroke-width: 2;
	}
</style>
