<!-- A receiver on a rod: slid up and down until it sounds level; the rod is read at its mark. -->
<script lang="ts">
	import { onDestroy, untrack } from 'svelte';
	import type { Schemas } from '$lib/api/client';
	import type { Units } from '$lib/api/types';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import { readKept, writeKept } from '$lib/ui/kept';
	import { Beeper, type Sound } from './beeper';
	import RodScale from './RodScale.svelte';

	interface Props {
		shot: Schemas['PracticeShot'];
		units: Units;
	}
	let { shot, units }: Props = $props();

	const KEY = 'anvilhead.practice.sound';
	const beam = $derived(shot.shows_mm);
	const [dead, window] = $derived([shot.dead_mm ?? 0, shot.window_mm ?? 0]);
	/** How far it slides; more to one side than to the other, so that the middle of the slide says nothing. */
	const lean = $derived((shot.shows_mm % 1) * 80);
	const [lowest, highest] = $derived([beam - 90 - lean, beam + 170 - lean]);
	const step = $derived(units === 'ft-in' ? 25.4 / 32 : 0.5);
	const far = $derived(units === 'ft-in' ? 25.4 / 2 : 10);
	/** Where its mark is on the rod; a helper puts it on somewhere. */
	let at = $state(untrack(() => shot.shows_mm + (shot.number % 2 ? 57 : -64)));
	let aloud = $state(readKept(KEY, true));
	const beeper = new Beeper();
	onDestroy(() => beeper.close());

	const off = $derived(at - beam);
	const sound = $derived<Sound>(
		Math.abs(off) <= dead ? 'on' : Math.abs(off) > window ? 'lost' : off > 0 ? 'low' : 'high'
	);
	/** Bars lit to either side of the middle, three at most. */
	const bars = $derived(
		sound === 'on' || sound === 'lost' ? 0 : Math.min(3, Math.ceil((Math.abs(off) / window) * 3))
	);
	const SAID: Record<Sound, string> = {
		on: 'steady tone: level. Read the rod at its mark',
		high: 'quick beeps: the beam is above, raise it',
		low: 'slow beeps: the beam is below, lower it',
		lost: 'silent: the beam does not meet its window'
	};
	function move(by: number) {
		at = Math.min(highest, Math.max(lowest, at + by));
		if (aloud) beeper.sound(sound);
	}
	function slide(to: number) {
		move(to - at);
	}
	function hear(on: boolean) {
		aloud = on;
		writeKept(KEY, on);
		if (on) beeper.sound(sound);
		else beeper.stop();
	}
</script>

<div class="flex flex-wrap items-center gap-4">
	<RodScale mm={at} {units} reach={45} width={252}>
		{#snippet children(y)}
			<g transform="translate(0 {y(at)})">
				<path d="M50 0 H176" class="mark" />
				<path d="M176 0 l12 -8 v16 z" class="notch" />
				<rect x="188" y="-48" width="58" height="96" class="body" />
				<rect x="194" y="-40" width="12" height="80" class="eye" />
				{#each [3, 2, 1] as bar (bar)}
					<path
						d="M212 {-bar * 11 - 3} h28 l-4 -6 h-20 z"
						class="bar"
						class:lit={sound === 'low' && bar <= bars}
					/>
					<path
						d="M212 {bar * 11 + 3} h28 l-4 6 h-20 z"
						class="bar"
						class:lit={sound === 'high' && bar <= bars}
					/>
				{/each}
				<line x1="210" x2="242" y1="0" y2="0" class="bar level" class:lit={sound === 'on'} />
			</g>
		{/snippet}
	</RodScale>
	<div class="grid min-w-56 flex-1 gap-2">
		<p class="text-lg font-semibold" role="status">{SAID[sound]}</p>
		{#if sound === 'on'}<p class="sr-only">The rod shows {shot.shows_text}</p>{/if}
		<label class="font-semibold"
			>Slide the receiver
			<input
				type="range"
				class="w-full"
				min={lowest}
				max={highest}
				{step}
				value={at}
				aria-valuetext={SAID[sound]}
				oninput={(event) => slide(event.currentTarget.valueAsNumber)}
			/></label
		>
		<div class="grid grid-cols-2 gap-2">
			<button class="board-button plain" type="button" onclick={() => move(far)}>up much</button>
			<button class="board-button plain" type="button" onclick={() => move(step)}
				>up a little</button
			>
			<button class="board-button plain" type="button" onclick={() => move(-far)}>down much</button>
			<button class="board-button plain" type="button" onclick={() => move(-step)}
				>down a little</button
			>
		</div>
		<Checkbox checked={aloud} onChecked={hear}>let it sound</Checkbox>
	</div>
</div>

<style>
	.body {
		fill: var(--sheet);
		stroke: var(--ink);
		stroke-width: 3;
	}
	.mark {
		stroke: var(--string);
		stroke-width: 1.5;
	}
	.eye {
		fill: color-mix(in oklab, var(--move) 20%, transparent);
		stroke: var(--ink);
	}
	.bar {
		fill: none;
		stroke: var(--ink);
		stroke-width: 1;
	}
	.bar.lit {
		fill: var(--string);
		stroke: var(--string);
	}
	.bar.level {
		stroke-width: 4;
		opacity: 0.35;
	}
	.bar.level.lit {
		stroke: var(--good);
		stroke-width: 7;
		opacity: 1;
	}
	.notch {
		fill: var(--ink);
	}
	input[type='range'] {
		min-height: 2.75rem;
		accent-color: var(--string);
	}
</style>
