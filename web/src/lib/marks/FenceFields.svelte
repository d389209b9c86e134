<script lang="ts">
	import type { Schemas } from '$lib/api/client';
	import type { StructureResult, Units } from '$lib/api/types';
	import Words from '$lib/lengths/Words.svelte';
	import { percentOf, shareOf } from '$lib/levels/typed';
	import DraftLength from '$lib/plan/DraftLength.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';
	import LengthList from '$lib/plan/LengthList.svelte';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import FenceGates from './FenceGates.svelte';
	import FenceLengths from './FenceLengths.svelte';
	import FenceTops from './FenceTops.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
		fence: StructureResult['fence'];
		usual: Schemas['Usual'];
	}
	let { draft, units, fence, usual }: Props = $props();

	const plan = $derived(draft.doc.fence);
	const string = $derived(plan?.string ?? {});
	const TOUCHES = [
		{ value: 'face', label: 'Post face' },
		{ value: 'centre', label: 'Post centre' },
		{ value: 'gap', label: 'A gap off it' }
	] as const;
	const SIDES = [
		{ value: 'left', label: 'Left' },
		{ value: 'right', label: 'Right' }
	] as const;
	const PANELS = [
		{ value: 'racked', label: 'Racked' },
		{ value: 'stepped', label: 'Stepped at posts' }
	] as const;
	const share = $derived(plan?.depth?.share == null ? '' : percentOf(plan.depth.share));
	let shareTyped = $state<string>();

	/** A fence to begin with: what is usual, typed over at will. */
	function begin() {
		draft.put(['fence'], {
			bay: usual.bay,
			post: usual.post,
			hole: usual.hole,
			string: { touches: 'face', side: 'left' }
		});
	}
	function setShare(text: string) {
		shareTyped = text;
		if (text.trim() === '') draft.put(['fence', 'depth', 'share'], undefined);
		else draft.put(['fence', 'depth', 'share'], shareOf(text) ?? text);
	}
</script>

{#if !plan}
	<p>Posts along this run, their bays and gates, where each hole goes and how deep.</p>
	<button class="board-button mt-3" type="button" onclick={begin}
		>Set a fence out on this run</button
	>
{:else}
	{#if draft.trouble('fence')}<p role="alert" class="caution font-semibold">
			{draft.trouble('fence')}
		</p>{/if}
	{#if fence}
		<p class="text-lg font-semibold"><Words text={fence.text} /></p>
		{#each fence.troubles as one (one)}<p class="caution font-semibold">
				<Words text={one} />
			</p>{/each}
	{/if}
	<div class="mt-2 grid grid-cols-2 gap-x-4 gap-y-1 sm:grid-cols-3">
		<DraftLength {draft} path={['fence', 'bay']} label="Bay, centre to centre" {units} />
		<DraftLength {draft} path={['fence', 'post']} label="Post, across" {units} />
		<DraftLength
			{draft}
			path={['fence', 'hole']}
			label="Hole, across"
			{units}
			placeholder="none"
			optional
		/>
	</div>
	<h2 class="mt-2 font-bold">What whole bays leave over</h2>
	<ul class="grid gap-2" role="radiogroup" aria-label="What whole bays leave over">
		{#each fence?.choices ?? [] as one (one.remainder)}
			<li>
				<button
					type="button"
					role="radio"
					class="way"
					aria-checked={one.remainder === (plan.remainder ?? 'cut-last')}
					onclick={() => draft.put(['fence', 'remainder'], one.remainder)}
					><Words text={one.text} /></button
				>
			</li>
		{/each}
	</ul>
	<h2 class="mt-3 font-bold">The string marks</h2>
	<Choice
		label="What of a post the string marks"
		options={TOUCHES}
		value={string.touches ?? 'centre'}
		onValue={(value) => draft.put(['fence', 'string', 'touches'], value)}
	/>
	<div class="mt-1 grid grid-cols-2 items-start gap-x-4">
		{#if string.touches === 'gap'}
			<DraftLength
				{draft}
				path={['fence', 'string', 'gap']}
				label="Gap to the post"
				{units}
				optional
				placeholder="0"
			/>
		{/if}
		{#if string.touches !== 'centre' && string.touches}
			<div>
				<p class="font-semibold">Posts stand on its</p>
				<Choice
					label="Side of the string the posts stand on"
					options={SIDES}
					value={string.side ?? 'left'}
					onValue={(value) => draft.put(['fence', 'string', 'side'], value)}
				/>
				<p class="text-sm text-ink-soft">walking from the first corner</p>
			</div>
		{/if}
	</div>
	<FenceGates {draft} {units} />
	<h2 class="mt-3 font-bold">High and deep</h2>
	<div class="grid grid-cols-2 gap-x-4 gap-y-1 sm:grid-cols-3">
		<DraftLength
			{draft}
			path={['fence', 'height']}
			label="Out of the ground"
			{units}
			optional
			placeholder="not said"
		/>
		<DraftLength
			{draft}
			path={['fence', 'length']}
			label="Posts at hand"
			{units}
			optional
			placeholder="cut to measure"
		/>
		<label class="block"
			><span class="font-semibold">Of it in the ground, per cent</span>
			<input
				class="field numbers mt-1 text-right text-xl"
				inputmode="decimal"
				placeholder={String(usual.depth_percent)}
				value={shareTyped ?? share}
				oninput={(event) => setShare(event.currentTarget.value)}
			/>
			{#if draft.trouble('fence', 'depth', 'share')}<span class="text-sm font-semibold text-string"
					>{draft.trouble('fence', 'depth', 'share')}</span
				>{/if}
		</label>
		<DraftLength
			{draft}
			path={['fence', 'depth', 'frost']}
			label="Frost goes down"
			{units}
			optional
			placeholder="none"
			hint="as the local code says"
		/>
		<DraftLength
			{draft}
			path={['fence', 'depth', 'least']}
			label="At least in the ground"
			{units}
			optional
			placeholder="none"
		/>
		<DraftLength
			{draft}
			path={['fence', 'gravel']}
			label="Gravel under it"
			{units}
			optional
			placeholder="none"
		/>
		<DraftLength
			{draft}
			path={['fence', 'pad']}
			label="Base pad, thick"
			{units}
			optional
			placeholder="none"
		/>
		<DraftLength
			{draft}
			path={['fence', 'cross']}
			label="Aim cross, beyond the hole"
			{units}
			optional
			placeholder="none"
			hint="finds the centre again after the auger"
		/>
	</div>
	<FenceLengths {draft} {units} posts={fence?.posts.length ?? 0} />
	<FenceTops {draft} {units} />
	<h2 class="mt-3 font-bold">Rails, down from the top</h2>
	<LengthList
		{draft}
		path={['fence', 'rails']}
		label="Rail, number"
		more="+ rail"
		{units}
		optional
	/>
	{#if plan.rails?.length}
		<Choice
			label="How bays follow tops that differ"
			options={PANELS}
			value={plan.panel ?? 'racked'}
			onValue={(value) => draft.put(['fence', 'panel'], value)}
		/>
		<p class="text-sm text-ink-soft">
			Once the ground was shot, Levels, Posts says where each rail meets both posts.
		</p>
	{/if}
	<h2 class="mt-3 font-bold">In the holes</h2>
	<Checkbox checked={plan.concrete ?? true} onChecked={(on) => draft.put(['fence', 'concrete'], on)}
		>Concrete round the posts</Checkbox
	>
	{#if plan.concrete ?? true}
		<label class="block"
			><span class="font-semibold">One bag makes</span>
			<input
				class="field mt-1"
				placeholder="volume ordered, not bags"
				value={draft.text('fence', 'bag')}
				oninput={(event) => draft.putOptional(['fence', 'bag'], event.currentTarget.value)}
			/>
			{#if draft.trouble('fence', 'bag')}<span class="text-sm font-semibold text-string"
					>{draft.trouble('fence', 'bag')}</span
				>{/if}
		</label>
	{/if}
	{#if fence?.materials}
		<p class="mt-2"><Words text={fence.materials.text} /></p>
		<ul class="numbers text-lg font-semibold">
			{#each fence.materials.truck as one (one)}<li><Words text={one} /></li>{/each}
		</ul>
	{/if}
	<p class="caution mt-2 text-sm">
		Depth, frost and what holds a post are decided by the local code. Keep inside the boundary by
		what it asks.
	</p>
	<button
		type="button"
		class="mt-2 min-h-11 justify-self-start underline"
		onclick={() => draft.put(['fence'], undefined)}>Take the fence out of the plan</button
	>
{/if}

<style>
	.way {
		width: 100%;
		min-height: var(--touch);
		padding: 0.4rem 0.8rem 0.4rem 1.1rem;
		text-align: left;
		background: var(--sheet);
		border: 1.5px solid var(--edge);
		border-left-width: 5px;
	}
	.way[aria-checked='true'] {
		border-color: var(--ink);
		border-left-color: var(--string);
		font-weight: 700;
	}
</style>
