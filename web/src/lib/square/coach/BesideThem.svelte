<script lang="ts">
	import type { Square } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';

	interface Props {
		square: Square;
	}
	let { square }: Props = $props();
</script>

{#if square.families.length}
	<details class="mt-3">
		<summary class="flex min-h-11 cursor-pointer items-center font-semibold underline"
			>What that makes of the lines beside</summary
		>
		<p class="text-ink-soft">
			Pulled on {square.family}. If the other lines keep their distance from it, their worst corners
			are off by:
		</p>
		<ul class="mt-1">
			{#each square.families as one (one.family)}
				<li class="flex justify-between gap-3 border-t border-rule py-1 text-lg">
					<span>{one.family}, {one.worst_corner}</span>
					<strong><Len text={one.worst_text} /></strong>
				</li>
			{/each}
		</ul>
	</details>
{/if}
