<script lang="ts">
	import type { Snippet } from 'svelte';
	import { lengths, type PadFor } from '$lib/keypad/keypad.svelte';
	import Len from '$lib/lengths/Len.svelte';
	import Dialog from '$lib/ui/Dialog.svelte';

	interface Props {
		open: boolean;
		title: string;
		/** What the number is for, in a word or two. */
		name: string;
		/** The number. */
		text: string;
		/** Which of how many, from 0. */
		index: number;
		count: number;
		/** What is typed. */
		value: string;
		/** What the field is for, spoken. */
		label: string;
		placeholder: string;
		readonly?: boolean;
		/** What the number pad has to know. */
		pad: PadFor;
		/** What was understood of it, or what is wrong with it. */
		echo: Snippet;
		/** A picture between name and number. */
		sign?: Snippet;
		/** What is said under the number. */
		children: Snippet;
		onType: (text: string) => void;
		/** Record what is typed; answers whether it was taken, so that the next may come. */
		onKeep: () => Promise<boolean>;
		/** Show another, by its number. */
		onShow: (index: number) => void;
		/** The one to come after a reading is kept. */
		following: number;
		onClose: () => void;
	}
	let {
		open,
		title,
		name,
		text,
		index,
		count,
		value,
		label,
		placeholder,
		readonly = false,
		pad,
		echo,
		sign,
		children,
		onType,
		onKeep,
		onShow,
		following,
		onClose
	}: Props = $props();

	let keeping = $state(false);

	async function keep(event: SubmitEvent) {
		event.preventDefault();
		if (keeping || !value.trim()) return;
		keeping = true;
		const [at, next] = [index, following];
		try {
			// whoever went on by hand meanwhile is not taken elsewhere
			if ((await onKeep()) && index === at) onShow(next);
		} finally {
			keeping = false;
		}
	}
	function key(event: KeyboardEvent) {
		const target = event.target;
		if (!open || keeping || target instanceof HTMLInputElement) return;
		// a space on a button presses that button, nothing else
		const onButton = target instanceof HTMLElement && target.closest('button, a') !== null;
		const forward = ['ArrowRight', 'PageDown', ...(onButton ? [] : [' '])].includes(event.key);
		const back = ['ArrowLeft', 'PageUp'].includes(event.key);
		if (!forward && !back) return;
		event.preventDefault();
		onShow(Math.min(Math.max(index + (forward ? 1 : -1), 0), count - 1));
	}
</script>

<svelte:window onkeydown={key} />

<Dialog {open} full {title} {onClose}>
	<div class="stage">
		<p class="numbers name" class:long={name.length > 4}>{name}</p>
		{#if sign}<div class="sign">{@render sign()}</div>{/if}
		<div class="box">
			<p class="shout numbers" style:--characters={Math.max(text.length, 5)} aria-live="assertive">
				<Len {text} />
			</p>
		</div>
		<div class="under">{@render children()}</div>
	</div>
	<form class="flex items-end gap-3" onsubmit={keep}>
		<input
			class="field numbers min-w-0 grow text-right text-3xl"
			aria-label={label}
			{value}
			{placeholder}
			{readonly}
			autocomplete="off"
			autocapitalize="off"
			spellcheck="false"
			enterkeyhint="done"
			oninput={(event) => onType(event.currentTarget.value)}
			{@attach lengths(() => pad)}
		/>
		<button class="board-button big" disabled={readonly || keeping || !value.trim()}>Keep</button>
	</form>
	<p class="echo" aria-live="polite">{@render echo()}</p>
	<div class="grid grid-cols-3 gap-3">
		<button class="board-button plain big" disabled={index === 0} onclick={() => onShow(index - 1)}
			>Back</button
		>
		<button class="board-button plain big" onclick={onClose}>Done</button>
		<button class="board-button big" disabled={index >= count - 1} onclick={() => onShow(index + 1)}
			>Next</button
		>
	</div>
</Dialog>

<style>
	.stage {
		display: flex;
		min-height: 0;
		flex: 1;
		flex-direction: column;
		align-items: center;
		gap: min(0.75rem, 1.5vh);
		text-align: center;
	}
	.name {
		font-size: min(18vmin, 12vh);
		line-height: 1;
		font-weight: 800;
	}
	.name.long {
		font-size: min(10vmin, 9vh);
	}
	.sign {
		height: min(20vmin, 10vh);
		flex: none;
	}
	/* the number takes what is left, and is never larger than that */
	.box {
		display: grid;
		width: 100%;
		min-height: 3rem;
		flex: 1;
		place-items: center;
		container-type: size;
	}
	.shout {
		font-size: min(calc(178cqw / var(--characters)), 88cqh);
		line-height: 1;
		font-weight: 800;
		white-space: nowrap;
	}
	.under {
		font-size: min(1.5rem, 4.2vh);
		line-height: 1.15;
	}
	.echo {
		min-height: 1.6rem;
		font-size: 1.1rem;
		text-align: right;
	}
	.big {
		min-height: min(4rem, 11vh);
		font-size: 1.5rem;
	}
</style>
