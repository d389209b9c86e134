<script lang="ts">
	import { piecesOf } from './split';

	interface Props {
		/** A sentence with lengths in it. */
		text: string;
	}
	let { text }: Props = $props();
</script>

{#each piecesOf(text) as piece, index (index)}{#if piece.fraction}<span class="fraction"
			>{piece.text}</span
		>{:else}{piece.text}{/if}{/each}
