<!-- Named stakes, what stands on their laths, what marks are made with. -->
<script lang="ts">
	import type { StructureResult, Units } from '$lib/api/types';
	import Words from '$lib/lengths/Words.svelte';
	import { freeName } from '$lib/levels/typed';
	import DraftLength from '$lib/plan/DraftLength.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';
	import DraftText from '$lib/plan/DraftText.svelte';
	import Choice from '$lib/ui/Choice.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
		result: StructureResult;
	}
	let { draft, units, result }: Props = $props();

	const stakes = $derived(draft.doc.stakes ?? []);
	const side = $derived(result.sides[0]?.line ?? 'AB');
	const RANKS = [
		{ value: 'monument', label: 'Monument' },
		{ value: 'hub', label: 'Hub' },
		{ value: 'convenience', label: 'For convenience' }
	] as const;
	const GROUNDS = [
		{ value: 'soil', label: 'Soil' },
		{ value: 'grass', label: 'Grass' },
		{ value: 'stone', label: 'Stone' },
		{ value: 'concrete', label: 'Concrete' }
	] as const;

	function add() {
		const name = freeName(
			'H',
			stakes.map((stake) => stake.name)
		).replace(' ', '');
		draft.put(['stakes', stakes.length], { name, at: ['', ''] });
	}
	/** A cut goes out of the plan when a fill is typed, and the other way round. */
	function mark(index: number, key: 'cut' | 'fill', text: string) {
		draft.put(['stakes', index, 'lath', key === 'cut' ? 'fill' : 'cut'], undefined);
		draft.putOptional(['stakes', index, 'lath', key], text);
	}
	const markOf = (index: number): 'cut' | 'fill' =>
		stakes[index]?.lath?.fill == null ? 'cut' : 'fill';
</script>

<p class="text-ink-soft">
	Stakes with a name: your own, or hubs that a surveyor left. What stands on a lath gives the
	finished height and the line; hubs of one thing are held against each other.
</p>
{#each stakes as stake, index (index)}
	{@const told = result.laths.find((one) => one.stake === stake.name)}
	<article class="mt-3 border-l-4 border-edge pl-3">
		<div class="grid grid-cols-3 gap-x-3 gap-y-1">
			<DraftText {draft} path={['stakes', index, 'name']} label="Called" />
			<DraftLength {draft} path={['stakes', index, 'at', 0]} label="Along {side}" {units} signed />
			<DraftLength {draft} path={['stakes', index, 'at', 1]} label="To its left" {units} signed />
		</div>
		{#if draft.trouble('stakes', index)}<p class="font-semibold text-string" role="alert">
				{draft.trouble('stakes', index)}
			</p>{/if}
		{#if stake.lath}
			<div class="mt-2 grid grid-cols-2 gap-x-3 gap-y-1 sm:grid-cols-3">
				<DraftText
					{draft}
					path={['stakes', index, 'lath', 'element']}
					label="It speaks of"
					optional
					placeholder="finish"
					hint="a side, or what the lath names"
				/>
				<DraftLength
					{draft}
					path={['stakes', index, 'lath', 'height']}
					label="Hub’s top"
					{units}
					signed
					optional
					placeholder="not known"
					hint="by the datum"
				/>
				<DraftLength
					{draft}
					path={['stakes', index, 'lath', 'offset']}
					label="In the ring"
					{units}
					optional
					placeholder="none"
				/>
				<label
					><span class="font-semibold">It faces</span>
					<select
						class="field mt-1"
						value={stake.lath.toward ?? ''}
						onchange={(event) =>
							draft.putOptional(['stakes', index, 'lath', 'toward'], event.currentTarget.value)}
					>
						<option value="">square to its line</option>
						{#each Object.keys(result.corners) as corner (corner)}<option value={corner}
								>corner {corner}</option
							>{/each}
					</select></label
				>
				<div>
					<span class="font-semibold">Cut or fill</span>
					<Choice
						label="Whether {stake.name} says cut or fill"
						options={[
							{ value: 'cut', label: 'C' },
							{ value: 'fill', label: 'F' }
						]}
						value={markOf(index)}
						onValue={(key) => mark(index, key, String(stake.lath?.cut ?? stake.lath?.fill ?? ''))}
					/>
				</div>
				<DraftLength
					{draft}
					path={['stakes', index, 'lath', markOf(index)]}
					label="{markOf(index) === 'cut' ? 'C' : 'F'} on the lath"
					{units}
					optional
					placeholder="none"
					hint="as it stands there, with its point"
				/>
			</div>
			<p class="mt-1 font-semibold">It is a</p>
			<Choice
				label="What {stake.name} is worth"
				options={RANKS}
				value={stake.lath.rank ?? 'hub'}
				onValue={(rank) => draft.put(['stakes', index, 'lath', 'rank'], rank)}
				loose
			/>
			{#if told}<p class="mt-1 text-lg font-semibold"><Words text={told.text} /></p>{/if}
		{/if}
		<p class="flex gap-4">
			<button
				type="button"
				class="min-h-11 underline"
				onclick={() => draft.put(['stakes', index, 'lath'], stake.lath ? undefined : {})}
				>{stake.lath ? 'take its lath out' : 'it has a lath'}</button
			>
			<button
				type="button"
				class="min-h-11 underline"
				onclick={() => draft.put(['stakes', index], undefined)}>take {stake.name} out</button
			>
		</p>
	</article>
{/each}
<button type="button" class="board-button plain mt-3 justify-self-start" onclick={add}
	>{stakes.length ? 'Another stake' : 'A named stake'}</button
>
{#each result.hub_checks as check (check.element + check.of)}
	<p
		class={[
			'mt-2 font-semibold',
			(check.odd.length > 0 || check.undecided.length > 0) && 'caution'
		]}
	>
		<Words text={check.text} />
	</p>
{/each}

<h2 class="mt-4 font-bold">What to mark with</h2>
<div class="grid grid-cols-[2fr_1fr] items-end gap-3">
	<div>
		<p class="font-semibold">Marks are made on</p>
		<Choice
			label="What marks are made on"
			options={GROUNDS}
			value={draft.doc.marking?.on ?? ('' as 'soil')}
			onValue={(on) => draft.put(['marking'], { days: 14, ...draft.doc.marking, on })}
			loose
		/>
	</div>
	{#if draft.doc.marking}
		<DraftText {draft} path={['marking', 'days']} label="Seen for, days" number />
	{/if}
</div>
<ul class="mt-2 grid gap-1">
	{#each result.marking as one (one.mark)}<li class="border-l-4 border-edge pl-3">
			{one.text}
		</li>{/each}
</ul>
