<script lang="ts">
	import { onDestroy } from 'svelte';
	import type { Step, Units } from '$lib/api/types';
	import { lengths } from '$lib/keypad/keypad.svelte';
	import { Echo } from '$lib/lengths/echo.svelte';
	import Len from '$lib/lengths/Len.svelte';
	import { CLOSES, textAt } from '$lib/plan/planDoc';
	import { afterPress } from '$lib/ui/afterPress';

	interface Props {
		step: Step;
		/** Its two corners: A–B. */
		name: string;
		first: boolean;
		units: Units;
		/** The turn as understood, degrees, left positive; nothing while it cannot be read. */
		turnDeg?: number | undefined;
		/** How far it goes, where that was worked out. */
		workedOut?: string | undefined;
		turnTrouble?: string | undefined;
		goTrouble?: string | undefined;
		onChange: (step: Step) => void;
		onRemove: () => void;
		onInsert: () => void;
	}
	let {
		step,
		name,
		first,
		units,
		turnDeg,
		workedOut,
		turnTrouble,
		goTrouble,
		onChange,
		onRemove,
		onInsert
	}: Props = $props();

	const id = $props.id();
	let focused = $state(false);
	let stay = () => {};
	onDestroy(() => stay());
	const echo = new Echo();
	const go = $derived(textAt(step, ['go']));
	const turn = $derived(step.turn === undefined ? '' : String(step.turn));
	$effect(() => echo.ask(go, units, { notALength: CLOSES }));
	const trouble = $derived(echo.trouble || (go.trim() ? goTrouble : '') || turnTrouble || '');
	const understood = $derived(workedOut ?? echo.read?.text);
</script>

<div class="leg">
	<span class="walked" aria-hidden="true">
		{#if !first && turnDeg !== undefined}
			<svg viewBox="-12 -12 24 24" width="26" height="26">
				<path d="M0 11V0" class="came" />
				<path
					d="M0 0L{-9.5 * Math.sin((turnDeg * Math.PI) / 180)} {-9.5 *
						Math.cos((turnDeg * Math.PI) / 180)}"
				/>
				<circle r="2.6" />
			</svg>
		{/if}
	</span>
	<b class="text-lg" aria-hidden="true">{name}</b>
	{#if first}
		<span class="text-sm leading-tight text-ink-soft">along the first string</span>
	{:else}
		<label class="sr-only" for="{id}-turn">Turn before {name}</label>
		<input
			id="{id}-turn"
			class="field numbers text-center text-lg"
			value={turn}
			placeholder="left"
			list="turns"
			oninput={(event) => onChange({ ...step, turn: event.currentTarget.value })}
			onfocus={(event) => event.currentTarget.select()}
			autocomplete="off"
			spellcheck="false"
			aria-invalid={turnTrouble ? 'true' : undefined}
		/>
	{/if}
	<label class="sr-only" for="{id}-go">Go {name}</label>
	<input
		id="{id}-go"
		class="field numbers text-right text-xl"
		value={go}
		oninput={(event) => onChange({ ...step, go: event.currentTarget.value })}
		onfocus={(event) => {
			stay();
			focused = true;
			event.currentTarget.select();
		}}
		onblur={() => (stay = afterPress(() => (focused = false)))}
		autocomplete="off"
		autocapitalize="off"
		spellcheck="false"
		aria-invalid={trouble && !turnTrouble ? 'true' : undefined}
		aria-describedby={trouble ? `${id}-note` : undefined}
		{@attach lengths(() => ({ marks: units, signed: true }))}
	/>
	<span class="flex">
		<button type="button" class="mini" aria-label="Put a leg in after {name}" onclick={onInsert}
			>+</button
		>
		<button type="button" class="mini" aria-label="Take {name} out" onclick={onRemove}>×</button>
	</span>
	{#if trouble}
		<p id="{id}-note" class="note font-semibold text-string">{trouble}</p>
	{:else if understood && (workedOut !== undefined || focused)}
		<output class="note text-right text-measured" for="{id}-go">= <Len text={understood} /></output>
	{/if}
</div>

<style>
	.leg {
		display: grid;
		grid-template-columns: 1.7rem 3.2rem 6rem minmax(0, 1fr) auto;
		gap: 0.15rem 0.5rem;
		align-items: center;
	}
	@media (max-width: 30rem) {
		.leg {
			grid-template-columns: 1.6rem 2.7rem 4.5rem minmax(0, 1fr) auto;
			column-gap: 0.35rem;
		}
	}
	.note {
		grid-column: 3 / 5;
		font-size: 0.9rem;
	}
	.mini {
		width: var(--touch);
		min-height: var(--touch);
		font-size: 1.2rem;
		color: var(--ink-soft);
	}
	.mini:hover {
		color: var(--string);
	}
	path {
		stroke: var(--string);
		stroke-width: 2.6;
		fill: none;
	}
	.came {
		stroke: var(--ink-soft);
		stroke-width: 1.6;
	}
	circle {
		fill: var(--ink);
	}
</style>
