<script lang="ts">
	import type { Board, Units } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import { spoken } from '$lib/drawing/labels/spoken';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import { useHere } from '$lib/job/context';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import DraftLength from '$lib/plan/DraftLength.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';
	import { STYLES } from './styles';

	interface Props {
		draft: PlanDraft;
		units: Units;
		boards: Board[];
		/** Names of the sides. */
		sides: string[];
	}
	let { draft, units, boards, sides }: Props = $props();
	const here = useHere();

	const corners = $derived([...new Set(boards.map((board) => board.corner))]);
	const hasDig = $derived(draft.doc.boards?.dig != null);

	const existing = $derived(draft.doc.boards?.existing ?? []);
	function setExisting(side: string, there: boolean) {
		const rest = existing.filter((one) => one !== side);
		const now = there ? [...rest, side] : rest;
		draft.put(['boards', 'existing'], now.length ? now : undefined);
	}

	/** Without a depth there is no dig. */
	function setDepth(text: string) {
		draft.put(
			text.trim() ? ['boards', 'dig', 'depth'] : ['boards', 'dig'],
			text.trim() ? text : undefined
		);
	}
</script>

<div class="grid grid-cols-2 gap-x-4 gap-y-2">
	<label class="block">
		<span class="font-semibold">What carries the strings</span>
		<select
			class="field mt-1"
			value={draft.doc.boards?.style ?? 'two'}
			onchange={(event) => draft.put(['boards', 'style'], event.currentTarget.value)}
		>
			{#each STYLES as style (style.value)}<option value={style.value}>{style.label}</option>{/each}
		</select>
		<span class="mt-1 block min-h-5 text-sm text-ink-soft"
			>{STYLES.find((one) => one.value === (draft.doc.boards?.style ?? 'two'))?.hint}</span
		>
	</label>
	<DraftLength
		{draft}
		path={['board_setback']}
		label="Board setback"
		{units}
		hint={hasDig ? 'at least; the dig may ask for more' : here.job.usual.setbacks}
	/>
	<LengthField
		label="Depth of the dig"
		value={draft.text('boards', 'dig', 'depth')}
		{units}
		refused={draft.trouble('boards', 'dig', 'depth')}
		hint="leave empty if none"
		onInput={setDepth}
	/>
	{#if hasDig}
		<DraftLength
			{draft}
			path={['boards', 'dig', 'working_space']}
			label="Room to work"
			{units}
			hint="between top of the cut and boards"
			placeholder={here.job.usual.working_space}
			optional
		/>
		<label class="block">
			<span class="font-semibold">Slope of the cut</span>
			<select
				class="field mt-1"
				value={String(draft.doc.boards?.dig?.slope ?? 0)}
				onchange={(event) =>
					draft.put(['boards', 'dig', 'slope'], Number(event.currentTarget.value))}
			>
				{#each here.job.usual.cut_slopes as slope (slope.run)}
					<option value={String(slope.run)}>{slope.text}</option>
				{/each}
			</select>
			<span class="mt-1 block text-sm text-ink-soft">Soil and local rules decide.</span>
		</label>
	{/if}
	<DraftLength
		{draft}
		path={['restake_over']}
		label="Restake beyond"
		{units}
		hint="a nail that must move more says start again"
	/>
</div>
{#if sides.length}
	<details class="mt-2" open={existing.length > 0}>
		<summary class="flex min-h-11 cursor-pointer items-center font-semibold underline"
			>Concrete is there already along a side</summary
		>
		<p class="text-sm text-ink-soft">
			No board stands there and no string runs there; what is there cannot be moved, so hold that
			side when you square.
		</p>
		<div class="flex flex-wrap gap-x-5">
			{#each sides as side (side)}
				<Checkbox checked={existing.includes(side)} onChecked={(there) => setExisting(side, there)}
					>{side}</Checkbox
				>
			{/each}
		</div>
	</details>
{/if}
<h2 class="mt-2 font-bold">Board by board</h2>
<ul aria-label="Boards">
	{#each corners as corner (corner)}
		{@const here = boards.filter((board) => board.corner === corner)}
		<li class="border-t border-rule py-2">
			<div class="flex items-center gap-3">
				<b class="w-10 text-xl">{corner}</b>
				<select
					class="field !w-auto"
					aria-label="What carries the strings at {corner}"
					value={draft.doc.boards?.styles?.[corner] ?? ''}
					onchange={(event) =>
						draft.putOptional(['boards', 'styles', corner], event.currentTarget.value)}
				>
					<option value="">as everywhere</option>
					{#each STYLES as style (style.value)}<option value={style.value}>{style.label}</option
						>{/each}
				</select>
			</div>
			{#each here as board (board.board)}
				<div class="mt-1 grid grid-cols-[4.5rem_8rem_minmax(0,1fr)] items-center gap-2">
					<span class="font-semibold">{spoken(board.board)}</span>
					<DraftLength
						{draft}
						path={['boards', 'setbacks', board.board]}
						bare
						label="Setback of {spoken(board.board)}"
						{units}
						placeholder={board.setback_text}
						optional
					/>
					<span class="text-sm text-ink-soft">
						{#if board.reason}<Words text={board.reason} />{:else}<Len text={board.setback_text} /> out{/if}
					</span>
				</div>
				{#if board.through}
					<p class="text-sm text-ink-soft">
						No board: the string runs on over it to {spoken(board.through)}.
					</p>
				{/if}
				{#each board.clashes as clash (clash)}
					<p class="caution mt-1 text-sm font-semibold">{clash}</p>
				{/each}
				{#if board.carry && board.clashes.length}
					{@const carry = board.carry}
					<button
						class="board-button plain mt-1"
						type="button"
						onclick={() => draft.put(['boards', 'setbacks', board.board], carry.text)}
						>Carry {spoken(board.board)} to the far side, <Len text={carry.text} /> out</button
					>
				{/if}
			{/each}
		</li>
	{/each}
</ul>
