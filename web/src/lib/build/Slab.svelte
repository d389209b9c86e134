<script lang="ts">
	import type { Schemas } from '$lib/api/client';
	import type { StructureResult, Units } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import DraftLength from '$lib/plan/DraftLength.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';
	import DraftText from '$lib/plan/DraftText.svelte';
	import LengthList from '$lib/plan/LengthList.svelte';
	import Cuts from './Cuts.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
		result: StructureResult;
		usual: Schemas['Usual'];
	}
	let { draft, units, result, usual }: Props = $props();

	const plan = $derived(draft.doc.pour);
	const pour = $derived(result.pour);
	type Part = 'base' | 'bars' | 'mesh' | 'joints';
	const PARTS: Record<Part, { title: string; begin: () => unknown }> = {
		base: { title: 'Base in lifts', begin: () => ({ thickness: '' }) },
		bars: { title: 'Bars', begin: () => ({ spacing: '', cover: '', stock: [''] }) },
		mesh: { title: 'Mesh', begin: () => ({ length: '', width: '', lap: '' }) },
		joints: { title: 'Control joints', begin: () => ({}) }
	};
	const dowels = $derived(plan?.dowels ?? []);
	const volumeHint = $derived(`such as ${usual.truck}`);

	function begin() {
		draft.put(['pour'], { thickness: draft.doc.forms?.thickness ?? '' });
	}
</script>

{#snippet part(name: Part, told: string | null | undefined, fields: import('svelte').Snippet)}
	<section class="mt-3 border-l-4 border-edge pl-3" aria-label={PARTS[name].title}>
		<p class="flex items-baseline justify-between">
			<b>{PARTS[name].title}</b>
			<button
				type="button"
				class="min-h-11 underline"
				onclick={() => draft.put(['pour', name], plan?.[name] ? undefined : PARTS[name].begin())}
				>{plan?.[name] ? 'take out' : '+ plan'}<span class="sr-only">: {PARTS[name].title}</span></button
			>
		</p>
		{#if plan?.[name]}
			<div class="grid grid-cols-2 gap-x-4 gap-y-1 sm:grid-cols-3">{@render fields()}</div>
			{#if told}<p class="mt-1 font-semibold"><Words text={told} /></p>{/if}
		{/if}
	</section>
{/snippet}

{#snippet base()}
	<DraftLength {draft} path={['pour', 'base', 'thickness']} label="Base, compacted" {units} />
	<DraftLength
		{draft}
		path={['pour', 'base', 'lift']}
		label="Lift at the most"
		{units}
		optional
		placeholder={usual.lift}
		hint="what the plate reaches through"
	/>
	<DraftText
		{draft}
		path={['pour', 'base', 'settling']}
		label="Loose stone settles, per cent"
		percent
		optional
		placeholder={String(usual.settling_percent)}
	/>
	<DraftText
		{draft}
		path={['pour', 'base', 'passes']}
		label="Passes over each"
		number
		optional
		placeholder={String(usual.passes)}
	/>
{/snippet}
{#snippet bars()}
	<DraftText {draft} path={['pour', 'bars', 'size']} label="Size" optional placeholder="ask" hint="as the drawings call it" />
	<DraftLength {draft} path={['pour', 'bars', 'spacing']} label="Apart at the most" {units} />
	<DraftLength {draft} path={['pour', 'bars', 'across']} label="The other way" {units} optional placeholder="the same" />
	<DraftLength {draft} path={['pour', 'bars', 'cover']} label="Cover" {units} hint="from every face" />
	<DraftLength {draft} path={['pour', 'bars', 'lap']} label="Lap" {units} optional placeholder="ask" />
	<DraftLength {draft} path={['pour', 'bars', 'chairs']} label="Chairs apart" {units} optional placeholder="none" />
	<div class="col-span-full">
		<span class="font-semibold">Lengths at hand</span>
		<LengthList {draft} path={['pour', 'bars', 'stock']} label="Bar length, number" more="+ length" {units} />
	</div>
	{#each pour?.bars ?? [] as way (way.way)}<p class="col-span-full"><Words text={way.text} /></p>{/each}
{/snippet}
{#snippet mesh()}
	<DraftLength {draft} path={['pour', 'mesh', 'length']} label="Sheet, long" {units} />
	<DraftLength {draft} path={['pour', 'mesh', 'width']} label="Sheet, wide" {units} />
	<DraftLength {draft} path={['pour', 'mesh', 'lap']} label="Lap" {units} />
	<DraftLength {draft} path={['pour', 'mesh', 'cover']} label="From the faces" {units} optional placeholder="0" />
{/snippet}
{#snippet joints()}
	<DraftLength
		{draft}
		path={['pour', 'joints', 'most']}
		label="Panel, longest side"
		{units}
		optional
		placeholder="by the thickness"
	/>
	<DraftText
		{draft}
		path={['pour', 'joints', 'times']}
		label="or times the thickness"
		number
		optional
		placeholder={String(usual.panel_times)}
	/>
	<DraftText
		{draft}
		path={['pour', 'joints', 'aspect']}
		label="Long to wide, at the most"
		number
		optional
		placeholder={String(usual.panel_aspect)}
	/>
{/snippet}

{#if !plan}
	<p>Base, bars, mesh, dowels, control joints and the order of concrete for this slab.</p>
	<button class="board-button mt-3 justify-self-start" type="button" onclick={begin}>Plan the pour</button>
{:else}
	{#if draft.trouble('pour')}<p role="alert" class="caution font-semibold">{draft.trouble('pour')}</p>{/if}
	<div class="grid grid-cols-2 gap-x-4 gap-y-1 sm:grid-cols-3">
		<DraftLength {draft} path={['pour', 'thickness']} label="Concrete, thick" {units} />
		<DraftText {draft} path={['pour', 'waste']} label="Waste, per cent" percent placeholder={String(usual.waste_percent)} optional />
		<DraftText {draft} path={['pour', 'truck']} label="A truck brings" optional placeholder="not said" hint={volumeHint} />
		<DraftText {draft} path={['pour', 'rate']} label="Placed in an hour" optional placeholder="not said" hint={volumeHint} />
	</div>
	{#if pour}
		<p class="mt-2 text-lg font-semibold"><Words text={pour.text} /></p>
		{#if pour.order}<p class="text-lg font-semibold"><Words text={pour.order.text} /></p>
			<p class="text-sm text-ink-soft">
				Once the base was shot, Levels, Slab orders by its real depths.
			</p>{/if}
		{#each pour.asks as one (one)}<p class="caution font-semibold">{one}</p>{/each}
		{#each pour.troubles as one (one)}<p class="caution font-semibold"><Words text={one} /></p>{/each}
	{/if}
	{@render part('base', pour?.base, base)}
	{@render part('bars', pour?.bars_text, bars)}
	{@render part('mesh', pour?.mesh, mesh)}
	{@render part('joints', pour?.joints_text, joints)}
	<section class="mt-3 border-l-4 border-edge pl-3" aria-label="Dowels">
		<b>Dowels into concrete that is there</b>
		{#each dowels as row, index (index)}
			{@const told = pour?.dowels.find((one) => one.line === row.along)}
			<div class="mt-1 grid grid-cols-2 gap-x-4 gap-y-1 sm:grid-cols-3">
				<label
					><span class="font-semibold">Along</span>
					<select
						class="field mt-1"
						value={row.along}
						onchange={(event) => draft.put(['pour', 'dowels', index, 'along'], event.currentTarget.value)}
					>
						{#each result.sides as side (side.line)}<option>{side.line}</option>{/each}
					</select></label
				>
				<DraftLength {draft} path={['pour', 'dowels', index, 'spacing']} label="Apart at the most" {units} />
				<DraftLength
					{draft}
					path={['pour', 'dowels', index, 'clear']}
					label="From both ends"
					{units}
					optional
					placeholder={usual.dowel_clear}
				/>
				<DraftText {draft} path={['pour', 'dowels', index, 'size']} label="Size" optional placeholder="ask" />
				<DraftLength {draft} path={['pour', 'dowels', index, 'deep']} label="Drilled, deep" {units} optional placeholder="ask" />
			</div>
			{#if told}
				<p class="font-semibold"><Words text={told.text} /></p>
				<p class="numbers flex flex-wrap gap-x-2 text-sm">
					{#each told.stations as station, number (number)}<Len text={station} />{/each}
				</p>
			{/if}
			<button
				type="button"
				class="min-h-11 underline"
				onclick={() => draft.put(['pour', 'dowels', index], undefined)}>take the dowels along {row.along} out</button
			>
		{/each}
		<button
			type="button"
			class="board-button plain mt-1 block"
			onclick={() =>
				draft.put(['pour', 'dowels', dowels.length], { along: result.sides[0]?.line ?? '', spacing: '' })}
			>+ dowels</button
		>
	</section>
	{#if pour && (pour.truck.length > 0 || pour.cuts.length > 0)}
		<div class="mt-3 grid gap-4 sm:grid-cols-2">
			<div>
				<h2 class="font-bold">On the truck</h2>
				<ul class="numbers text-lg">{#each pour.truck as one (one)}<li><Words text={one} /></li>{/each}</ul>
			</div>
			{#if pour.cuts.length}<div><h2 class="font-bold">Cutting bars</h2><Cuts cuts={pour.cuts} /></div>{/if}
		</div>
	{/if}
	<p class="caution mt-2 text-sm">
		Sizes, spacing, cover and laps are the engineer’s, the drawings’ and the code’s: type them, nothing here
		works them out. Cap bars that stand up. Wet cement burns.
	</p>
	<button
		type="button"
		class="mt-2 min-h-11 justify-self-start underline"
		onclick={() => draft.put(['pour'], undefined)}>Take the pour out of the plan</button
	>
{/if}
