<script lang="ts">
	import { tick } from 'svelte';
	import type { Step, Units, Walk } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import { cornerName } from '$lib/plan/planDoc';
	import { lastCloses, legAfter, legsWithout, squareCloses } from './legs';
	import WalkLeg from './WalkLeg.svelte';

	interface Props {
		steps: Step[];
		/** An open line: it does not come back, so nothing closes. */
		open?: boolean;
		units: Units;
		/** The walk as far as it is typed, from the server. */
		walk?: Walk | undefined;
		/** What is wrong with a leg, by its number and `go` or `turn`. */
		trouble: (index: number, key: 'go' | 'turn') => string | undefined;
		/** Nothing of the footprint is refused; only then is it said that it closes. */
		sound: boolean;
		onChange: (steps: Step[]) => void;
	}
	let { steps, open = false, units, walk, trouble, sound, onChange }: Props = $props();

	let list = $state<HTMLElement>();
	const legs = $derived(walk?.closing.legs ?? []);

	function change(index: number, step: Step) {
		onChange(steps.map((one, i) => (i === index ? step : one)));
	}

	/** A leg in after another, ready to be typed. */
	async function insert(index: number) {
		onChange(legAfter(steps, index));
		await tick();
		focusLeg(index + 1);
	}

	async function remove(index: number) {
		if (steps.length < 2) return;
		onChange(legsWithout(steps, index));
		await tick();
		focusLeg(Math.min(index, steps.length - 1));
	}

	function focusLeg(index: number) {
		list?.querySelectorAll('li')[index]?.querySelector('input')?.focus();
	}

	/** Enter goes on to the next field, and past the last one to a new leg. */
	function onKey(event: KeyboardEvent, index: number) {
		if (!(event.target instanceof HTMLInputElement)) return;
		if (event.key === 'Enter' && event.ctrlKey) void insert(index);
		else if (event.key === 'Delete' && event.ctrlKey) void remove(index);
		else if (event.key === 'Enter') {
			// what cannot be read keeps the hand until it is mended
			if (event.target.getAttribute('aria-invalid') === 'true') return event.preventDefault();
			const fields = [...(list?.querySelectorAll('input') ?? [])];
			const next = fields[fields.indexOf(event.target) + 1];
			if (next) next.focus();
			else if (event.target.value.trim()) void insert(index);
		} else return;
		event.preventDefault();
	}

	const goesRound = $derived(
		legs.reduce((turned, leg) => turned + leg.turn_deg, 0) < 0 ? 'right' : 'left'
	);
	const endName = (index: number) =>
		cornerName(!open && index === steps.length - 1 && (walk?.closed ?? false) ? 0 : index + 1);
</script>

<datalist id="turns"
	><option>left</option><option>right</option><option>45 left</option><option>45 right</option
	></datalist
>
<ol
	class="grid gap-1.5"
	aria-label={open ? 'Legs of the line' : 'Walls, one after the other'}
	bind:this={list}
>
	{#each steps as step, index (index)}
		<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
		<li onkeydown={(event) => onKey(event, index)}>
			<WalkLeg
				{step}
				name="{cornerName(index)}–{endName(index)}"
				first={index === 0}
				{units}
				turnDeg={legs[index]?.turn_deg}
				workedOut={legs[index]?.worked_out ? legs[index].go_text : undefined}
				turnTrouble={trouble(index, 'turn')}
				goTrouble={trouble(index, 'go')}
				onChange={(changed) => change(index, changed)}
				onInsert={() => insert(index)}
				onRemove={() => remove(index)}
			/>
		</li>
	{/each}
</ol>
<div class="mt-2 flex flex-wrap items-center gap-x-3 gap-y-2">
	<button type="button" class="board-button plain" onclick={() => insert(steps.length - 1)}>
		Another leg
	</button>
	{#if !open}
		<button type="button" class="board-button plain" onclick={() => onChange(lastCloses(steps))}>
			Last wall closes it
		</button>
		<button
			type="button"
			class="board-button plain"
			onclick={() => onChange(squareCloses(steps, goesRound))}
		>
			Two square walls close it
		</button>
		<output class="closing" data-closed={walk?.closed} aria-live="polite">
			{#if !sound && walk?.closed}{:else if walk?.closed}
				Closes on A{#if walk.closing.error_mm >= 0.05}, within <Len text={walk.closing.text} />{/if}
			{:else if walk}
				Ends <Len text={walk.closing.text} /> from A
			{/if}
		</output>
	{/if}
</div>
<p class="mt-1 text-sm text-ink-soft max-sm:hidden">
	Turn: left, right, 45, -30; “closes” for a length has it worked out. Enter goes on; Ctrl Enter
	puts a leg in, Ctrl Delete takes one out.
</p>

<style>
	.closing {
		font-weight: 700;
		color: var(--string);
	}
	.closing[data-closed='true'] {
		color: var(--good);
	}
</style>
