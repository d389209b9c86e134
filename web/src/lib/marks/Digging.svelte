<script lang="ts">
	import type { Schemas } from '$lib/api/client';
	import type { StructureResult, Units } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
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
		usual: Schemas['Usual'];
		/** Where the operator's page is fetched; none while the plan on screen is not kept. */
		page: string | undefined;
	}
	let { draft, units, result, usual, page }: Props = $props();

	const plan = $derived(draft.doc.digging);
	const digging = $derived(result.digging);
	const KEEPS = [
		{ value: 'middle', label: 'Both sides alike' },
		{ value: 'outer', label: 'Keep the outer edge' },
		{ value: 'inner', label: 'Keep the inner edge' }
	] as const;
	const pads = $derived(plan?.pads ?? []);
	const found = $derived(plan?.found ?? []);
	const points = $derived([
		...Object.keys(result.corners),
		...Object.keys(result.places),
		...(result.fence?.posts ?? []).map((post) => post.name)
	]);
	const holes = $derived([
		...(digging?.trenches ?? []).map((one) => one.line),
		...pads.map((pad) => pad.name)
	]);

	function addPad() {
		const name = freeName(
			'pad',
			pads.map((pad) => pad.name)
		);
		draft.put(['digging', 'pads', pads.length], { name, at: points[0] ?? '', length: '' });
	}
</script>

{#if !plan}
	<p>
		How the bucket covers each footing, what it digs too wide, pads under posts, and one page for
		whoever sits in the machine.
	</p>
	<button
		class="board-button mt-3 justify-self-start"
		type="button"
		onclick={() => draft.put(['digging'], { bucket: usual.bucket })}>Plan the digging</button
	>
{:else}
	{#if draft.trouble('digging')}<p role="alert" class="caution font-semibold">
			{draft.trouble('digging')}
		</p>{/if}
	<div class="grid grid-cols-2 gap-x-4 gap-y-1 sm:grid-cols-3">
		<DraftLength {draft} path={['digging', 'bucket']} label="Bucket, wide" {units} />
		<DraftLength
			{draft}
			path={['digging', 'teeth']}
			label="Teeth, wider by"
			{units}
			optional
			placeholder="0"
			hint="both sides together"
		/>
		<DraftLength
			{draft}
			path={['digging', 'deep']}
			label="Footing, deep"
			{units}
			optional
			placeholder="not said"
		/>
	</div>
	<p class="mt-2 font-semibold">A bucket wider than the footing</p>
	<Choice
		label="Where a wide bucket goes"
		options={KEEPS}
		value={plan.keeps ?? 'middle'}
		onValue={(value) => draft.put(['digging', 'keeps'], value)}
		loose
	/>
	{#if digging}
		<p class="mt-2 text-lg font-semibold"><Words text={digging.text} /></p>
		{#each digging.how as one (one)}<p class="border-l-4 border-edge pl-3">
				<Words text={one} />
			</p>{/each}
		{#if digging.over_text}<p class="caution"><Words text={digging.over_text} /></p>{/if}
	{/if}

	<h2 class="mt-3 font-bold">Pads</h2>
	{#each pads as pad, index (index)}
		{@const shown = digging?.pads.find((one) => one.name === pad.name)}
		<article class="mt-2 border-l-4 border-edge pl-3">
			<div class="grid grid-cols-2 gap-x-3 gap-y-1 sm:grid-cols-3">
				<DraftText {draft} path={['digging', 'pads', index, 'name']} label="Called" />
				<label
					><span class="font-semibold">About</span>
					<select
						class="field mt-1"
						value={pad.at}
						onchange={(event) =>
							draft.put(['digging', 'pads', index, 'at'], event.currentTarget.value)}
					>
						{#each points as point (point)}<option>{point}</option>{/each}
					</select></label
				>
				<DraftLength {draft} path={['digging', 'pads', index, 'length']} label="Long" {units} />
				<DraftLength
					{draft}
					path={['digging', 'pads', index, 'width']}
					label="Wide"
					{units}
					optional
					placeholder="as long"
				/>
				<DraftLength
					{draft}
					path={['digging', 'pads', index, 'deep']}
					label="Deep"
					{units}
					optional
					placeholder="as the footing"
				/>
			</div>
			{#if shown}<p>
					Square when both diagonals read <b class="numbers"><Len text={shown.diagonal_text} /></b>.
				</p>{/if}
			<button
				type="button"
				class="min-h-11 underline"
				onclick={() => draft.put(['digging', 'pads', index], undefined)}>take {pad.name} out</button
			>
		</article>
	{/each}
	<button type="button" class="board-button plain mt-1 justify-self-start" onclick={addPad}
		>+ pad</button
	>

	<h2 class="mt-3 font-bold">As it was dug</h2>
	{#each found as hole, index (index)}
		{@const told = digging?.dug.find((one) => one.on === hole.on)}
		<article class="mt-2 border-l-4 border-edge pl-3">
			<div class="grid grid-cols-2 gap-x-3 gap-y-1 sm:grid-cols-4">
				<label
					><span class="font-semibold">Of</span>
					<select
						class="field mt-1"
						value={hole.on}
						onchange={(event) =>
							draft.put(['digging', 'found', index, 'on'], event.currentTarget.value)}
					>
						{#each holes as one (one)}<option>{one}</option>{/each}
					</select></label
				>
				{#each ['length', 'width', 'deep'] as const as size (size)}
					<DraftLength
						{draft}
						path={['digging', 'found', index, size]}
						label={{ length: 'Long', width: 'Wide', deep: 'Deep' }[size]}
						{units}
						optional
						placeholder="as asked"
					/>
				{/each}
			</div>
			{#if told}<p class={['font-semibold', told.short && 'caution']}>
					<Words text={told.text} />
				</p>{/if}
			<button
				type="button"
				class="min-h-11 underline"
				onclick={() => draft.put(['digging', 'found', index], undefined)}>take {hole.on} out</button
			>
		</article>
	{/each}
	<button
		type="button"
		class="board-button plain mt-1 justify-self-start"
		disabled={holes.length === 0}
		onclick={() => draft.put(['digging', 'found', found.length], { on: holes[0] ?? '', width: '' })}
		>+ what was dug</button
	>

	<h2 class="mt-3 font-bold">For the operator</h2>
	<DraftText
		{draft}
		path={['digging', 'to']}
		label="Dug down to"
		optional
		placeholder="no height"
		hint="a height of Levels by its name, such as footing bottom: its rod reading stands on the page"
	/>
	{#if page}
		<a class="board-button mt-2 inline-block" href="{page}?paper={usual.paper}" download
			>Operator’s page (PDF)</a
		>
	{:else}<p class="text-ink-soft">Save the plan to print the operator’s page.</p>{/if}
	<ul class="mt-2 list-disc pl-6">
		{#each digging?.paint ?? [] as one (one)}<li>{one}</li>{/each}
	</ul>
	<p class="caution mt-2 text-sm">
		Wait for the locating service’s marks, and hand-dig near them. Nobody in an unprotected cut
		deeper than local rules allow; spoil back from the edge. Is the ground beside a wall that is
		planned higher than the wall? Settle that before digging.
	</p>
	<button
		type="button"
		class="mt-2 min-h-11 justify-self-start underline"
		onclick={() => draft.put(['digging'], undefined)}>Take the digging out of the plan</button
	>
{/if}
