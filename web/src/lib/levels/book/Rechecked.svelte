<script lang="ts">
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	const rows = $derived(stage.result?.rechecked ?? []);
	const apart = $derived(rows.filter((one) => !one.agrees));
</script>

{#if rows.length}
	<section class="mt-4" aria-label="Read again">
		<h2 class="text-lg font-bold">Read again, nothing moved</h2>
		<p class={apart.length ? 'caution font-semibold' : ''}>
			{apart.length
				? `${apart.length} of ${rows.length} do not agree.`
				: rows.length === 1
					? 'It agrees.'
					: `All ${rows.length} agree.`}
		</p>
		{#each apart as one (`${one.setup}.${one.number}`)}
			<p class="caution">
				<b>{stage.label(one.at)}{one.thing ? `, ${one.thing}` : ''}</b>: <Words text={one.text} />
			</p>
		{/each}
		<table class="mt-1 w-full text-right" aria-label="Differences">
			<thead class="text-sm text-ink-soft">
				<tr><th class="text-left">At</th><th>Setup</th><th>Differs</th></tr>
			</thead>
			<tbody class="numbers">
				{#each rows as one (`${one.setup}.${one.number}`)}
					<tr class="border-t border-rule">
						<th class="text-left">{stage.label(one.at)}{one.thing ? `, ${one.thing}` : ''}</th>
						<td>{one.first_setup + 1} and {one.setup + 1}</td>
						<td class="text-lg {one.agrees ? '' : 'font-bold text-string'}"
							><Len text={one.differs_text} /></td
						>
					</tr>
				{/each}
			</tbody>
		</table>
	</section>
{/if}
