<script lang="ts">
	import { tick } from 'svelte';
	import type { Units } from '$lib/api/types';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import type { PlanDraft } from './draft.svelte';
	import { at, type Path } from './planDoc';

	interface Props {
		draft: PlanDraft;
		/** Where the list stands in the plan. */
		path: Path;
		/** What one of its lengths is, spoken with its number. */
		label: string;
		/** What is written on the button for another one. */
		more: string;
		units: Units;
		/** Whether the list may be empty. */
		optional?: boolean;
	}
	let { draft, path, label, more, units, optional = false }: Props = $props();

	let box = $state<HTMLElement>();
	const values = $derived((at(draft.doc, path) as unknown[] | undefined) ?? []);

	/** Another length, ready to be typed. */
	async function add() {
		draft.put([...path, values.length], '');
		await tick();
		[...(box?.querySelectorAll('input') ?? [])].at(-1)?.focus();
	}

	/** An emptied length goes, except the only one of a list that needs one. */
	function change(index: number, text: string) {
		const goes = text === '' && (optional || values.length > 1);
		draft.put([...path, index], goes ? undefined : text);
	}
</script>

<!-- svelte-ignore a11y_no_static_element_interactions -->
<div
	class="grid grid-cols-3 gap-2"
	bind:this={box}
	onkeydown={(event) => {
		if (event.key !== 'Enter' || !(event.target instanceof HTMLInputElement)) return;
		event.preventDefault();
		void add();
	}}
>
	{#each { length: values.length }, index (index)}
		<LengthField
			bare
			label="{label} {index + 1}"
			value={draft.text(...path, index)}
			{units}
			refused={draft.trouble(...path, index)}
			onInput={(text) => change(index, text)}
		/>
	{/each}
	<button type="button" class="board-button plain" onclick={add}>{more}</button>
</div>
