<script lang="ts">
	import type { StructureResult, Units } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import DraftLength from '$lib/plan/DraftLength.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
		result: StructureResult;
	}
	let { draft, units, result }: Props = $props();

	const plan = $derived(draft.doc.plates);
	const plates = $derived(result.plates);
	const found = $derived(plan?.found ?? []);

	function add() {
		const line = found.at(-1)?.line ?? result.sides[0]?.line ?? '';
		draft.put(['plates', 'found', found.length], { line, at: '', out: '' });
	}
</script>

{#if !plan}
	<p>
		New walls on concrete that is neither straight nor square: its edges as found, and plate lines laid over it
		by shift and turn so that they hang over as little as they can.
	</p>
	<button
		type="button"
		class="board-button mt-3 justify-self-start"
		onclick={() => draft.put(['plates'], { found: [{ line: result.sides[0]?.line ?? '', at: '', out: '' }] })}
		>Lay plates over old concrete</button
	>
{:else}
	{#if draft.trouble('plates')}<p role="alert" class="caution font-semibold">{draft.trouble('plates')}</p>{/if}
	<div class="grid grid-cols-2 gap-x-4 gap-y-1 sm:grid-cols-3">
		<label
			><span class="font-semibold">Plate’s outer face</span>
			<select
				class="field mt-1"
				value={plan.family ?? ''}
				onchange={(event) => draft.putOptional(['plates', 'family'], event.currentTarget.value)}
			>
				<option value="">wall face</option>
				{#each result.lines.slice(1) as line (line.family)}<option>{line.family}</option>{/each}
			</select></label
		>
		<DraftLength {draft} path={['plates', 'overhang']} label="May hang over by" {units} optional placeholder="0" />
		<DraftLength {draft} path={['plates', 'inset']} label="Concrete may stand out by" {units} optional placeholder="any" />
	</div>
	{#if plates}<p class={['mt-2 text-lg font-semibold', !plates.fits && 'caution']}><Words text={plates.text} /></p>{/if}
	<h2 class="mt-2 font-bold">Its edges, read from the strings</h2>
	<p class="text-sm text-ink-soft">
		How far the edge lies outside the side’s string at each station; inside with a minus. Read both ends of every side,
		and wherever it bulges.
	</p>
	{#each found as edge, index (index)}
		{@const inset = plates?.edges[index]}
		<div class="grid grid-cols-[4.5rem_1fr_1fr_auto] items-start gap-2">
			<label
				><span class="font-semibold">Side</span>
				<select
					class="field mt-1"
					value={edge.line}
					onchange={(event) => draft.put(['plates', 'found', index, 'line'], event.currentTarget.value)}
				>
					{#each result.sides as side (side.line)}<option>{side.line}</option>{/each}
				</select></label
			>
			<DraftLength {draft} path={['plates', 'found', index, 'at']} label="at" {units} />
			<DraftLength {draft} path={['plates', 'found', index, 'out']} label="out by" {units} signed />
			<button
				type="button"
				class="mt-8 min-h-11 underline"
				aria-label="Take edge {index + 1} out, {edge.line} at {edge.at}"
				disabled={found.length === 1}
				onclick={() => draft.put(['plates', 'found', index], undefined)}>out</button
			>
			{#if inset}<p class={['col-span-full font-semibold', inset.over && 'text-string']}>
					snap {inset.inset_mm < 0 ? 'outside' : 'inside'} that edge by <span class="numbers text-lg"
						><Len text={inset.inset_text.replace('-', '')} /></span
					>
				</p>{/if}
		</div>
	{/each}
	<button type="button" class="board-button plain mt-1 justify-self-start" onclick={add}>+ edge</button>
	<p class="caution mt-2 text-sm">Whether a plate may hang over, and how it is held down near an edge, is for the code.</p>
	<button
		type="button"
		class="mt-2 min-h-11 justify-self-start underline"
		onclick={() => draft.put(['plates'], undefined)}>Take the plates out of the plan</button
	>
{/if}
