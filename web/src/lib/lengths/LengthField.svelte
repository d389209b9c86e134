<script lang="ts">
	import type { Units } from '$lib/api/types';
	import { lengths } from '$lib/keypad/keypad.svelte';
	import { slate } from '$lib/slate/slate.svelte';
	import { Echo } from './echo.svelte';
	import { afterPress } from '$lib/ui/afterPress';
	import Len from './Len.svelte';

	interface Props {
		label: string;
		value: string;
		units: Units;
		/** What the server said about this field when it was last sent. */
		refused?: string | undefined;
		/** One short sentence on what the length is. */
		hint?: string | undefined;
		/** A height or an offset: below zero as well. */
		signed?: boolean | undefined;
		/** A row of a list: no label or hint to be seen, the label is only spoken. */
		bare?: boolean;
		/** What is shown while the field is empty: what counts then. */
		placeholder?: string | undefined;
		onInput: (text: string) => void;
	}
	let {
		label,
		value,
		units,
		refused,
		hint,
		signed = false,
		bare = false,
		placeholder,
		onInput
	}: Props = $props();

	const id = $props.id();
	const echo = new Echo();
	$effect(() => echo.ask(value, units, { signed }));
	/** An empty field is not wrong before anybody was at it. */
	let visited = $state(false);
	const trouble = $derived(
		echo.trouble ||
			// a sum is no length yet to whoever keeps the plan
			(!echo.read?.is_sum && (value.trim() || (!bare && visited)) ? refused : '') ||
			''
	);
	/** A sum gives way to what it comes to, once it is left or sent. */
	function settle() {
		if (echo.read?.is_sum && echo.about === value) onInput(echo.read.explicit);
	}
	/** Enter sends what a sum comes to; = in an empty field is the last length on the slate. */
	function key(event: KeyboardEvent) {
		if (event.key === 'Enter') settle();
		if (event.key !== '=' || value.trim() || !slate.lastLength) return;
		event.preventDefault();
		onInput(slate.lastLength);
	}
	const note = $derived(trouble || (bare ? '' : hint) || '');
</script>

<div>
	<div class="flex items-baseline justify-between gap-3" class:sr-only={bare}>
		<label class="font-semibold" for={id}>{label}</label>
		<output class="whitespace-nowrap text-measured" for={id} aria-live="polite">
			{#if echo.read && !trouble}= <Len text={echo.read.text} />{/if}
		</output>
	</div>
	<input
		{id}
		class="field numbers text-right text-xl"
		class:mt-1={!bare}
		{value}
		{placeholder}
		oninput={(event) => onInput(event.currentTarget.value)}
		onblur={() => {
			settle();
			afterPress(() => (visited = true));
		}}
		onkeydown={key}
		autocomplete="off"
		autocapitalize="off"
		spellcheck="false"
		aria-invalid={trouble ? 'true' : undefined}
		aria-describedby={note ? `${id}-note` : undefined}
		{@attach lengths(() => ({ marks: units, signed }))}
	/>
	{#if note || !bare}
		<p
			id="{id}-note"
			class="mt-1 text-sm {bare ? '' : 'min-h-5'} {trouble
				? 'font-semibold text-string'
				: 'text-ink-soft'}"
		>
			{note}
		</p>
	{/if}
</div>
