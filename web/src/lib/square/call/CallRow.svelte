<script lang="ts">
	import { lengths } from '$lib/keypad/keypad.svelte';
	import { Echo } from '$lib/lengths/echo.svelte';
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import type { Schemas } from '$lib/api/client';
	import type { Length, Pull, Units } from '$lib/api/types';
	import { outbox } from '$lib/outbox/outbox.svelte';
	import AskInstrument from '$lib/shelf/AskInstrument.svelte';
	import { burnNote } from './burnNote';
	import type { Row } from './sheet.svelte';

	interface Props {
		row: Row;
		units: Units;
		/** The burn that calls carry now. */
		burn: Length;
		/** Whether this is the pull in hand. */
		active: boolean;
		/** Rounds gone by can be read, not written. */
		readonly: boolean;
		onFocus: () => void;
		onType: (text: string) => void;
		/** Record it; `trouble` is what is known to be wrong with what is typed, `check` asks anew. */
		onRecord: (trouble: string, check: () => Promise<string>) => void;
		onStrike: (pull: Pull) => void;
		/** What is typed now, millimetres, for the tape. */
		onRead: (mm: number | undefined) => void;
		/** The instrument that can be asked for it; '' for none. */
		answering: string;
		onAsk: (again: number) => Promise<Schemas['ReadingTaken']>;
	}
	let {
		row,
		units,
		burn,
		active,
		readonly,
		onFocus,
		onType,
		onRecord,
		onStrike,
		onRead,
		answering,
		onAsk
	}: Props = $props();

	const id = $props.id();
	const echo = new Echo();
	let focused = $state(false);
	const edited = $derived(row.edited);
	const asked = $derived({
		againstMm: row.call.call_mm,
		farPerMm: row.call.far_per_mm,
		signed: row.call.pull === 'square'
	});
	$effect(() => echo.ask(edited ? row.text : '', units, asked));
	$effect(() => {
		if (active) onRead(echo.read?.mm ?? row.pull?.reading.mm);
	});
	const trouble = $derived((edited && echo.trouble) || row.parcel?.refused || '');
	const standing = $derived(
		trouble ? 'trouble' : row.parcel ? 'waiting' : row.pull ? 'read' : 'open'
	);

	function key(event: KeyboardEvent) {
		if (event.key === 'Enter') {
			event.preventDefault();
			const text = edited ? row.text : '';
			const known = edited && echo.about === text ? echo.trouble : '';
			onRecord(known, () => echo.check(text, units, asked));
		} else if (event.key === 'Escape') {
			(event.currentTarget as HTMLInputElement).blur();
		}
	}
</script>

<li class="row" class:active data-state={standing}>
	<span class="notch" aria-hidden="true"></span>
	<label class="pair" class:long={row.call.pull !== 'points'} for={id}>{row.call.name}</label>
	<span class="call" aria-label="call {row.wanted.text}"><Len text={row.wanted.text} /></span>
	<span class="entry">
		<input
			{id}
			class="field numbers text-right"
			class:covered={!focused && row.pull && !edited}
			value={row.text}
			{readonly}
			enterkeyhint="next"
			autocomplete="off"
			autocapitalize="off"
			spellcheck="false"
			aria-invalid={trouble ? 'true' : undefined}
			aria-describedby="{id}-echo"
			aria-label={row.call.pull === 'points'
				? `Reading ${row.call.from} to ${row.call.to}`
				: `Reading ${row.call.name}`}
			onfocus={() => {
				focused = true;
				onFocus();
			}}
			onblur={() => (focused = false)}
			oninput={(event) => onType(event.currentTarget.value)}
			onkeydown={key}
			{@attach lengths(() => ({
				marks: units,
				signed: asked.signed,
				note: burnNote(row.call, burn)
			}))}
		/>
		{#if !focused && row.pull && !edited}
			<span class="cover" aria-hidden="true"><Len text={row.pull.reading.text} /></span>
		{/if}
	</span>
	<span class="result">
		{#if edited && echo.read?.difference_text}
			<Len text={echo.read.difference_text} />
		{:else if row.pull && !edited}
			<Len text={row.pull.difference_text ?? ''} />
		{/if}
	</span>
	<span id="{id}-echo" class="echo" aria-live="polite">
		{#if trouble}
			<strong class="text-string">{trouble}</strong>
		{:else if row.parcel && outbox.away}
			<span class="text-ink-soft">kept here, waiting to be sent</span>
		{:else if row.pull && !edited && Math.abs(row.pull.burn.mm - burn.mm) > 0.01}
			<span class="text-ink-soft">
				noted with {#if row.pull.burn.mm > 0}a burn of <Len text={row.pull.burn.text} />{:else}no
					burn{/if}
			</span>
		{:else if active && row.call.how && !edited}
			<span class="text-ink-soft"><Words text={row.call.how} /></span>
		{:else if edited && echo.read}
			<span class="text-measured">= <Len text={echo.read.text} />, Enter records it</span>
		{/if}
	</span>
	{#if row.pull?.simulated && !edited}<strong class="echo simulated">simulated</strong>{/if}
	{#if active && answering}
		<div class="echo">
			<AskInstrument
				name={answering}
				where={row.call.name}
				{onAsk}
				reading={edited ? row.text : ''}
				onTake={onType}
			/>
		</div>
	{/if}
	{#if row.others.length && row.pull}
		<span class="echo both" role="status">
			{#each row.others as other (other.id)}
				<span
					>{other.who} read <b><Len text={other.reading.text} /></b>, {row.pull.who}
					<b><Len text={row.pull.reading.text} /></b>: both count.
					<button class="min-h-11 underline" type="button" onclick={() => onStrike(other)}
						>only <Len text={row.pull.reading.text} /></button
					>
					<button
						class="min-h-11 pl-3 underline"
						type="button"
						onclick={() => row.pull && onStrike(row.pull)}
						>only <Len text={other.reading.text} /></button
					></span
				>
			{/each}
		</span>
	{/if}
</li>

<style>
	.row {
		position: relative;
		display: grid;
		grid-template-columns: 2.1rem 3rem minmax(7.2rem, 1fr) 8.6rem 4.3rem;
		align-items: center;
		column-gap: 0.5rem;
		padding-block: 0.2rem;
		border-bottom: 1px solid var(--rule);
	}
	.notch {
		position: relative;
		align-self: center;
		width: 1.7rem;
		height: 3px;
		background: var(--rule);
	}
	[data-state='read'] .notch {
		height: 5px;
		background: var(--measured);
	}
	.active .notch {
		height: 7px;
		background: var(--string);
	}
	.pair {
		font-weight: 750;
		font-size: 1.1rem;
	}
	.pair.long {
		font-size: 0.85rem;
		line-height: 1.1;
	}
	.call {
		font-size: 1.6rem;
		font-weight: 650;
		line-height: 1.1;
	}
	.entry {
		position: relative;
	}
	.field {
		font-size: 1.35rem;
		font-weight: 600;
	}
	.covered {
		color: transparent;
	}
	.cover {
		position: absolute;
		inset: 0;
		display: flex;
		align-items: center;
		justify-content: flex-end;
		padding-right: 0.7rem;
		font-size: 1.35rem;
		font-weight: 600;
		pointer-events: none;
	}
	.result {
		/* a reading miles off must not push the row off the screen, nor be cut */
		min-width: 0;
		line-height: 1.1;
		font-size: 1.15rem;
		font-weight: 700;
		text-align: right;
		color: var(--measured);
	}
	.result :global(.numbers) {
		white-space: normal;
	}
	.echo {
		grid-column: 2 / -1;
		font-size: 0.95rem;
		text-align: right;
	}
	.simulated {
		color: var(--move);
	}
	.both {
		display: block;
	}
	.echo:empty {
		display: none;
	}
	@media (max-width: 30rem) {
		.row {
			grid-template-columns: 0.6rem 2.5rem minmax(5.6rem, 1fr) 7.2rem 3.3rem;
			column-gap: 0.35rem;
		}
		.notch {
			width: 0.9rem;
		}
		.call {
			font-size: 1.45rem;
		}
		.field,
		.cover {
			font-size: 1.2rem;
		}
		.result {
			font-size: 1rem;
		}
	}
</style>
