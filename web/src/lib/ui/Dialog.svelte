<script lang="ts">
	import { Dialog } from 'bits-ui';
	import type { Snippet } from 'svelte';

	interface Props {
		open: boolean;
		title: string;
		onClose: () => void;
		/** Fill the screen, for numbers to be read from afar. */
		full?: boolean;
		children: Snippet;
	}
	let { open, title, onClose, full = false, children }: Props = $props();

	let content = $state<HTMLElement | null>(null);

	/** What asks for a word has the caret in its `data-first` field, not on the button that closes it. */
	function focusFirst(event: Event) {
		const field = content?.querySelector<HTMLElement>('[data-first]');
		if (!field) return;
		event.preventDefault();
		field.focus();
	}
</script>

<Dialog.Root bind:open={() => open, (next) => !next && onClose()}>
	<Dialog.Portal>
		<!-- a question is asked above a view that fills the screen, whichever came to the page first -->
		<Dialog.Overlay class={['fixed inset-0 bg-black/55', full ? 'z-40' : 'z-50']} />
		<Dialog.Content
			bind:ref={content}
			onOpenAutoFocus={focusFirst}
			class={full
				? 'fixed inset-0 bottom-(--keypad) z-40 flex flex-col bg-stone p-4 text-ink'
				: 'fixed top-[calc((100dvh-var(--keypad,0px))/2)] left-1/2 z-50 max-h-[calc(96dvh-var(--keypad,0px))] w-[min(34rem,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-auto border-2 border-ink bg-stone p-6 text-ink'}
		>
			<div class="mb-3 flex items-start justify-between gap-4">
				<Dialog.Title class="text-2xl font-bold">{title}</Dialog.Title>
				<Dialog.Close class="board-button plain" aria-label="Close">Close</Dialog.Close>
			</div>
			{@render children()}
		</Dialog.Content>
	</Dialog.Portal>
</Dialog.Root>
