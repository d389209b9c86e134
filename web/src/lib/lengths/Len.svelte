<script lang="ts">
	import { piecesOf } from './split';

	interface Props {
		/** A length as the API printed it. */
		text: string;
	}
	let { text }: Props = $props();
</script>

<span class="numbers whitespace-nowrap"
	>{#each piecesOf(text) as piece, index (index)}{#if piece.fraction}<span class="fraction"
				>{piece.text}</span
			>{:else}{piece.text}{/if}{/each}</span
>
