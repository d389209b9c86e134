<script lang="ts">
	import type { Length, Units } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import CallRow from './CallRow.svelte';
	import type { CallSheetState, Row } from './sheet.svelte';

	interface Props {
		sheet: CallSheetState;
		units: Units;
		/** The burn that calls carry, kept with each reading. */
		burn: Length;
		/** The pull in hand. */
		activeKey: string;
		onActive: (key: string) => void;
		onRead: (mm: number | undefined) => void;
	}
	let { sheet, units, burn, activeKey, onActive, onRead }: Props = $props();

	/** Calls of a round that follows moves are what those should bring; what is off is off the plan all the same. */
	const told = $derived(sheet.rows.some((row) => row.wanted.text !== row.call.call_text));
	let list = $state<HTMLOListElement>();

	/**
	 * Record a row and put the hand on the next field at once; what then turns out not to be readable calls the hand
	 * back, unless it writes already.
	 */
	async function record(row: Row, index: number, trouble: string, check: () => Promise<string>) {
		if (trouble) return;
		const fields = list?.querySelectorAll('input') ?? [];
		const next = fields[index + 1];
		if (next) next.focus();
		else fields[index]?.blur();
		if (await check()) {
			if (!next || document.activeElement !== next || !sheet.rows[index + 1]?.edited)
				fields[index]?.focus();
			return;
		}
		void sheet.record(row, units, burn.written);
	}
</script>

<div class="head" aria-hidden="true">
	<span>Pull</span><span
		>Call{#if burn.mm > 0}, <Len text={burn.text} /> burned{/if}</span
	><span>Read</span><span>{told ? 'Off plan' : 'Off'}</span>
</div>
<ol class="stick" bind:this={list} aria-label="Call sheet, round {sheet.round}">
	{#each sheet.rows as row, index (row.key)}
		<CallRow
			{row}
			{units}
			{burn}
			active={row.key === activeKey}
			readonly={!sheet.isLatest}
			onFocus={() => onActive(row.key)}
			onType={(text) => sheet.type(row, text)}
			onRecord={(trouble, check) => record(row, index, trouble, check)}
			onStrike={(pull) => sheet.strike(pull)}
			answering={sheet.isLatest ? sheet.answering(row) : ''}
			onAsk={(again) => sheet.ask(row, units, burn.written, again)}
			{onRead}
		/>
	{/each}
</ol>

<style>
	.head {
		display: grid;
		grid-template-columns: 3rem minmax(7.2rem, 1fr) 8.6rem 4.3rem;
		column-gap: 0.5rem;
		padding-left: 2.6rem;
		font-size: 0.9rem;
		color: var(--ink-soft);
	}
	.head span:nth-child(n + 3) {
		text-align: right;
	}
	/* the story stick that the rows are notched on */
	.stick {
		position: relative;
	}
	.stick::before {
		content: '';
		position: absolute;
		left: 0.35rem;
		top: 0;
		bottom: 0;
		width: 0.75rem;
		background: var(--wood);
		border-inline: 1px solid var(--wood-dark);
	}
	@media (max-width: 30rem) {
		.head {
			grid-template-columns: 2.5rem minmax(5.6rem, 1fr) 7.2rem 3.3rem;
			column-gap: 0.35rem;
			padding-left: 0.95rem;
		}
		.stick::before {
			left: 0;
			width: 0.4rem;
		}
	}
</style>
