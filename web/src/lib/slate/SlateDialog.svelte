<script lang="ts">
	import { answer, api, type Schemas } from '$lib/api/client';
	import { Latest } from '$lib/api/latest';
	import type { Units } from '$lib/api/types';
	import { lengths } from '$lib/keypad/keypad.svelte';
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import Dialog from '$lib/ui/Dialog.svelte';
	import { slate, type SumResult } from './slate.svelte';

	const UNITS: { value: Units; label: string }[] = [
		{ value: 'ft-in', label: 'feet, inches' },
		{ value: 'm', label: 'metres' },
		{ value: 'mm', label: 'millimetres' }
	];
	let text = $state('');
	/** Which sum of the trade is filled in; empty for one typed freely. */
	let key = $state('');
	let typed = $state<string[]>([]);
	let found = $state.raw<SumResult>();
	let sum = $state('');
	let trouble = $state('');
	let length = $state('');
	let spaces = $state('');
	let marks = $state.raw<Schemas['SpacesEcho']>();
	let trade = $state.raw<Schemas['TradeSumView'][]>([]);
	const latest = new Latest();
	const chosen = $derived(trade.find((one) => one.key === key));

	$effect(() => {
		if (!slate.isOpen || trade.length) return;
		void answer(api.GET('/api/slate'))
			.then((sums) => (trade = sums))
			.catch(() => (trouble = 'The server does not answer; the sums on the slate stay.'));
	});
	$effect(() => {
		const body = { units: slate.units, text, of: [...typed], ...(key ? { sum: key } : {}) };
		const empty = key ? typed.every((one) => !one.trim()) : !text.trim();
		if (!slate.isOpen || empty) {
			latest.drop();
			found = undefined;
			trouble = '';
			return;
		}
		latest.later(
			60,
			(signal) => answer(api.POST('/api/slate/sums', { body, signal })),
			(echo) => {
				found = echo.found ?? undefined;
				sum = echo.text;
				trouble = echo.trouble?.message ?? '';
			},
			() => (found = undefined)
		);
	});

	function choose(next: string) {
		key = next;
		typed = [];
		found = undefined;
	}
	function keep(event: SubmitEvent) {
		event.preventDefault();
		if (!found) return;
		slate.keep({ text: sum, found });
	}
	/** A result of the past goes where the next sum is typed. */
	function use(result: string) {
		if (chosen) {
			const open = typed.findIndex((one) => !one?.trim());
			typed[open < 0 ? typed.length : open] = result;
		} else text = text.trim() ? `${text.trimEnd()} ${result}` : result;
	}
	async function part(event: SubmitEvent) {
		event.preventDefault();
		try {
			marks = await answer(
				api.POST('/api/slate/spaces', { body: { units: slate.units, length, spaces } })
			);
		} catch {
			marks = undefined;
		}
	}
</script>

<Dialog open={slate.isOpen} title="Slate" onClose={() => (slate.isOpen = false)}>
	<form class="board" aria-label="A sum" onsubmit={keep}>
		<div class="flex flex-wrap gap-2">
			<select
				class="chalk"
				aria-label="Which sum"
				value={key}
				onchange={(event) => choose(event.currentTarget.value)}
			>
				<option value="">any sum</option>
				{#each trade as one (one.key)}<option value={one.key}>{one.name}</option>{/each}
			</select>
			<select class="chalk" aria-label="Bare numbers are" bind:value={slate.units}>
				{#each UNITS as one (one.value)}<option value={one.value}>{one.label}</option>{/each}
			</select>
		</div>
		{#if chosen}
			<p class="mt-2 text-sm">{chosen.name}: {chosen.told}.</p>
			<div class="mt-1 grid grid-cols-2 gap-2 sm:grid-cols-3">
				{#each chosen.asks as ask, index (ask)}
					<label
						>{ask}
						<input
							class="chalk numbers w-full text-right text-xl"
							value={typed[index] ?? ''}
							autocomplete="off"
							oninput={(event) => (typed[index] = event.currentTarget.value)}
							{@attach lengths(() => ({ marks: slate.units }))}
						/></label
					>
				{/each}
			</div>
		{:else}
			<label class="mt-2 block"
				><span class="sr-only">The sum</span>
				<input
					data-first
					class="chalk numbers w-full text-2xl"
					placeholder="27' 6 1/2&quot; ÷ 4"
					value={text}
					autocomplete="off"
					autocapitalize="off"
					spellcheck="false"
					enterkeyhint="done"
					oninput={(event) => (text = event.currentTarget.value)}
				/></label
			>
			<p class="mt-1 grid grid-cols-4 gap-1 sm:grid-cols-8">
				{#each ['+', '−', '×', '÷', '(', ')', '√(', '²'] as sign (sign)}
					<button
						type="button"
						class="sign"
						onclick={() => (text += ['(', ')', '√(', '²'].includes(sign) ? sign : ` ${sign} `)}
						>{sign}</button
					>
				{/each}
			</p>
		{/if}
		<output class="mt-2 block min-h-16" aria-live="polite">
			{#if trouble}<span class="trouble">{trouble}</span>
			{:else if found}
				<span class="numbers text-4xl font-bold"><Len text={found.text} /></span>
				<span class="numbers mt-1 flex flex-wrap gap-x-4 text-lg">
					{#each found.beside as one (one)}<span><Words text={one} /></span>{/each}
				</span>
			{/if}
		</output>
		<button class="sign mt-2 px-3" disabled={!found}>Leave it on the slate</button>
	</form>
	{#if slate.past.length}
		<ul class="mt-3" aria-label="Past sums">
			{#each slate.past as one (one.text)}
				<li class="flex items-center justify-between gap-3 border-t border-rule">
					<button
						type="button"
						class="numbers min-h-11 grow text-left"
						onclick={() => ((key = ''), (text = one.text))}><Words text={one.text} /></button
					>
					<button
						type="button"
						class="numbers min-h-11 px-2 text-xl font-bold underline"
						aria-label="Use {one.found.text}"
						onclick={() => use(one.found.text)}><Len text={one.found.text} /></button
					>
				</li>
			{/each}
		</ul>
		<p class="text-sm text-ink-soft">
			In an empty length field the key = types the last length of these. Any length field takes a
			sum, too.
		</p>
		<button type="button" class="min-h-11 underline" onclick={() => slate.wipe()}
			>Wipe the slate</button
		>
	{/if}
	<details class="mt-3">
		<summary class="flex min-h-11 cursor-pointer items-center font-semibold underline"
			>Equal spaces, with their marks</summary
		>
		<form
			class="grid grid-cols-[1fr_1fr_auto] items-end gap-2"
			aria-label="Equal spaces"
			onsubmit={part}
		>
			<label
				><span class="font-semibold">Length</span>
				<input
					class="field numbers text-right text-xl"
					bind:value={length}
					autocomplete="off"
				/></label
			>
			<label
				><span class="font-semibold">Spaces</span>
				<input
					class="field numbers text-right text-xl"
					inputmode="numeric"
					bind:value={spaces}
				/></label
			>
			<button class="board-button" disabled={!length.trim() || !spaces.trim()}>Part it</button>
		</form>
		{#if marks?.trouble}<p role="alert" class="font-semibold text-string">
				{marks.trouble.message}
			</p>
		{:else if marks}
			<p class="mt-1 font-semibold"><Words text={marks.text} /></p>
			<ol class="numbers grid grid-cols-3 gap-x-4" aria-label="Marks">
				{#each marks.marks as one, index (index)}
					<li class="flex justify-between border-t border-rule py-1">
						<span class="text-ink-soft">{index + 1}</span>
						<Len text={one} />
					</li>
				{/each}
			</ol>
		{/if}
	</details>
</Dialog>

<style>
	.board {
		padding: 0.9rem;
		background: var(--slate);
		color: var(--chalk);
		border: 6px solid var(--wood);
	}
	.chalk {
		min-height: var(--touch);
		padding: 0.2rem 0.6rem;
		background: transparent;
		color: var(--chalk);
		border: 0;
		border-bottom: 2px solid var(--chalk-soft);
	}
	.chalk::placeholder {
		color: var(--chalk-soft);
		opacity: 0.75;
	}
	.chalk option {
		color: var(--ink);
		background: var(--sheet);
	}
	.sign {
		min-height: 2.75rem;
		font-size: 1.2rem;
		color: var(--chalk);
		border: 1px solid var(--chalk-soft);
	}
	.sign:disabled {
		opacity: 0.5;
	}
	.trouble {
		color: var(--blade);
		font-weight: 600;
	}
</style>
