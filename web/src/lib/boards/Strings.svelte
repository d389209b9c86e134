<script lang="ts">
	import type { StructureResult } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import { spoken } from '$lib/drawing/labels/spoken';

	interface Props {
		result: StructureResult;
	}
	let { result }: Props = $props();
</script>

<h2 class="mt-4 font-bold">
	{result.materials.boards ? `${result.materials.boards} boards on ` : ''}{result.stakes} stakes
</h2>
<table class="w-full text-left" aria-label="Strings">
	<thead class="text-sm text-ink-soft">
		<tr><th>Line</th><th>From and to</th><th class="text-right">Nail to nail</th></tr>
	</thead>
	<tbody>
		{#each result.strings as string (string.line)}
			<tr class="border-t border-rule">
				<th class="py-1.5 text-lg font-bold">{string.lines.join(', ')}</th>
				<td>{string.boards.map(spoken).join(', ')}</td>
				<td class="text-right text-xl font-semibold"><Len text={string.text} /></td>
			</tr>
		{/each}
	</tbody>
</table>
<p class="mt-2 text-sm text-ink-soft">
	Knots and wraps come on top. Keep the string on the same side of every nail.
</p>
