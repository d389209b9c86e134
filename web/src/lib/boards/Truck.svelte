<script lang="ts">
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import type { StructureResult, Units } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';
	import LengthList from '$lib/plan/LengthList.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
		materials: StructureResult['materials'];
	}
	let { draft, units, materials }: Props = $props();
</script>

<h2 class="mb-1 font-bold">Board stock at hand</h2>
<LengthList
	{draft}
	path={['boards', 'stock']}
	label="Stock length, number"
	more="+ length"
	{units}
	optional
/>
<Checkbox
	checked={draft.doc.boards?.one_string ?? false}
	onChecked={(on) => draft.put(['boards', 'one_string'], on)}
>
	One line led round the whole job without cutting
</Checkbox>
{#if materials.route}
	<p class="text-sm text-ink-soft">
		{materials.route.nails.join(' → ')}: <b><Len text={materials.route.text} /></b>
	</p>
{/if}
{#if materials.too_long.length}
	<p class="caution mt-2 font-semibold">
		No stock is long enough for {materials.too_long.length} boards of up to <Len
			text={materials.too_long[0] ?? ''}
		/>.
	</p>
{/if}
<h2 class="mt-3 font-bold">On the truck</h2>
<table class="w-full text-left" aria-label="Truck list">
	<tbody>
		{#each materials.truck as load (load.what + load.amount)}
			<tr class="border-t border-rule align-baseline">
				<th class="py-1 font-semibold">{load.what}</th>
				<td class="px-2 text-right text-lg font-semibold whitespace-nowrap"
					><Words text={load.amount} /></td
				>
				<td class="text-sm text-ink-soft">{load.note}</td>
			</tr>
		{/each}
	</tbody>
</table>
{#if draft.doc.boards?.stock?.length}
	<h2 class="mt-3 font-bold">
		Cutting, {Math.round(materials.waste_share * 100)} % left over
	</h2>
	<table class="w-full text-left" aria-label="Cut list">
		<tbody>
			{#each materials.cuts as cut (cut.stock_text + cut.cuts.join())}
				<tr class="border-t border-rule">
					<th class="py-1">{cut.count} × <Len text={cut.stock_text} /></th>
					<td><Words text={cut.cuts.join(' · ')} /></td>
					<td class="text-right text-ink-soft">left <Len text={cut.left_text} /></td>
				</tr>
			{/each}
		</tbody>
	</table>
{/if}
