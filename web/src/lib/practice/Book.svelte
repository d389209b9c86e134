<!-- What was written down, pull by pull or point by point; once it is over each against the truth. -->
<script lang="ts">
	import Words from '$lib/lengths/Words.svelte';
	import type { Run } from '$lib/practice/run.svelte';

	let { run }: { run: Run } = $props();

	const rows = $derived(
		run.level
			? run.level.shots.map((one) => ({
					number: one.number,
					name: `${one.at}${one.turned ? ', turned' : ''}`,
					beside: `setup ${one.setup + 1}`,
					written: one.written,
					called: one.called !== null
				}))
			: run.pulls.map((one) => ({
					number: one.number,
					name: `${one.start}–${one.end}${one.swing ? ', swung' : ''}`,
					beside: one.after_moves
						? `after ${one.after_moves} ${one.after_moves === 1 ? 'move' : 'moves'}`
						: '',
					written: one.written,
					called: one.called !== null
				}))
	);
</script>

{#if rows.length}
	<table class="w-full">
		<caption class="text-left font-bold">Your book</caption>
		<thead
			><tr
				><th class="text-left" scope="col">{run.level ? 'Point' : 'Pull'}</th><th
					class="text-right"
					scope="col">Written</th
				>{#if run.debrief}<th class="text-right" scope="col">True</th>{/if}</tr
			></thead
		>
		<tbody>
			{#each rows as one (one.number)}
				{@const truth = run.debrief?.pulls[one.number]}
				<tr class="border-t border-rule">
					<th scope="row" class="py-1 text-left"
						>{one.name}
						<span class="text-sm font-normal text-ink-soft"
							>{[one.beside, one.called ? 'called' : ''].filter(Boolean).join(', ')}</span
						></th
					>
					<td class="numbers text-right text-lg"><Words text={one.written ?? '—'} /></td>
					{#if truth}<td class="numbers text-right text-lg"><Words text={truth.true_text} /></td
						>{/if}
				</tr>
				{#if truth}<tr
						><td colspan="3" class="pb-1 text-sm"
							><Words text={truth.text} />
							{#if truth.gained}<Words text={truth.gained} />{/if}
							{#if truth.coach}<span>{truth.coach}</span>{/if}
							{#if truth.minutes}<span class="text-ink-soft">{truth.minutes} min</span>{/if}</td
						></tr
					>{/if}
			{/each}
		</tbody>
	</table>
{/if}
