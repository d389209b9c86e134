<!-- A name or a plain number of a plan. -->
<script lang="ts">
	import type { PlanDraft } from './draft.svelte';
	import { at, type Path } from './planDoc';

	interface Props {
		draft: PlanDraft;
		/** Where it stands in the plan. */
		path: Path;
		label: string;
		hint?: string;
		/** What counts while nothing is typed. */
		placeholder?: string;
		/** A number: it is sent as one once it is one. */
		number?: boolean;
		/** A share of one, typed per cent. */
		percent?: boolean;
		/** An empty field takes it out of the plan. */
		optional?: boolean;
	}
	let {
		draft,
		path,
		label,
		hint,
		placeholder = '',
		number = false,
		percent = false,
		optional = false
	}: Props = $props();

	let typed = $state<string>();
	const kept = $derived.by(() => {
		const value = at(draft.doc, path);
		if (typeof value === 'number') return String(percent ? Math.round(value * 1e4) / 100 : value);
		return typeof value === 'string' ? value : '';
	});
	const trouble = $derived(draft.trouble(...path));

	function set(text: string) {
		typed = text;
		const value = Number(text.replace(',', '.').replace('%', ''));
		if (optional && text.trim() === '') draft.put(path, undefined);
		else if ((number || percent) && text.trim() !== '' && Number.isFinite(value))
			draft.put(path, percent ? value / 100 : value);
		else draft.put(path, text);
	}
</script>

<label class="block"
	><span class="font-semibold">{label}</span>
	<input
		class={['field mt-1', (number || percent) && 'numbers text-right text-xl']}
		inputmode={number || percent ? 'decimal' : 'text'}
		{placeholder}
		aria-invalid={trouble ? 'true' : undefined}
		value={typed ?? kept}
		oninput={(event) => set(event.currentTarget.value)}
		onblur={() => (typed = undefined)}
	/>
	{#if trouble}<span class="text-sm font-semibold text-string">{trouble}</span>
	{:else if hint}<span class="text-sm text-ink-soft">{hint}</span>{/if}
</label>
