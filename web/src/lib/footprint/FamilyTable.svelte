<script lang="ts">
	import type { StructureResult } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';

	interface Props {
		result: StructureResult;
	}
	let { result }: Props = $props();
</script>

<table class="mt-4 w-full text-left" aria-label="Lines beside the walls">
	<thead class="text-sm text-ink-soft">
		<tr
			><th>Line</th><th class="text-right">{result.closed ? 'Outward' : 'To the right'}</th><th
				class="text-right">Over all</th
			></tr
		>
	</thead>
	<tbody>
		{#each result.lines as family (family.family)}
			<tr class="border-t border-rule">
				<th class="py-1 font-bold">{family.family}</th>
				<td class="text-right text-lg"><Len text={family.offset_text} /></td>
				<td class="text-right text-lg"><Words text={family.overall.text} /></td>
			</tr>
			{#if result.sides.length === 4 && family.diagonals.length === 2}
				<tr class="text-ink-soft"
					><td colspan="2" class="text-right text-sm">diagonals</td><td class="text-right"
						>{#each [...new Set(family.diagonals.map((d) => d.text))] as text, i (text)}{i
								? ' and '
								: ''}<Len {text} />{/each}</td
					></tr
				>
			{/if}
			{#each family.notes as note (note)}
				<tr><td colspan="3" class="caution text-sm font-semibold"><Words text={note} /></td></tr>
			{/each}
		{/each}
	</tbody>
</table>
{#each result.lines_gone as gone (gone)}
	<p class="caution mt-2 text-sm font-semibold">{gone}</p>
{/each}
{#each result.sticks as stick (stick.lines.join())}
	<h3 class="mt-4 font-bold">Marking stick for {stick.lines.join(', ')}</h3>
	<p class="text-sm text-ink-soft">Laid across the strings, from its outer end:</p>
	<ol class="stick" aria-label="Marks of the stick">
		{#each stick.marks as mark (mark.family)}
			<li><b><Len text={mark.text} /></b> {mark.family}</li>
		{/each}
	</ol>
{/each}

<style>
	.stick {
		margin-top: 0.25rem;
		border-left: 10px solid var(--wood);
	}
	.stick li {
		padding: 0.15rem 0 0.15rem 0.6rem;
		border-top: 2px solid var(--wood-dark);
	}
</style>
