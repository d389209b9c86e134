<script lang="ts">
	import type { StructureResult } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';

	type Methods = NonNullable<StructureResult['methods']>;
	interface Props {
		methods: Methods;
		/** The method in hand. */
		chosen: string;
		onChoose: (method: Methods['table'][number]['method']) => void;
	}
	let { methods, chosen, onChoose }: Props = $props();
</script>

<p class="slate-note"><Words text={methods.why} /></p>
<table class="mt-2 w-full text-left" aria-label="Methods compared">
	<thead class="text-sm text-ink-soft">
		<tr
			><th>Method</th><th class="text-right">Pulls</th><th class="pl-2 text-right">Longest</th><th
				class="pl-2 text-right max-sm:hidden">Walk</th
			><th class="text-right">Worst corner</th></tr
		>
	</thead>
	<tbody>
		{#each methods.table as one (one.method)}
			<tr class="border-t border-rule align-baseline" class:chosen={one.method === chosen}>
				<th class="py-0.5">
					<label class="flex min-h-11 items-center gap-2 leading-tight">
						<input
							type="radio"
							name="method"
							class="size-5"
							checked={one.method === chosen}
							onchange={() => onChoose(one.method)}
						/>
						<span
							>{one.name}{#if one.method === methods.best}<span class="text-good">
									✓</span
								>{/if}</span
						>
					</label>
				</th>
				<td class="numbers text-right text-lg">{one.pulls}</td>
				<td class="pl-2 text-right text-lg"><Len text={one.longest_text} /></td>
				<td class="pl-2 text-right text-lg max-sm:hidden"><Len text={one.walking_text} /></td>
				<td class="pl-2 text-right text-lg font-semibold {one.within ? 'text-good' : ''}">
					{one.worst_corner} ±<Len text={one.worst_text} />
				</td>
			</tr>
			{#if one.note}
				<tr
					><td colspan="5" class="pb-1 pl-7 text-sm text-ink-soft"><Words text={one.note} /></td
					></tr
				>
			{/if}
		{/each}
	</tbody>
</table>
{#each methods.not_for as one (one.method)}
	<p class="mt-1 text-sm text-ink-soft"><b>{one.name}:</b> {one.why}</p>
{/each}
<p class="mt-1 text-sm text-ink-soft">
	Worst corner: it lies within this of its place 95 times in 100, by the errors of the instruments
	alone.
</p>

<style>
	.chosen {
		background: var(--sheet);
		box-shadow: inset 4px 0 0 var(--string);
	}
	.slate-note {
		padding: 0.6rem 0.9rem;
		color: var(--chalk);
		background: var(--slate);
		font-weight: 600;
	}
</style>
