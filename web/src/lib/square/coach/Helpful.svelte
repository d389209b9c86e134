<script lang="ts">
	import type { Square } from '$lib/api/types';
	import Words from '$lib/lengths/Words.svelte';

	interface Props {
		square: Square;
		/** Put this pull in hand. */
		onTake: (from: string, to: string) => void;
	}
	let { square, onTake }: Props = $props();
</script>

<details class="no-print mt-2">
	<summary class="flex min-h-11 cursor-pointer items-center font-semibold underline"
		>Which pull would help most, and how much</summary
	>
	<ol class="grid gap-1" aria-label="Pulls that would help">
		{#each square.helpful as one (one.from + one.to)}
			<li class="grid grid-cols-[5.5rem_1fr] items-center gap-x-3">
				<button class="board-button plain !px-2" onclick={() => onTake(one.from, one.to)}
					>{one.from}–{one.to}</button
				>
				<span
					><Words text={one.text} />
					<span class="text-ink-soft"
						>Takes away {Math.round(one.gain * 100)} % of what is not known.</span
					></span
				>
			</li>
		{/each}
	</ol>
</details>
