<script lang="ts">
	import Words from '$lib/lengths/Words.svelte';

	interface Props {
		/** Numbers that are hardly meant, in words. */
		texts: string[];
	}
	let { texts }: Props = $props();
</script>

{#each texts as text (text)}
	<p class="caution my-1 font-semibold"><Words {text} /></p>
{/each}
