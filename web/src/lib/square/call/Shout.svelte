<script lang="ts">
	import { untrack } from 'svelte';
	import { Echo } from '$lib/lengths/echo.svelte';
	import Len from '$lib/lengths/Len.svelte';
	import type { Length, StructureResult, Units } from '$lib/api/types';
	import Words from '$lib/lengths/Words.svelte';
	import { turnDrawn } from '$lib/drawing/drawn.svelte';
	import AskInstrument from '$lib/shelf/AskInstrument.svelte';
	import ShoutView from '$lib/shout/ShoutView.svelte';
	import { burnNote } from './burnNote';
	import { isOpen, type CallSheetState } from './sheet.svelte';

	interface Props {
		open: boolean;
		sheet: CallSheetState;
		activeKey: string;
		result: StructureResult;
		units: Units;
		burn: Length;
		/** Who else took the pull in hand, when it was not this person. */
		other: string;
		onActive: (key: string) => void;
		onClose: () => void;
	}
	let { open, sheet, activeKey, result, units, burn, other, onActive, onClose }: Props = $props();

	const rows = $derived(sheet.rows);
	const index = $derived(
		Math.max(
			0,
			rows.findIndex((row) => row.key === activeKey)
		)
	);
	const row = $derived(rows[index]);
	const done = $derived(rows.filter((one) => one.pull).length);
	/** After this one: the next that is still open, in the order of the sheet, from the top again at its end. */
	const following = $derived.by(() => {
		const ahead = rows.findIndex((one, at) => at > index && isOpen(one));
		const again = rows.findIndex((one, at) => at < index && isOpen(one));
		return ahead >= 0 ? ahead : again >= 0 ? again : index;
	});
	const edited = $derived(row?.edited ?? false);
	const answering = $derived(row && sheet.isLatest ? sheet.answering(row) : '');
	const echo = new Echo();
	const asked = $derived({ againstMm: row?.call.call_mm, signed: row?.call.pull === 'square' });
	$effect(() => echo.ask(row && edited ? row.text : '', units, asked));
	const trouble = $derived((edited && echo.trouble) || row?.parcel?.refused || '');
	const turn = $derived.by(() => {
		const one = row && result.corners[row.call.from];
		const two = row && result.corners[row.call.to];
		return one && two
			? turnDrawn() - (Math.atan2(two.y_mm - one.y_mm, two.x_mm - one.x_mm) * 180) / Math.PI
			: 0;
	});

	// what is pulled already is not called again: begin at the first that is open
	$effect(() => {
		if (!open) return;
		untrack(() => {
			const first = row && !isOpen(row) ? rows.find(isOpen) : row;
			// named outright, or it would move on by itself as soon as the reading is on its way
			if (first) onActive(first.key);
		});
	});

	function show(to: number) {
		const key = rows[to]?.key;
		if (key) onActive(key);
	}
	async function keep(): Promise<boolean> {
		if (!row || (await echo.check(edited ? row.text : '', units, asked))) return false;
		return (await sheet.record(row, units, burn.written)) !== 'refused';
	}
</script>

{#snippet said()}
	{#if trouble}<strong class="text-string" role="alert">{trouble}</strong>
	{:else if edited && echo.read}<span class="text-measured"
			>= <Len text={echo.read.text} />{#if echo.read.difference_text}, off <Len
					text={echo.read.difference_text}
				/>{/if}</span
		>
	{:else if row?.parcel && !row.parcel.refused}<span class="text-ink-soft"
			>kept here, on its way</span
		>{/if}
{/snippet}
{#if row}
	<ShoutView
		{open}
		title="{done} of {rows.length} pulled"
		name={row.call.name}
		text={row.wanted.text}
		{index}
		count={rows.length}
		value={row.text}
		label="Read at {row.call.name}"
		placeholder="read"
		readonly={!sheet.isLatest}
		pad={{ marks: units, signed: row.call.pull === 'square' }}
		onType={(text) => sheet.type(row, text)}
		onKeep={keep}
		onShow={show}
		{following}
		{onClose}
		echo={said}
	>
		{#snippet sign()}
			<svg viewBox="-50 -50 100 100" class="h-full" aria-hidden="true">
				<g transform="rotate({turn})">
					<path d="M-42 0 H20" stroke="var(--string)" stroke-width="11" />
					<path d="M44 0 L14 -22 V22 z" fill="var(--string)" />
				</g>
			</svg>
		{/snippet}
		<p class="text-ink-soft">
			<Words text={burnNote(row.call, burn)} />
		</p>
		{#if row.pull}<p class="font-bold text-measured">
				read <Len text={row.pull.reading.text} />
				<span class="font-semibold">({row.pull.who})</span>
			</p>{/if}
		{#if other}<p class="text-ink-soft">{other} took this one in hand</p>{/if}
		{#if answering}
			<AskInstrument
				name={answering}
				where={row.call.name}
				onAsk={(again) => sheet.ask(row, units, burn.written, again)}
				reading={edited ? row.text : ''}
				onTake={(text) => sheet.type(row, text)}
			/>
		{/if}
	</ShoutView>
{/if}
