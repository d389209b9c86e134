<script lang="ts">
	import type { StructureResult } from '$lib/api/types';
	import { spoken } from '$lib/drawing/labels/spoken';
	import SvgLen from '$lib/drawing/SvgLen.svelte';
	import { unrolled } from './unrolled';

	interface Props {
		result: StructureResult;
	}
	let { result }: Props = $props();

	/** Of one wall's drawing; every wall has the same, so that heights compare across them. */
	const WIDE = 220;
	const TALL = 150;
	const PAD = { top: 30, bottom: 40, side: 40 };
	const panels = $derived(unrolled(result));
	const stands = $derived(panels.flatMap((one) => one.stands));
	const high = $derived(Math.max(...stands.map((one) => Math.max(one.string_mm, one.ground_mm))));
	const low = $derived(Math.min(...stands.map((one) => one.foot_mm)));
	const up = $derived((TALL - PAD.top - PAD.bottom) / Math.max(high - low, 1));
	const y = (mm: number): number => PAD.top + (high - mm) * up;
	const x = (share: number): number => PAD.side + share * (WIDE - 2 * PAD.side - 30);
</script>

<section class="strip" aria-label="Boards face on, wall after wall">
	{#each panels as panel (panel.line)}
		<svg viewBox="0 0 {WIDE} {TALL}" role="img" aria-label={panel.told}>
			<polygon
				class="earth"
				points="0,{TALL - 18} 0,{y(panel.stands[0]?.ground_mm ?? low)} {panel.stands
					.map((one) => `${x(one.share)},${y(one.ground_mm)}`)
					.join(' ')} {WIDE},{y(panel.stands.at(-1)?.ground_mm ?? low)} {WIDE},{TALL - 18}"
			/>
			{#if panel.stands.length > 1}
				<polyline
					class="string"
					points={panel.stands.map((one) => `${x(one.share)},${y(one.string_mm)}`).join(' ')}
				/>
			{/if}
			{#each panel.stands as one (one.board)}
				{@const here = x(one.share)}
				<rect
					class="stake"
					class:short={one.short_text}
					x={here - 4}
					y={y(one.string_mm)}
					width="8"
					height={Math.max(y(one.foot_mm) - y(one.string_mm), 1)}
				/>
				<rect class="board" x={here - 20} y={y(one.string_mm)} width="40" height="9" />
				<SvgLen
					text={spoken(one.board).split(' ')[0] ?? ''}
					at={{ x: here, y: y(one.string_mm) - 14 }}
					size={17}
				/>
				<SvgLen
					text={one.reveal_text}
					at={{
						x: here + (y(one.ground_mm) - y(one.string_mm) < 26 ? 24 : 9),
						y: (y(one.string_mm) + 9 + y(one.ground_mm)) / 2 + 3
					}}
					size={15}
					anchor="start"
				/>
				<SvgLen
					text={one.short_text ? `short ${one.short_text}` : one.stake_text}
					at={{ x: here + 8, y: TALL - 30 }}
					size={15}
					class={one.short_text ? 'short-text' : ''}
				/>
			{/each}
			<text class="line" x={WIDE / 2} y={TALL - 4}>{panel.line}</text>
		</svg>
	{/each}
</section>
<p class="text-sm text-ink-soft max-[64rem]:mb-3">
	Beside each board its top above the ground, under it the stake it needs; the ground is drawn
	straight from board to board.
</p>

<style>
	.strip {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(11.5rem, 1fr));
		gap: 0.4rem 0.8rem;
		padding: 0.5rem;
		border: 1px solid var(--rule);
		background: var(--sheet);
	}
	.earth {
		fill: var(--earth);
	}
	.string {
		fill: none;
		stroke: var(--string);
		stroke-width: 2;
	}
	.stake,
	.board {
		fill: var(--wood);
	}
	.board {
		stroke: var(--wood-dark);
	}
	.stake.short {
		fill: var(--string);
	}
	.line {
		text-anchor: middle;
		font-size: 14px;
		fill: var(--ink-soft);
	}
	:global(.short-text) {
		fill: var(--string);
	}
</style>
