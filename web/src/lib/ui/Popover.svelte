<!-- More about something, opened by a press beside it; Escape and a press elsewhere close it. -->
<script lang="ts">
	import { Popover } from 'bits-ui';
	import type { Snippet } from 'svelte';

	interface Props {
		/** What stands on the button. */
		label: string;
		children: Snippet;
	}
	let { label, children }: Props = $props();
</script>

<Popover.Root>
	<Popover.Trigger class="popover-opens no-print justify-self-start">{label}</Popover.Trigger>
	<Popover.Portal>
		<Popover.Content class="popover" side="bottom" align="end" sideOffset={2} collisionPadding={8}>
			{@render children()}
		</Popover.Content>
	</Popover.Portal>
</Popover.Root>

<style>
	:global(.popover-opens) {
		min-height: var(--touch);
		min-width: var(--touch);
		text-decoration: underline;
	}
	:global(.popover) {
		z-index: 40;
		max-width: min(24rem, 90vw);
		max-height: min(50vh, var(--bits-popover-content-available-height, 50vh));
		overflow: auto;
		padding: 0.6rem 0.9rem;
		background: var(--sheet);
		color: var(--ink);
		border: 1.5px solid var(--ink);
	}
</style>
