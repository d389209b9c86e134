<script lang="ts">
	import Len from '$lib/lengths/Len.svelte';
	import Dialog from '$lib/ui/Dialog.svelte';
	import type { StructureResult, Units } from '$lib/api/types';
	import type { CallSheetState, Row } from './sheet.svelte';

	interface Props {
		open: boolean;
		sheet: CallSheetState;
		activeKey: string;
		result: StructureResult;
		units: Units;
		burn: { text: string; written: string };
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
	const row = $derived<Row | undefined>(rows[index]);
	const left = $derived(sheet.toPull.filter((key) => key !== row?.key));
	const done = $derived(rows.filter((one) => one.pull).length);
	const text = $derived(row?.wanted.text ?? '');
	/** Keys already shown here, for stepping back. */
	let trail = $state<string[]>([]);
	const turn = $derived.by(() => {
		const one = row && result.corners[row.call.from];
		const two = row && result.corners[row.call.to];
		return one && two ? (-Math.atan2(two.y_mm - one.y_mm, two.x_mm - one.x_mm) * 180) / Math.PI : 0;
	});

	function next() {
		const to = left[0] ?? rows[index + 1]?.key;
		if (!to) return;
		if (row) trail.push(row.key);
		onActive(to);
	}
	function back() {
		const to = trail.pop() ?? rows[index - 1]?.key;
		if (to) onActive(to);
	}
	function record() {
		if (!row) return;
		const typed = row.text.trim() !== '';
		sheet.record(row, units, burn.written);
		if (typed) next();
	}
	function key(event: KeyboardEvent) {
		if (!open || event.target instanceof HTMLInputElement) return;
		if (['ArrowRight', ' ', 'PageDown'].includes(event.key)) next();
		else if (['ArrowLeft', 'PageUp'].includes(event.key)) back();
		else return;
		event.preventDefault();
	}
</script>

<svelte:window onkeydown={key} />

<Dialog {open} full title="{done} of {rows.length} pulled" {onClose}>
	{#if row}
		<div class="flex grow flex-col items-center justify-center gap-3 text-center">
			<p
				class="numbers leading-none font-extrabold {row.call.pull === 'points'
					? 'text-[18vmin]'
					: 'text-[10vmin]'}"
			>
				{row.call.name}
			</p>
			<svg viewBox="-50 -50 100 100" class="h-[20vmin]" aria-hidden="true">
				<g transform="rotate({turn})">
					<path d="M-42 0 H20" stroke="var(--string)" stroke-width="11" />
					<path d="M44 0 L14 -22 V22 z" fill="var(--string)" />
				</g>
			</svg>
			<p class="shout" style:--characters={Math.max(text.length, 6)} aria-live="assertive">
				<Len {text} />
			</p>
			<p class="text-2xl text-ink-soft">
				{#if row.call.pull === 'square'}off the laser’s line{:else if burn.text}<Len
						text={burn.text}
					/> burned: it is in the number{:else}from the hook, nothing burned{/if}
			</p>
			<p class="min-h-10 text-3xl font-bold text-measured" aria-live="polite">
				{#if row.pull}read <Len text={row.pull.reading.text} />
					<span class="text-2xl font-semibold">({row.pull.who})</span>{/if}
			</p>
			{#if other}<p class="text-lg text-ink-soft">{other} took this one in hand</p>{/if}
		</div>
		<form
			class="mb-3 flex items-end gap-3"
			onsubmit={(event) => {
				event.preventDefault();
				record();
			}}
		>
			<label class="grow">
				<span class="sr-only">Read at {row.call.name}</span>
				<input
					class="field numbers text-right text-3xl"
					value={row.text}
					placeholder="read"
					autocomplete="off"
					enterkeyhint="next"
					readonly={!sheet.isLatest}
					oninput={(event) => sheet.type(row, event.currentTarget.value)}
				/>
			</label>
			<button class="board-button big" disabled={!sheet.isLatest}>Keep</button>
		</form>
		{#if row.parcel?.refused}<p role="alert" class="mb-2 font-semibold text-string">
				{row.parcel.refused}
			</p>{/if}
		<div class="grid grid-cols-3 gap-3">
			<button class="board-button plain big" disabled={index === 0 && !trail.length} onclick={back}
				>Back</button
			>
			<button class="board-button plain big" onclick={onClose}>Done</button>
			<button
				class="board-button big"
				disabled={!left.length && index === rows.length - 1}
				onclick={next}>Next</button
			>
		</div>
	{/if}
</Dialog>

<style>
	.shout {
		/* as large as the number leaves room for */
		font-size: min(calc(180vw / var(--characters)), 34vh);
		line-height: 1;
		font-weight: 800;
	}
	.big {
		min-height: 4rem;
		font-size: 1.5rem;
	}
</style>
