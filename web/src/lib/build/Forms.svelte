<script lang="ts">
	import type { Schemas } from '$lib/api/client';
	import type { StructureResult, Units } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import DraftLength from '$lib/plan/DraftLength.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';
	import LengthList from '$lib/plan/LengthList.svelte';
	import Counted from '$lib/ui/Counted.svelte';
	import Cuts from './Cuts.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
		forms: StructureResult['forms'];
		usual: Schemas['Usual'];
	}
	let { draft, units, forms, usual }: Props = $props();

	const plan = $derived(draft.doc.forms);
	function begin() {
		draft.put(['forms'], { thickness: '', board: usual.form_board, stock: [''] });
	}
</script>

{#if !plan}
	<p>Form boards round the slab, or along both faces of a strip: their pieces, joints, stakes and cleats, and the order of work.</p>
	<button class="board-button mt-3 justify-self-start" type="button" onclick={begin}>Make forms</button>
{:else}
	{#if draft.trouble('forms')}<p role="alert" class="caution font-semibold">{draft.trouble('forms')}</p>{/if}
	<div class="grid grid-cols-2 gap-x-4 gap-y-1 sm:grid-cols-3">
		<DraftLength {draft} path={['forms', 'thickness']} label="Concrete, thick" {units} hint="sets how close stakes stand" />
		<DraftLength {draft} path={['forms', 'board']} label="Board, thick" {units} />
		<DraftLength {draft} path={['forms', 'lap']} label="Runs by the corner" {units} optional placeholder={usual.form_lap} hint="beyond its thickness" />
	</div>
	<h2 class="mt-1 font-bold">Board lengths at hand</h2>
	<LengthList {draft} path={['forms', 'stock']} label="Board length, number" more="+ length" {units} />
	<details class="mt-1">
		<summary class="flex min-h-11 cursor-pointer items-center font-semibold underline">Joints, stakes, set in</summary>
		<div class="grid grid-cols-2 gap-x-4 gap-y-1 sm:grid-cols-3">
			<DraftLength {draft} path={['forms', 'joint_clear']} label="Joint from a corner" {units} optional placeholder={usual.joint_clear} />
			<DraftLength {draft} path={['forms', 'cleat']} label="Cleat behind it" {units} optional placeholder={usual.cleat} />
			<DraftLength {draft} path={['forms', 'spacing']} label="Stakes apart" {units} optional placeholder="by the thickness" />
			<DraftLength
				{draft}
				path={['forms', 'kickers']}
				label="Kickers apart"
				{units}
				optional
				placeholder="by the thickness"
				hint="braces behind the boards"
			/>
			<DraftLength {draft} path={['forms', 'inset']} label="Set in by" {units} optional placeholder="0" hint="wet concrete pushes out" />
			<DraftLength {draft} path={['forms', 'below']} label="Stakes below the top" {units} optional placeholder="0" hint="for the screed" />
		</div>
	</details>
	{#if forms}
		<p class="mt-2 text-lg font-semibold"><Words text={forms.text} /></p>
		<Counted counted={forms.counted} />
		{#if forms.gauge_text}<p>Gauge stick between the faces: <b class="numbers text-xl"><Len text={forms.gauge_text} /></b></p>{/if}
		{#each forms.troubles as one (one)}<p class="caution font-semibold"><Words text={one} /></p>{/each}
		<h2 class="mt-2 font-bold">Side by side</h2>
		<ul aria-label="Forms side by side">
			{#each forms.sides as side (side.line)}
				<li class="border-t border-rule py-2">
					<p class="flex flex-wrap items-baseline gap-x-3">
						<b class="text-xl">{side.line}</b>
						<span class="numbers text-lg"
							>{#each side.pieces as piece, index (index)}{#if index}<span class="mx-1">+</span>{/if}<b
									><Len text={piece.text} /></b
								>{/each}</span
						>
						<span class="text-sm text-ink-soft"
							>{side.runs_by ? `runs by ${side.runs_by}` : 'butts'}; face <Len text={side.side_text} /></span
						>
					</p>
					{#if side.joints.length}<p class="text-sm">
							Joint, with a cleat, at {#each side.joints as joint, index (index)}{#if index}<span class="mr-1">,</span
									>{/if}<b class="numbers"><Len text={joint.text} /></b>{/each}
						</p>{/if}
					<p class="numbers flex flex-wrap gap-x-2 text-sm">
						<span>{side.stakes.length} stakes at</span>
						{#each side.stakes as stake (stake.mm)}<Len text={stake.text} />{/each}
					</p>
					{#if side.kickers.length}<p class="numbers flex flex-wrap gap-x-2 text-sm">
							<span>{side.kickers.length} kickers at</span>
							{#each side.kickers as kicker (kicker.mm)}<Len text={kicker.text} />{/each}
						</p>{/if}
				</li>
			{/each}
			{#each forms.existing as line (line)}
				<li class="border-t border-rule py-2"><b class="text-xl">{line}</b> concrete is there: no form</li>
			{/each}
		</ul>
		<h2 class="mt-2 font-bold">Order of work</h2>
		<ol class="list-decimal pl-6" aria-label="Order of work">
			{#each forms.order as one (one.text)}<li class:caution={one.hold} class="py-1"><Words text={one.text} /></li>{/each}
		</ol>
		<div class="mt-2 grid gap-4 sm:grid-cols-2">
			<div>
				<h2 class="font-bold">On the truck</h2>
				<ul class="numbers text-lg">{#each forms.truck as one (one)}<li><Words text={one} /></li>{/each}</ul>
				<h2 class="mt-2 font-bold">Comes back</h2>
				<p class="numbers"><Words text={forms.strip.join(', ')} /></p>
			</div>
			<div>
				<h2 class="font-bold">Cutting</h2>
				<Cuts cuts={forms.cuts} />
			</div>
		</div>
	{/if}
	<p class="caution mt-2 text-sm">
		How forms are braced, and for concrete deeper than a slab also what they are made of, is for the local code and
		whoever answers for it. Cap steel stakes; eye protection when driving them.
	</p>
	<button type="button" class="mt-2 min-h-11 justify-self-start underline" onclick={() => draft.put(['forms'], undefined)}
		>Take the forms out of the plan</button
	>
{/if}
