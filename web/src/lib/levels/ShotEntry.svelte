<script lang="ts">
	import type { LevelSetup } from '$lib/api/types';
	import Words from '$lib/lengths/Words.svelte';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import { outbox } from '$lib/outbox/outbox.svelte';
	import { ReadingEcho } from './readingEcho.svelte';
	import type { LevelsStage } from './stage.svelte';
	import { CARRIED, THINGS, TURNED, unitsOf } from './words';

	interface Props {
		stage: LevelsStage;
		setup: LevelSetup;
	}
	let { stage, setup }: Props = $props();

	const id = $props.id();
	const echo = new ReadingEcho();
	const units = $derived(unitsOf(setup.rod));
	const points = $derived(stage.levels?.points ?? []);
	const shot = $derived(setup.shots.filter((one) => !one.struck));
	/** The first shot of a setup is on a point whose height is known. */
	const first = $derived(shot.length === 0 && setup.instrument !== 'string');
	/** The last point of the setup before, when the height is carried on from it. */
	const carriedFrom = $derived.by(() => {
		const last = stage.levels?.setups[stage.index - 1]?.shots.findLast((one) => !one.struck);
		const point = points.find((one) => one.name === last?.at);
		return point && (CARRIED.includes(setup.instrument) || !point.place) ? point.label : '';
	});
	const suggested = $derived.by(() => {
		if (first) return carriedFrom || (points[0]?.label ?? '');
		const done = new Set(shot.filter((one) => !one.thing).map((one) => one.at));
		const last = points.findIndex((one) => one.name === shot.at(-1)?.at);
		const ahead = [...points.slice(last + 1), ...points.slice(0, last + 1)];
		return ahead.find((one) => one.place && !done.has(one.name))?.label ?? '';
	});
	let chosen = $state<string>();
	let thing = $state('');
	let turned = $state('');
	let distance = $state('');
	const at = $derived(chosen ?? suggested);
	const reading = $derived(stage.draft('reading'));
	const isTurned = $derived(TURNED.includes(setup.instrument));
	/** What a reading on this point would mean. */
	const meaning = $derived(
		first
			? { known_mm: points.find((one) => one.label === at)?.height_mm ?? undefined }
			: { hi_mm: stage.found?.level_line_mm ?? undefined }
	);
	$effect(() => echo.ask({ units: stage.job.units, rod: setup.rod, text: reading, ...meaning }));
	const things = $derived([...new Set([...stage.things, ...THINGS])]);

	function keep(event: SubmitEvent) {
		event.preventDefault();
		if (!at || !reading.trim()) return;
		stage.shoot(setup, { at, thing, reading, turned, distance });
		stage.type('reading', '');
		turned = distance = '';
		chosen = undefined;
	}
</script>

<form class="entry" aria-label="Next shot" onsubmit={keep}>
	<label class="at"
		><span>{first ? 'On the known point' : 'Rod stands at'}</span>
		<input
			class="field text-xl font-bold"
			list="{id}-points"
			value={at}
			autocomplete="off"
			oninput={(event) => (chosen = event.currentTarget.value)}
			onfocus={(event) => event.currentTarget.select()}
		/>
		<datalist id="{id}-points">
			{#each points as point (point.name)}<option value={point.label}></option>{/each}
		</datalist></label
	>
	<label class="on"
		><span>on</span>
		<select class="field" aria-label="On the ground, or on a thing" bind:value={thing}>
			<option value="">the ground</option>
			{#each things as one (one)}<option>{one}</option>{/each}
		</select></label
	>
	<label class="reading"
		><span>Reading</span>
		<input
			class="field numbers text-right text-3xl font-bold"
			value={reading}
			autocomplete="off"
			autocapitalize="off"
			spellcheck="false"
			enterkeyhint="next"
			aria-invalid={echo.trouble ? 'true' : undefined}
			aria-describedby="{id}-echo"
			oninput={(event) => stage.type('reading', event.currentTarget.value)}
		/></label
	>
	<button class="board-button big">Keep</button>
	<p id="{id}-echo" class="wide min-h-6" aria-live="polite">
		{#if echo.trouble}<strong class="text-string">{echo.trouble}</strong>
		{:else if echo.text}<span class="text-measured"
				>= <Words text={echo.text} />{#if echo.says}: <b><Words text={echo.says} /></b>{/if}, Enter
				keeps it</span
			>{/if}
	</p>
	{#if isTurned}
		<LengthField
			label="Turned end for end"
			value={turned}
			{units}
			signed
			hint="the mean of both counts"
			onInput={(text) => (turned = text)}
		/>
	{/if}
	{#if isTurned || setup.corrected}
		<LengthField
			label={isTurned ? 'Span' : 'Sight is long'}
			value={distance}
			{units}
			hint={setup.corrected ? 'the correction goes with it' : 'from the plan when left empty'}
			onInput={(text) => (distance = text)}
		/>
	{/if}
	{#each stage.parcels as parcel (parcel.id)}
		<p class="wide" role={parcel.refused ? 'alert' : undefined}>
			<b>{stage.label(parcel.shot?.at ?? '')} {parcel.shot?.reading}</b>
			{#if parcel.refused}
				<span class="font-semibold text-string">{parcel.refused}</span>
				<button class="min-h-11 underline" type="button" onclick={() => outbox.drop(parcel.id)}
					>throw it away</button
				>
			{:else}<span class="text-ink-soft">on its way</span>{/if}
		</p>
	{/each}
</form>

<style>
	.entry {
		display: grid;
		grid-template-columns: minmax(0, 0.85fr) minmax(0, 1.15fr) 8.5rem auto;
		gap: 0.25rem 0.5rem;
		align-items: end;
	}
	.entry span {
		display: block;
		font-weight: 600;
	}
	.wide {
		grid-column: 1 / -1;
	}
	.wide span {
		display: inline;
	}
	.big {
		min-height: 3.4rem;
	}
	@media (max-width: 40rem) {
		.entry {
			grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
		}
	}
</style>
