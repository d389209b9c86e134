<script lang="ts">
	import type { Structure, StructureResult, Units } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import { spoken } from '$lib/drawing/labels/spoken';
	import { useHere } from '$lib/job/context';
	import DraftLength from '$lib/plan/DraftLength.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';
	import LengthList from '$lib/plan/LengthList.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
		result: StructureResult;
		/** Ground as the level book has it; what is typed here is for what was not shot. */
		shot: Structure['shot_ground'];
	}
	let { draft, units, result, shot }: Props = $props();

	const corners = $derived(Object.keys(result.corners));
	const here = useHere();
	const usual = $derived(here.job.usual);
</script>

<h2 class="font-bold">Ground at the boards of each corner</h2>
<p class="text-sm text-ink-soft">
	{#if Object.keys(shot).length}
		Shown grey: as shot in the level book, and between its shots.
	{:else}
		Up or down from one mark; a corner left empty is level with it. Shoot them in Levels, and they
		stand here.
	{/if}
</p>
<div class="mt-1 grid grid-cols-3 gap-2">
	{#each corners as corner (corner)}
		<div class="grid grid-cols-[1.6rem_minmax(0,1fr)] items-center">
			<b class="text-lg">{corner}</b>
			<DraftLength
				{draft}
				path={['boards', 'ground', corner]}
				bare
				signed
				label="Ground at {corner}"
				{units}
				placeholder={shot[corner]?.text ?? 'level'}
				optional
			/>
		</div>
	{/each}
</div>
<div class="mt-3 grid grid-cols-2 gap-x-4 gap-y-2">
	<DraftLength
		{draft}
		path={['boards', 'clear']}
		label="String clears the ground by"
		{units}
		placeholder={usual.clear}
		hint="at the highest ground"
		optional
	/>
	<DraftLength
		{draft}
		path={['boards', 'embedment']}
		label="Stake in the ground"
		{units}
		placeholder={usual.embedment}
		hint="until it stands firm"
		optional
	/>
	<DraftLength
		{draft}
		path={['boards', 'string_height']}
		label="String height"
		{units}
		signed
		placeholder={result.heights?.string_text ?? 'worked out'}
		hint="leave empty: from the highest ground"
		optional
	/>
	<DraftLength
		{draft}
		path={['boards', 'step']}
		label="Step down by"
		{units}
		placeholder="one height for all"
		hint="one exact amount, written on the boards"
		optional
	/>
</div>
<h2 class="mt-1 mb-1 font-bold">Stakes at hand</h2>
<LengthList
	{draft}
	path={['boards', 'stakes']}
	label="Stake length, number"
	more="+ stake"
	{units}
	optional
/>
{#if result.heights}
	<p class="mt-3 font-semibold {result.heights.short.length ? 'caution' : ''}">
		<Words text={result.heights.advice} />
	</p>
	{#if result.heights.sag}<p class="mt-1"><Words text={result.heights.sag} /></p>{/if}
	<table class="mt-2 w-full text-left" aria-label="Boards in height">
		<thead class="text-sm text-ink-soft">
			<tr
				><th>Board</th><th class="text-right">String</th><th class="text-right">Reveal</th><th
					class="text-right">Needs</th
				><th class="text-right">Take</th></tr
			>
		</thead>
		<tbody>
			{#each result.boards as board (board.board)}
				{#if board.height}
					<tr class="border-t border-rule text-lg">
						<th class="py-1 font-bold">{spoken(board.board)}</th>
						<td class="text-right"
							><Len text={board.height.string_text} />{#if board.height.steps}<span
									class="text-sm text-ink-soft"
								>
									↓{board.height.steps}</span
								>{/if}</td
						>
						<td class="text-right"><Len text={board.height.reveal_text} /></td>
						<td class="text-right"><Len text={board.height.stake_text} /></td>
						<td class="text-right font-semibold">
							{#if board.height.short_text}<span class="text-string"
									>short <Len text={board.height.short_text} /></span
								>{:else if board.height.stock_text}<Len
									text={board.height.stock_text}
								/>{:else}cut{/if}
						</td>
					</tr>
				{/if}
			{/each}
		</tbody>
	</table>
{:else}
	<p class="mt-3 text-ink-soft">
		Shoot or type a ground height, and every reveal and stake length follows.
	</p>
{/if}
