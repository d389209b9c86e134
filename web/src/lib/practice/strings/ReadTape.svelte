<!-- A piece of tape at the mark, to be read by eye: the feet stand small beside every inch, as on a blade. -->
<script lang="ts">
	import { INCH, tapeMarks } from '$lib/square/call/tape';
	import type { Units } from '$lib/api/types';

	interface Props {
		/** What the tape shows at the mark, millimetres. */
		mm: number;
		units: Units;
		pair: string;
		/** The same in words, for those who hear it. */
		told: string;
	}
	let { mm, units, pair, told }: Props = $props();

	const HEIGHT = 96;
	let width = $state(0);
	const reach = $derived(units === 'ft-in' ? 40 : 24);
	const scale = $derived(width / (2 * reach));
	const marks = $derived(tapeMarks(mm, reach, units));
	const x = $derived((offset: number) => width / 2 + offset * scale);
	/** Feet, or whole metres, that go before the number at a mark. */
	const before = (offset: number) =>
		units === 'ft-in'
			? `${Math.floor((mm + offset) / INCH / 12 + 1e-6)}′`
			: `${Math.floor((mm + offset) / 1000 + 1e-6)} m`;
</script>

<figure class="my-2" aria-label="The tape at the mark of {pair}: {told}">
	<div bind:clientWidth={width} aria-hidden="true">
		<svg {width} height={HEIGHT + 12} class="block">
			<rect x="0" y="12" {width} height={HEIGHT} class="blade" />
			{#each marks as mark (mark.offset)}
				<line
					x1={x(mark.offset)}
					x2={x(mark.offset)}
					y1="12"
					y2={12 + mark.height * HEIGHT * 0.55}
					class="mark"
				/>
				{#if mark.label}
					<text x={x(mark.offset) + 5} y={HEIGHT - 6} class="numbers inch">{mark.label}</text>
					{#if !mark.bold}<text x={x(mark.offset) + 5} y={HEIGHT + 8} class="numbers foot"
							>{before(mark.offset)}</text
						>{/if}
				{/if}
			{/each}
			<path d="M{width / 2} 14 l7 -14 h-14 z" class="here" />
			<line x1={width / 2} x2={width / 2} y1="0" y2={HEIGHT + 12} class="hair" />
		</svg>
	</div>
</figure>

<style>
	.blade {
		fill: #f7c531;
		stroke: var(--wood-dark);
	}
	.mark {
		stroke: #1d1a12;
		stroke-width: 1.5;
	}
	text {
		fill: #1d1a12;
	}
	.inch {
		font-size: 24px;
		font-weight: 600;
	}
	.foot {
		font-size: 13px;
		fill: #8a1c12;
		font-weight: 700;
	}
	.here {
		fill: var(--string);
	}
	.hair {
		stroke: var(--string);
		stroke-width: 1.5;
	}
</style>
