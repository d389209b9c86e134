<script lang="ts">
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import type { Units } from '$lib/api/types';
	import { tapeMarks } from './tape';

	interface Props {
		/** The pull in hand, as called: A–C. */
		pair: string;
		/** The number to call, millimetres and text. */
		mm: number;
		text: string;
		/** How the planned call comes about. */
		origin: string;
		/** How far its ends may be off level. */
		level?: string | null;
		/** What is being typed, if it can be read, millimetres. */
		readMm?: number | undefined;
		units: Units;
	}
	let { pair, mm, text, origin, level, readMm, units }: Props = $props();

	let width = $state(0);
	const HEIGHT = 40;
	const reach = $derived(units === 'ft-in' ? 76.2 : 45);
	const scale = $derived(width / (2 * reach));
	const marks = $derived(tapeMarks(mm, reach, units));
	const x = $derived((offset: number) => width / 2 + offset * scale);
	const readAt = $derived(
		readMm === undefined ? undefined : Math.max(6, Math.min(width - 6, x(readMm - mm)))
	);
	const offBlade = $derived(readMm !== undefined && Math.abs(readMm - mm) > reach);
</script>

<figure class="tape" aria-label="The tape around {pair} {text}">
	<figcaption class="text-center text-lg font-bold text-string">
		{pair}
		<Len {text} />
	</figcaption>
	<div bind:clientWidth={width} aria-hidden="true">
		<svg {width} height={HEIGHT + 8} class="block">
			<rect x="0" y="8" {width} height={HEIGHT} class="blade" />
			{#each marks as mark (mark.offset)}
				<line
					x1={x(mark.offset)}
					x2={x(mark.offset)}
					y1="8"
					y2={8 + mark.height * HEIGHT * 0.72}
					class="mark"
				/>
				{#if mark.label}
					<text x={x(mark.offset) + 4} y={HEIGHT + 2} class="numbers" class:bold={mark.bold}
						>{mark.label}</text
					>
				{/if}
			{/each}
			<line x1={width / 2} x2={width / 2} y1="0" y2={HEIGHT + 8} class="wanted" />
			{#if readAt !== undefined}
				<path d="M{readAt} 14 l6 -14 h-12 z" class="read" class:off={offBlade} />
			{/if}
		</svg>
	</div>
	<p class="mt-1 text-center text-sm text-ink-soft">
		<Words text={origin} />{#if level}; <Words text={level} />{/if}
	</p>
</figure>

<style>
	.blade {
		fill: var(--blade);
		stroke: var(--blade-ink);
		stroke-width: 1.5;
	}
	.mark {
		stroke: var(--blade-ink);
		stroke-width: 1.1;
	}
	text {
		fill: var(--blade-ink);
		font-size: 17px;
		font-weight: 600;
	}
	.bold {
		font-weight: 900;
		font-size: 20px;
	}
	.wanted {
		stroke: var(--string);
		stroke-width: 3;
	}
	.read {
		fill: var(--measured);
	}
	.read.off {
		fill-opacity: 0.5;
	}
</style>
