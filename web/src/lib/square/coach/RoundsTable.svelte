<script lang="ts">
	import type { Structure } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';

	interface Props {
		structure: Structure;
	}
	let { structure }: Props = $props();

	const counting = $derived(structure.pulls.filter((pull) => !pull.struck));
	const rounds = $derived(structure.result.rounds);
	const keys = $derived(
		counting.map((pull) => pull.key).filter((key, index, all) => all.indexOf(key) === index)
	);
	const named = (key: string) => counting.find((pull) => pull.key === key)?.name ?? key;
	const off = (key: string, round: number) =>
		counting.findLast((pull) => pull.key === key && pull.round === round)?.difference_text;
</script>

{#if rounds.length > 1}
	<section class="mt-4 overflow-x-auto" aria-label="Rounds compared">
		<h2 class="text-xl font-bold">Off the plan, round by round</h2>
		<table class="mt-1 text-right">
			<thead class="text-sm text-ink-soft">
				<tr>
					<th class="text-left">Pull</th>
					{#each rounds as one (one.round)}<th class="pl-5">Round {one.round}</th>{/each}
				</tr>
			</thead>
			<tbody>
				{#each keys as key (key)}
					<tr class="border-t border-rule text-lg">
						<th class="py-0.5 text-left font-semibold">{named(key)}</th>
						{#each rounds as one (one.round)}
							<td class="pl-5"><Len text={off(key, one.round) ?? '–'} /></td>
						{/each}
					</tr>
				{/each}
			</tbody>
			<tfoot>
				<tr class="border-t-2 border-edge text-lg font-semibold">
					<th class="text-left">Worst corner</th>
					{#each rounds as one (one.round)}
						<td class="pl-5"
							>{one.worst_corner ?? ''} <Len text={one.worst_text ?? 'not known'} /></td
						>
					{/each}
				</tr>
			</tfoot>
		</table>
	</section>
{/if}
