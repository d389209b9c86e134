<script lang="ts">
	import type { Units } from '$lib/api/types';
	import { Echo } from './echo.svelte';
	import Len from './Len.svelte';

	interface Props {
		label: string;
		value: string;
		units: Units;
		/** What the server said about this field when it was last sent. */
		refused?: string;
		/** One short sentence on what the length is. */
		hint?: string;
		onInput: (text: string) => void;
	}
	let { label, value, units, refused, hint, onInput }: Props = $props();

	const id = $props.id();
	const echo = new Echo();
	$effect(() => echo.ask(value, units));
	const trouble = $derived(echo.trouble || refused || '');
</script>

<div>
	<div class="flex items-baseline justify-between gap-3">
		<label class="font-semibold" for={id}>{label}</label>
		<output class="whitespace-nowrap text-measured" for={id} aria-live="polite">
			{#if echo.read && !trouble}= <Len text={echo.read.text} />{/if}
		</output>
	</div>
	<input
		{id}
		class="field numbers mt-1 text-right text-xl"
		{value}
		oninput={(event) => onInput(event.currentTarget.value)}
		autocomplete="off"
		autocapitalize="off"
		spellcheck="false"
		aria-invalid={trouble ? 'true' : undefined}
		aria-describedby="{id}-note"
	/>
	<p
		id="{id}-note"
		class="mt-1 min-h-5 text-sm {trouble ? 'font-semibold text-string' : 'text-ink-soft'}"
	>
		{trouble || hint || ''}
	</p>
</div>
