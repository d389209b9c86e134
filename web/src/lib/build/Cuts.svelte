<!-- What is cut from which lengths of stock. -->
<script lang="ts">
	import type { Schemas } from '$lib/api/client';
	import Len from '$lib/lengths/Len.svelte';

	interface Props {
		cuts: Schemas['FormCut'][];
	}
	let { cuts }: Props = $props();
</script>

<ul class="numbers">
	{#each cuts as cut, index (index)}
		<li>
			{cut.count} × <Len text={cut.stock_text} />: {#each cut.cuts as one, number (number)}{#if number}<span
						class="mx-1">·</span
					>{/if}<Len text={one} />{/each}, left <Len text={cut.left_text} />
		</li>
	{/each}
</ul>
