<!-- How a count comes about, on demand. -->
<script lang="ts">
	import Words from '$lib/lengths/Words.svelte';

	interface Props {
		counted: readonly string[];
	}
	let { counted }: Props = $props();
</script>

{#if counted.length}
	<details>
		<summary class="flex min-h-11 cursor-pointer items-center underline">How it is counted</summary>
		<ul class="numbers list-disc pl-6">
			{#each counted as one (one)}<li><Words text={one} /></li>{/each}
		</ul>
	</details>
{/if}
