<script lang="ts">
	import { untrack } from 'svelte';
	import Len from '$lib/lengths/Len.svelte';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import FallFields from '$lib/levels/build/FallFields.svelte';
	import type { FallDraft } from '$lib/levels/build/fall';
	import { draftOf, fallOf, noFall } from '$lib/levels/build/fall';
	import Footings from '$lib/levels/build/Footings.svelte';
	import Runs from '$lib/levels/build/Runs.svelte';
	import Strings from '$lib/levels/build/Strings.svelte';
	import GridForm from './GridForm.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';
	import { freeName, NO_SHARE, percentOf, shareOf, typedText } from '$lib/levels/typed';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	const ground = $derived(stage.result?.ground);
	const here = $derived(stage.structure.name_in_file);
	/** Those that do not work first. */
	const profiles = $derived(
		(stage.result?.profiles ?? [])
			.filter((one) => one.structure === here)
			.toSorted((one, other) => Number(one.works) - Number(other.works))
	);
	const clearances = $derived(
		(stage.result?.clearances ?? []).filter((one) => one.structure === here)
	);
	const pads = $derived((stage.result?.pads ?? []).filter((one) => one.structure === here));
	const sections = $derived(
		(stage.planned.sections ?? []).filter((one) => (one.structure ?? stage.levels?.on) === here)
	);
	const lines = $derived(stage.structure.result.sides.map((side) => side.line));
	/** Points of this structure that a section can run between. */
	const places = $derived(
		(stage.levels?.points ?? []).filter((one) => one.place && stage.isOwn(one.name))
	);
	let line = $state('');
	let ends = $state<[string, string]>(['', '']);
	let height = $state('');
	let swell = $state(untrack(() => String(stage.job.usual.swell_percent)));
	let fall = $state<FallDraft>(noFall());
	let changing = $state('');
	let trouble = $state('');

	async function keepPad(event: SubmitEvent) {
		event.preventDefault();
		const share = shareOf(swell);
		if (share === undefined) {
			trouble = NO_SHARE;
			return;
		}
		trouble = await stage.plan((plan) => {
			const others = (plan.pads ?? []).filter((one) => one.name !== changing);
			const usual = `${stage.structure.plan.name ?? here} pad`;
			const name =
				changing ||
				freeName(
					usual,
					others.map((one) => one.name ?? '')
				);
			const was = (plan.pads ?? []).find((one) => one.name === changing);
			const pad = {
				...was,
				name,
				structure: here,
				height: height.trim(),
				swell: share,
				fall: fallOf(fall) ?? null
			};
			return { ...plan, pads: [...others, pad] };
		});
		if (!trouble) height = changing = '';
	}
	/** Put a pad's values back under the hand. */
	function changePad(name: string) {
		const pad = (stage.planned.pads ?? []).find((one) => one.name === name);
		changing = name;
		height = typedText(pad?.height);
		swell = percentOf(pad?.swell ?? 0);
		fall = draftOf(pad?.fall);
	}
	async function dropPad(name: string) {
		trouble = await stage.plan((plan) => ({
			...plan,
			pads: (plan.pads ?? []).filter((one) => one.name !== name)
		}));
	}
	/** Cut along a line of the structure, or from one point to another, and show that. */
	async function cut(way: { line: string } | { between: [string, string] }) {
		const own = here === stage.levels?.on ? '' : `${here} `;
		const name =
			'line' in way
				? `along ${own}${way.line}`
				: `${own}${way.between.map((one) => stage.label(one)).join(' to ')}`;
		const there = sections.some((one) => one.name === name);
		trouble = there
			? ''
			: await stage.plan((plan) => ({
					...plan,
					sections: [...(plan.sections ?? []), { name, structure: here, ...way }]
				}));
		if (!trouble) stage.section = name;
	}
	async function dropSection(name: string) {
		stage.section = '';
		trouble = await stage.plan((plan) => ({
			...plan,
			sections: (plan.sections ?? []).filter((one) => one.name !== name)
		}));
	}
</script>

{#if ground}
	<p class="text-lg"><Words text={ground.text} /></p>
	<p class="text-ink-soft">
		Mean of the shots <Len text={ground.mean_text} />; on the plan a line every
		<Len text={ground.step_text} />.
	</p>
{:else}
	<p>Shoot the ground at two points or more: corners, boards, or a grid over the yard.</p>
{/if}
{#each pads as pad (pad.name)}
	<article
		class="mt-3 border-l-4 pl-3 {pad.rough === 'machine-first' ? 'border-string' : 'border-edge'}"
	>
		<h2 class="text-lg font-bold">{pad.name}</h2>
		<p><Words text={pad.text} /></p>
		{#if pad.banks.length}
			<p class="caution my-1">
				<b>Banks over its edge:</b>
				<Words text={pad.banks.join('; ')} />. Slope them back or hold them, and lead water round.
			</p>
		{/if}
		{#if pad.cut_text}
			<dl class="numbers grid grid-cols-3 text-xl font-bold">
				<div>
					<dt class="text-sm font-normal text-ink-soft">cut</dt>
					<dd>{pad.cut_text}</dd>
				</div>
				<div>
					<dt class="text-sm font-normal text-ink-soft">fill</dt>
					<dd>{pad.fill_text}</dd>
				</div>
				{#if pad.loose_text}<div>
						<dt class="text-sm font-normal text-ink-soft">cut, on the truck</dt>
						<dd>{pad.loose_text}</dd>
					</div>{/if}
			</dl>
		{/if}
		{#if pad.fall_text}<p class="text-ink-soft"><Words text={pad.fall_text} /></p>{/if}
		{#if pad.balance_text}<p>{pad.balance_text}</p>{/if}
		<p class="no-print flex gap-4">
			<button class="min-h-11 underline" onclick={() => changePad(pad.name)}>change it</button>
			<button class="min-h-11 underline" onclick={() => dropPad(pad.name)}>take it out</button>
		</p>
	</article>
{/each}
<form
	class="no-print mt-4 grid grid-cols-2 gap-2 border-t-2 border-edge pt-2"
	aria-label="Pad"
	onsubmit={keepPad}
>
	<h2 class="col-span-2 text-lg font-bold">
		{changing ? `Change ${changing}` : 'Bring the ground under it to a pad'}
	</h2>
	<LengthField
		label="Pad height"
		value={height}
		units={stage.job.units}
		signed
		hint="its high edge, when it falls"
		onInput={(text) => (height = text)}
	/>
	<label
		><span class="font-semibold">Dug ground swells, per cent</span>
		<input
			class="field numbers mt-1 text-right text-xl"
			inputmode="numeric"
			bind:value={swell}
		/></label
	>
	<FallFields draft={fall} {lines} units={stage.job.units} onChange={(next) => (fall = next)} />
	<button class="board-button col-span-2" disabled={!height.trim()}>Work out cut and fill</button>
</form>
<GridForm {stage} letter="G" beyond={stage.job.usual.grid_beyond} />
<h2 class="mt-4 text-lg font-bold">Sections</h2>
<div class="no-print flex flex-wrap items-center gap-2">
	<button
		class="board-button plain"
		aria-pressed={!stage.section}
		onclick={() => (stage.section = '')}>Plan</button
	>
	{#each sections as one (one.name)}
		<button
			class="board-button plain"
			aria-pressed={stage.section === one.name}
			onclick={() => (stage.section = one.name)}>{one.name}</button
		>
	{/each}
	<label
		>along
		<select class="field !w-auto" aria-label="Section along line" bind:value={line}>
			<option value="">line</option>
			{#each lines as one (one)}<option>{one}</option>{/each}
		</select></label
	>
	<button class="board-button plain" disabled={!line} onclick={() => cut({ line })}>Cut it</button>
</div>
<div class="no-print mt-2 flex flex-wrap items-center gap-2">
	{#each [0, 1] as const as end (end)}
		<label
			>{end ? 'to' : 'from'}
			<select
				class="field !w-auto"
				aria-label="Section {end ? 'to' : 'from'} point"
				bind:value={ends[end]}
			>
				<option value="">point</option>
				{#each places as one (one.name)}<option value={one.name}>{one.label}</option>{/each}
			</select></label
		>
	{/each}
	<button
		class="board-button plain"
		disabled={!ends[0] || !ends[1] || ends[0] === ends[1]}
		onclick={() => cut({ between: [ends[0], ends[1]] })}>Cut between them</button
	>
	{#if stage.section}
		<button class="min-h-11 underline" onclick={() => dropSection(stage.section)}
			>take this section out</button
		>
	{/if}
</div>
{#if trouble}<p role="alert" class="mt-2 font-semibold text-string">{trouble}</p>{/if}
{#if clearances.length}
	<h2 class="mt-5 text-lg font-bold">Over the ground inside</h2>
	<ul aria-label="Over the ground inside">
		{#each clearances as one (one.thing)}
			<li
				class="border-t border-rule py-1"
				class:caution={!one.works}
				class:font-semibold={!one.works}
			>
				<b>{one.thing}</b>: <Words text={one.text} />
			</li>
		{/each}
	</ul>
{/if}
{#if profiles.length}
	<h2 class="mt-5 text-lg font-bold">Strings over the ground</h2>
	<ul aria-label="Strings over the ground">
		{#each profiles as one (one.line + one.of)}
			<li
				class="border-t border-rule py-1"
				class:caution={!one.works}
				class:font-semibold={!one.works}
			>
				<b>{one.line}</b>{#if one.of !== 'string'}, {one.of}{/if}: <Words
					text={one.text}
				/>{#if one.seen_share < 0.995}
					<span class="ml-1 text-sm text-ink-soft"
						>{Math.round(one.seen_share * 100)} in 100 of it was shot under.</span
					>{/if}
			</li>
		{/each}
	</ul>
{/if}
<h2 class="mt-5 text-lg font-bold">Drains and trenches</h2>
<Runs {stage} />
<h2 class="mt-5 text-lg font-bold">Strings that fall</h2>
<Strings {stage} />
<h2 class="mt-5 text-lg font-bold">Footings</h2>
<Footings {stage} />
