<script lang="ts">
	import type { Schemas } from '$lib/api/client';
	import type { StructureResult, Units } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import { freeName } from '$lib/levels/typed';
	import DraftLength from '$lib/plan/DraftLength.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';
	import DraftText from '$lib/plan/DraftText.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
		result: StructureResult;
		usual: Schemas['Usual'];
	}
	let { draft, units, result, usual }: Props = $props();

	const rows = $derived(draft.doc.offset_lines ?? []);

	function add() {
		const name = freeName(
			'line',
			rows.map((row) => row.name)
		);
		draft.put(['offset_lines', rows.length], {
			name,
			along: result.sides[0]?.line ?? '',
			distance: '',
			beyond: usual.offset_beyond
		});
	}
</script>

<p class="text-ink-soft">
	A line on stakes of its own, clear of the dig. Working strings come down; this one stays, and
	every point is found again by its station and its measure back.
</p>
{#each rows as row, index (index)}
	{@const line = result.offset_lines.find((one) => one.name === row.name)}
	<article class="mt-3 border-l-4 border-edge pl-3">
		<div class="grid grid-cols-2 gap-x-3 gap-y-1">
			<DraftText {draft} path={['offset_lines', index, 'name']} label="Called" />
			<label
				><span class="font-semibold">Beside</span>
				<select
					class="field mt-1"
					value={row.along}
					onchange={(event) =>
						draft.put(['offset_lines', index, 'along'], event.currentTarget.value)}
				>
					{#each result.sides as side (side.line)}<option>{side.line}</option>{/each}
				</select></label
			>
			<DraftLength
				{draft}
				path={['offset_lines', index, 'distance']}
				label="Off it"
				{units}
				signed
				hint={result.closed
					? 'outward; inward with a minus'
					: 'to the right; to the left with a minus'}
			/>
			<DraftLength
				{draft}
				path={['offset_lines', index, 'beyond']}
				label="Stakes beyond its ends"
				{units}
			/>
		</div>
		{#if draft.trouble('offset_lines', index)}<p class="font-semibold text-string" role="alert">
				{draft.trouble('offset_lines', index)}
			</p>{/if}
		{#if line}
			<p>
				<Words text={line.text} /> Stake to stake
				<b class="numbers"><Len text={line.length_text} /></b>.
			</p>
			<table class="mt-1 w-full text-right" aria-label="Points from {row.name}">
				<thead class="text-sm text-ink-soft"
					><tr><th class="text-left">Point</th><th>Along it</th><th>Back</th></tr></thead
				>
				<tbody class="numbers text-lg">
					{#each line.backs as back (back.name)}
						<tr class="border-t border-rule">
							<th class="py-1 text-left font-bold">{back.name}</th>
							<td><Len text={back.station_text} /></td>
							<td class="font-bold"><Len text={back.back_text} /></td>
						</tr>
					{/each}
				</tbody>
			</table>
		{/if}
		<button
			type="button"
			class="min-h-11 underline"
			onclick={() => draft.put(['offset_lines', index], undefined)}>take {row.name} out</button
		>
	</article>
{/each}
<button type="button" class="board-button plain mt-3 justify-self-start" onclick={add}
	>{rows.length ? 'Another line that stays' : 'A line that stays'}</button
>
