<script lang="ts">
	import { untrack } from 'svelte';
	import { MediaQuery } from 'svelte/reactivity';
	import Words from '$lib/lengths/Words.svelte';
	import { keypad } from './keypad.svelte';
	import { fractionAfter, fractionsOf, markOf, unitsOf } from './padKeys';

	const takes = $derived(keypad.takes?.());
	const fingers = new MediaQuery('(pointer: coarse)');
	/** Sixteenths in place of eighths. */
	let fine = $state(false);
	let height = $state(0);

	const fractions = $derived(takes ? fractionsOf(takes.marks, fine) : []);
	const isInches = $derived(takes?.marks === 'ft-in');
	const isOpen = $derived(keypad.field !== undefined && takes !== undefined && fingers.current);

	function fraction(text: string) {
		const field = keypad.field;
		keypad.put(fractionAfter(field?.value.slice(0, field.selectionStart ?? 0) ?? '', text));
		fine = false;
	}

	/** Over everything, and inside the dialog that the field is in: a press outside would close that. */
	function onTop(node: HTMLElement) {
		const field = untrack(() => keypad.field);
		(field?.closest('[role=dialog]') ?? document.body).append(node);
		node.showPopover?.();
		// a press on the pad leaves the caret where it is
		const stay = (event: Event) => event.preventDefault();
		node.addEventListener('pointerdown', stay);
		node.addEventListener('mousedown', stay);
		return () => node.remove();
	}

	$effect(() => {
		const root = document.documentElement;
		root.style.setProperty('--keypad', `${isOpen ? height : 0}px`);
		// what is typed, and what is said of it, stays in sight above the pad
		if (isOpen && height) keypad.field?.scrollIntoView({ block: 'center' });
		return () => root.style.setProperty('--keypad', '0px');
	});
</script>

{#snippet put(label: string, text: string)}
	<button type="button" class="key" tabindex="-1" onclick={() => keypad.put(text)}>{label}</button>
{/snippet}

{#if isOpen && takes}
	{#key keypad.field?.closest('[role=dialog]')}
		<div
			class="pad numbers no-print"
			popover="manual"
			role="group"
			aria-label="Number pad"
			bind:offsetHeight={height}
			{@attach onTop}
		>
			{#if keypad.letters}
				<p class="flex items-center justify-end gap-3">
					<button
						type="button"
						class="key wide"
						tabindex="-1"
						onclick={() => keypad.useLetters(false)}>Number pad</button
					>
				</p>
			{:else}
				{#if takes.note}<p class="note"><Words text={takes.note} /></p>{/if}
				{#if fractions.length}
					<div class="blade">
						{#each fractions as one (one)}
							<button
								type="button"
								class="key mark"
								tabindex="-1"
								aria-label={one}
								style:--mark={markOf(one)}
								onclick={() => fraction(one)}><span class="fraction">{one}</span></button
							>
						{/each}
					</div>
				{/if}
				<div class="grid">
					{#each ['7', '8', '9'] as digit (digit)}{@render put(digit, digit)}{/each}
					{#each unitsOf(takes.marks).slice(0, 1) as unit (unit.label)}
						{@render put(unit.label, unit.puts)}
					{/each}
					<button
						type="button"
						class="key"
						tabindex="-1"
						aria-label="Take the last one out"
						onclick={() => keypad.rub()}>←</button
					>
					{#each ['4', '5', '6'] as digit (digit)}{@render put(digit, digit)}{/each}
					{#each unitsOf(takes.marks).slice(1, 2) as unit (unit.label)}
						{@render put(unit.label, unit.puts)}
					{:else}{@render put('space', ' ')}{/each}
					<button type="button" class="key" tabindex="-1" onclick={() => keypad.useLetters(true)}
						>abc</button
					>
					{#each ['1', '2', '3'] as digit (digit)}{@render put(digit, digit)}{/each}
					{#if isInches}
						<button
							type="button"
							class="key"
							tabindex="-1"
							aria-pressed={fine}
							onclick={() => (fine = !fine)}>{fine ? '8ths' : '16ths'}</button
						>
					{:else}{@render put('space', ' ')}{/if}
					{@render put('.', '.')}
					{#if takes.signed}{@render put('−', '-')}{:else}{@render put('space', ' ')}{/if}
					{@render put('0', '0')}
					<button type="button" class="key enter" tabindex="-1" onclick={() => keypad.enter()}
						>Enter</button
					>
				</div>
			{/if}
		</div>
	{/key}
{/if}

<style>
	.pad {
		position: fixed;
		inset: auto 0 0;
		z-index: 60;
		width: 100%;
		max-width: none;
		margin: 0;
		padding: 0.35rem 0.4rem 0.5rem;
		color: var(--ink);
		background: var(--stone);
		border: 0;
		border-top: 3px solid var(--string);
	}
	.note {
		padding-inline: 0.3rem;
		font-weight: 600;
	}
	.pad > * {
		max-width: 46rem;
		margin-inline: auto;
	}
	.key {
		min-height: 2.95rem;
		font-size: 1.5rem;
		font-weight: 650;
		background: var(--sheet);
		border: 1px solid var(--edge);
		touch-action: manipulation;
		user-select: none;
	}
	.key:active,
	.key[aria-pressed='true'] {
		color: var(--string-ink);
		background: var(--string);
	}
	.wide {
		padding-inline: 1rem;
	}
	.grid {
		display: grid;
		grid-template-columns: repeat(5, minmax(0, 1fr));
		gap: 0.25rem;
	}
	.enter {
		grid-column: span 3;
		color: var(--chalk);
		background: var(--slate);
	}
	/* one inch of a blade: the longer its mark, the larger the part */
	.blade {
		display: grid;
		grid-auto-columns: minmax(0, 1fr);
		grid-auto-flow: column;
		margin-bottom: 0.25rem;
		background: var(--blade);
	}
	.mark {
		position: relative;
		padding-top: 0.9rem;
		color: var(--blade-ink);
		background: none;
		border-width: 1px 0;
	}
	.mark::before {
		content: '';
		position: absolute;
		top: 0;
		left: calc(50% - 1px);
		width: 2px;
		height: calc(1.15rem * var(--mark));
		background: currentColor;
	}
</style>
