<script lang="ts">
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import Dialog from '$lib/ui/Dialog.svelte';
	import Sign from './Sign.svelte';
	import type { LevelsStage } from './stage.svelte';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	const rows = $derived(stage.standings.filter((one) => one.name === stage.target));
	const on = $derived(rows.filter((one) => one.way === 'on').length);
	let index = $state(0);
	const row = $derived(rows[Math.min(index, rows.length - 1)]);
	let text = $state('');

	function keep(event: SubmitEvent) {
		event.preventDefault();
		const setup = stage.setup;
		if (!setup || !row || !text.trim()) return;
		stage.shoot(setup, { at: row.at, thing: row.name, reading: text });
		text = '';
	}
	function key(event: KeyboardEvent) {
		if (!stage.shouting || event.target instanceof HTMLInputElement) return;
		if (['ArrowRight', ' ', 'PageDown'].includes(event.key))
			index = Math.min(index + 1, rows.length - 1);
		else if (['ArrowLeft', 'PageUp'].includes(event.key)) index = Math.max(index - 1, 0);
		else return;
		event.preventDefault();
	}
</script>

<svelte:window onkeydown={key} />

<Dialog
	open={stage.shouting}
	full
	title="{on} of {rows.length} {stage.target} on height"
	onClose={() => (stage.shouting = false)}
>
	{#if row}
		<div class="flex grow flex-col items-center justify-center gap-3 text-center">
			<p class="numbers text-[12vmin] leading-none font-extrabold">{stage.label(row.at)}</p>
			<p class="numbers shout"><Len text={row.target_reading_text ?? row.text} /></p>
			<p class="text-2xl text-ink-soft">
				{row.target_reading_text ? 'on the rod' : 'above the datum: no instrument stands yet'}
			</p>
			<p class="words" class:on={row.way === 'on'} aria-live="assertive">
				<Sign way={row.on_thing ? row.way : null} />
				<Words text={row.on_thing ? row.words : 'Not shot yet'} />
			</p>
		</div>
		<form class="mb-3 flex items-end gap-3" onsubmit={keep}>
			<input
				class="field numbers text-right text-3xl"
				aria-label="Rod reads at {stage.label(row.at)}"
				placeholder="rod reads"
				autocomplete="off"
				bind:value={text}
			/>
			<button class="board-button big">Keep</button>
		</form>
		<div class="grid grid-cols-3 gap-3">
			<button class="board-button plain big" disabled={index === 0} onclick={() => index--}
				>Back</button
			>
			<button class="board-button plain big" onclick={() => (stage.shouting = false)}>Done</button>
			<button class="board-button big" disabled={index >= rows.length - 1} onclick={() => index++}
				>Next</button
			>
		</div>
	{/if}
</Dialog>

<style>
	.shout {
		font-size: min(28vw, 30vh);
		line-height: 1;
		font-weight: 800;
	}
	.words {
		font-size: min(10vw, 9vh);
		font-weight: 800;
		line-height: 1.1;
		color: var(--move);
	}
	.words.on {
		color: var(--good);
	}
	.big {
		min-height: 4rem;
		font-size: 1.5rem;
	}
</style>
