<script lang="ts">
	import Len from '$lib/lengths/Len.svelte';
	import Dialog from '$lib/ui/Dialog.svelte';
	import type { StructureResult } from '$lib/api/types';
	import type { Row } from './sheet.svelte';

	interface Props {
		open: boolean;
		rows: Row[];
		activeKey: string;
		result: StructureResult;
		burnText: string;
		onActive: (key: string) => void;
		onClose: () => void;
	}
	let { open, rows, activeKey, result, burnText, onActive, onClose }: Props = $props();

	const index = $derived(
		Math.max(
			0,
			rows.findIndex((row) => row.key === activeKey)
		)
	);
	const row = $derived(rows[index]);
	const text = $derived(row?.wanted.text ?? '');
	const turn = $derived.by(() => {
		const one = row && result.corners[row.call.from];
		const two = row && result.corners[row.call.to];
		return one && two ? (-Math.atan2(two.y_mm - one.y_mm, two.x_mm - one.x_mm) * 180) / Math.PI : 0;
	});

	function step(by: number) {
		const next = rows[index + by];
		if (next) onActive(next.key);
	}
	function key(event: KeyboardEvent) {
		if (!open) return;
		if (['ArrowRight', ' ', 'PageDown'].includes(event.key)) step(1);
		else if (['ArrowLeft', 'PageUp'].includes(event.key)) step(-1);
		else return;
		event.preventDefault();
	}
</script>

<svelte:window onkeydown={key} />

<Dialog {open} full title="Pull {index + 1} of {rows.length}" {onClose}>
	{#if row}
		<div class="flex grow flex-col items-center justify-center gap-4 text-center">
			<p class="numbers text-[18vmin] leading-none font-extrabold">{row.call.from}–{row.call.to}</p>
			<svg viewBox="-50 -50 100 100" class="h-[24vmin]" aria-hidden="true">
				<g transform="rotate({turn})">
					<path d="M-42 0 H20" stroke="var(--string)" stroke-width="11" />
					<path d="M44 0 L14 -22 V22 z" fill="var(--string)" />
				</g>
			</svg>
			<p class="shout" style:--characters={Math.max(text.length, 6)} aria-live="assertive">
				<Len {text} />
			</p>
			<p class="text-2xl text-ink-soft">
				{#if burnText}<Len text={burnText} /> burned: it is in the number{:else}from the hook,
					nothing burned{/if}
			</p>
			{#if row.pull}
				<p class="text-3xl font-bold text-measured">read <Len text={row.pull.reading.text} /></p>
			{/if}
		</div>
		<div class="grid grid-cols-3 gap-3">
			<button class="board-button plain big" disabled={index === 0} onclick={() => step(-1)}
				>Back</button
			>
			<button class="board-button plain big" onclick={onClose}>Done</button>
			<button class="board-button big" disabled={index === rows.length - 1} onclick={() => step(1)}
				>Next</button
			>
		</div>
	{/if}
</Dialog>

<style>
	.shout {
		/* as large as the number leaves room for */
		font-size: min(calc(180vw / var(--characters)), 38vh);
		line-height: 1;
		font-weight: 800;
	}
	.big {
		min-height: 4.5rem;
		font-size: 1.5rem;
	}
</style>
