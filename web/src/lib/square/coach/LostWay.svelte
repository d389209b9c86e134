<script lang="ts">
	import type { LostPoint, Structure, WayBack } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import { spoken } from '$lib/drawing/labels/spoken';
	import Words from '$lib/lengths/Words.svelte';

	interface Props {
		way: WayBack;
		lost: LostPoint;
		structure: Structure;
		/** The burn that is in the numbers; empty without one. */
		burnText: string;
		/** The best way is drawn and told in full. */
		first: boolean;
		onSet: () => Promise<string>;
	}
	let { way, lost, structure, burnText, first, onSet }: Props = $props();

	interface Spot {
		x: number;
		y: number;
	}
	const SIZE = { width: 420, height: 210 };
	let trouble = $state('');

	const corners = $derived(structure.result.corners);
	const place = $derived(lost.found?.place ?? { x_mm: 0, y_mm: 0 });
	const all = $derived([...Object.values(corners), place, ...(way.mirror ? [way.mirror] : [])]);
	const least = $derived({
		x: Math.min(...all.map((p) => p.x_mm)),
		y: Math.min(...all.map((p) => p.y_mm))
	});
	const scale = $derived(
		Math.min(
			(SIZE.width - 60) / Math.max(1, Math.max(...all.map((p) => p.x_mm)) - least.x),
			(SIZE.height - 50) / Math.max(1, Math.max(...all.map((p) => p.y_mm)) - least.y)
		)
	);
	const at = (p: { x_mm: number; y_mm: number }): Spot => ({
		x: 30 + (p.x_mm - least.x) * scale,
		y: SIZE.height - 25 - (p.y_mm - least.y) * scale
	});
	const from = $derived(way.ties.flatMap((tie) => (corners[tie.start] ? [tie.start] : [])));
</script>

<div class={first ? 'mt-1' : 'mt-2 border-t border-rule pt-1'}>
	{#if first}
		<svg
			viewBox="0 0 {SIZE.width} {SIZE.height}"
			class="w-full"
			role="img"
			aria-label="Where the tapes to {spoken(lost.point)} cross, and where they cross again"
		>
			<polyline
				points={[
					...Object.values(corners),
					...(structure.result.closed ? [Object.values(corners)[0]!] : [])
				]
					.map(at)
					.map((p) => `${p.x},${p.y}`)
					.join(' ')}
				class="walls"
			/>
			{#each from as name (name)}
				{@const start = at(corners[name]!)}
				<line x1={start.x} y1={start.y} x2={at(place).x} y2={at(place).y} class="tape" />
				{#if way.mirror}
					<line
						x1={start.x}
						y1={start.y}
						x2={at(way.mirror).x}
						y2={at(way.mirror).y}
						class="wrong"
					/>
				{/if}
				<text
					x={start.x + Math.sign(start.x - SIZE.width / 2) * 16}
					y={start.y + 20}
					text-anchor="middle">{name}</text
				>
			{/each}
			<circle cx={at(place).x} cy={at(place).y} r="7" class="right" />
			<text x={at(place).x + 10} y={at(place).y - 8} class="bold">{spoken(lost.point)}</text>
			{#if way.mirror}
				{@const m = at(way.mirror)}
				<path d="M{m.x - 7} {m.y - 7}l14 14m0 -14l-14 14" class="cross" />
				<text x={m.x + 10} y={m.y + 4}>not here</text>
			{/if}
		</svg>
	{/if}
	<p class={first ? 'text-lg font-semibold' : ''}><Words text={way.text} /></p>
	<p class="text-ink-soft">
		{#if first && burnText}<Len text={burnText} /> burned: it is in the numbers.{/if}
		It will be within <Len text={way.error_text} />{#if way.poor}; <strong
				>the tapes cross aslant</strong
			>{/if}.
	</p>
	{#if first && way.mirror_text}<p class="caution"><Words text={way.mirror_text} /></p>{/if}
	{#if first && way.check}
		<p>
			Then check it: <strong>{spoken(way.check.start)} – {spoken(lost.point)}</strong> must read <Len
				text={way.check.call_text}
			/>.
		</p>
	{/if}
	{#if trouble}<p role="alert" class="font-semibold text-string">{trouble}</p>{/if}
	<button class="board-button plain no-print mt-1" onclick={async () => (trouble = await onSet())}
		>{spoken(lost.point)} stands again, set this way</button
	>
</div>

<style>
	.walls {
		fill: none;
		stroke: var(--ink-soft);
		stroke-width: 1.5;
	}
	.tape {
		stroke: var(--string);
		stroke-width: 3;
	}
	.wrong {
		stroke: var(--ink-soft);
		stroke-width: 1.5;
		stroke-dasharray: 4 5;
	}
	.right {
		fill: var(--sheet);
		stroke: var(--string);
		stroke-width: 3;
	}
	.cross {
		stroke: var(--ink);
		stroke-width: 3;
		fill: none;
	}
	text {
		fill: var(--ink);
		font-size: 17px;
	}
	.bold {
		font-weight: 800;
		font-size: 20px;
	}
</style>
