<!-- A tape swung from a corner over a line: it reads least where it crosses the line squarely. -->
<script lang="ts">
	import type { Units } from '$lib/api/types';
	import ReadTape from './ReadTape.svelte';

	interface Props {
		/** The least it reads, millimetres. */
		mm: number;
		units: Units;
		pair: string;
		told: string;
	}
	let { mm, units, pair, told }: Props = $props();

	/** How far along the line its end is from the nearest point, millimetres. */
	const FAR = 900;
	let along = $state(-620);
	const reads = $derived(Math.hypot(mm, along));
	const least = $derived(Math.abs(along) < 25);
</script>

<ReadTape mm={reads} {units} {pair} told={least ? told : 'more than the least: swing on'} />
<label class="font-semibold"
	>Swing the tape along the line
	<input
		type="range"
		class="w-full"
		min={-FAR}
		max={FAR + 260}
		step="10"
		bind:value={along}
		aria-valuetext={least ? `the least: ${told}` : 'it reads more than the least'}
	/></label
>
<p class="text-sm text-ink-soft">Slowly there and back; the least it reads is the distance.</p>

<style>
	input {
		min-height: 2.75rem;
		accent-color: var(--string);
	}
</style>
