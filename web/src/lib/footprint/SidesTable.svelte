<script lang="ts">
	import type { StructureResult } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';

	interface Props {
		result: StructureResult;
	}
	let { result }: Props = $props();
</script>

<table class="mt-4 w-full text-left" aria-label="Sides and diagonals">
	<tbody>
		{#each [...result.sides, ...result.diagonals] as one (one.from + one.to)}
			<tr class="border-t border-rule">
				<th class="py-1 font-bold">{one.from}–{one.to}</th>
				<td class="text-ink-soft">
					{'line' in one ? 'side' : 'diagonal'}{#if one.remainder_text}, <Words
							text={one.remainder_text}
						/>{/if}
				</td>
				<td class="text-right text-xl font-semibold"><Len text={one.text} /></td>
			</tr>
		{/each}
		{#if result.closed}
			<tr class="border-t border-rule"
				><th class="py-1">Inside</th><td></td><td class="numbers text-right text-xl"
					>{result.area_text}</td
				></tr
			>
		{/if}
		<tr class="border-t border-rule"
			><th class="py-1">{result.closed ? 'All round' : 'End to end'}</th><td></td><td
				class="text-right text-xl"><Len text={result.perimeter_text} /></td
			></tr
		>
	</tbody>
</table>
