<script lang="ts">
	import type { Snippet } from 'svelte';

	interface Props {
		/** The single key that does the same. */
		letter: string;
		onPress: () => void;
		pressed?: boolean;
		children: Snippet;
	}
	let { letter, onPress, pressed, children }: Props = $props();
</script>

<button
	class="inline-flex min-h-11 items-center gap-2 px-2 whitespace-nowrap hover:underline"
	aria-pressed={pressed}
	onclick={onPress}
>
	<span class="nail-key max-sm:hidden" aria-hidden="true">{letter}</span>{@render children()}
</button>
