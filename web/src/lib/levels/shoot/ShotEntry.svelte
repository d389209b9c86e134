<script lang="ts">
	import type { LevelSetup } from '$lib/api/types';
	import { lengths } from '$lib/keypad/keypad.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import { outbox } from '$lib/outbox/outbox.svelte';
	import AskInstrument from '$lib/shelf/AskInstrument.svelte';
	import { ReadingEcho } from './readingEcho.svelte';
	import type { ShotDraft } from './shots';
	import type { LevelsStage } from '$lib/levels/stage.svelte';
	import { CARRIED, FOUND_THERE, THINGS, TURNED, unitsOf } from '$lib/levels/words';

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
	/** Readings of this setup that the server does not have yet. */
	const pending = $derived(
		stage.shots.underway.filter(
			(one) => !one.refused && one.setupId === setup.id && !one.shot?.replaces
		)
	);
	/** Readings kept under somebody's hands that the server is still asked whether it can read. */
	let checking = $state.raw<{ at: string; thing: string }[]>([]);
	/** One after the other, so that readings go off in the order they were typed. */
	let line: Promise<void> = Promise.resolve();
	/** Everything read from here in order: recorded, on its way, about to be. */
	const read = $derived([
		...shot.map((one) => ({ at: one.at, thing: one.thing ?? '' })),
		...pending.map((one) => ({ at: one.shot?.at ?? '', thing: one.shot?.on ?? '' })),
		...checking
	]);
	/** The first shot of a setup is on a point whose height is known. */
	const first = $derived(read.length === 0 && setup.instrument !== 'string');
	/** The last point of the setup before, when the height is carried on from it. */
	const carriedFrom = $derived.by(() => {
		const last = stage.levels?.setups[stage.index - 1]?.shots.findLast((one) => !one.struck);
		const point = points.find((one) => one.name === last?.at);
		return point && (CARRIED.includes(setup.instrument) || !point.place) ? point.label : '';
	});
	/** What stands on the benchmark where the book begins on a thing. */
	const begunOn = $derived(first && !carriedFrom ? (stage.planned.benchmark?.on ?? '') : '');
	const thing = $derived(stage.draft('thing') || begunOn);
	const suggested = $derived.by(() => {
		if (first) return carriedFrom || (points[0]?.label ?? '');
		// in the order of the plan, on from the last one that was read
		const done = new Set(read.filter((one) => one.thing === thing).map((one) => one.at));
		const open = points.filter((one) => one.place && !done.has(one.name));
		// the structure in front of one first; points of others come once its own are read
		const own = open.filter((one) => stage.isOwn(one.name));
		const among = own.length ? own : open;
		const last = points.findIndex((one) => one.name === read.at(-1)?.at);
		const ahead = among.find((one) => points.indexOf(one) > last);
		return (ahead ?? among[0])?.label ?? '';
	});
	const turned = $derived(stage.draft('turned'));
	const bracket = $derived(stage.draft('bracket'));
	const distance = $derived(stage.draft('distance'));
	const leans = $derived(stage.draft('leans'));
	const foot = $derived(stage.draft('foot'));
	/** Drops from a string whose height is another at every point: what a reading means is known once it is kept. */
	const bent = $derived(Boolean(setup.string));
	const at = $derived(stage.draft('at') || suggested);
	/** What a reading takes along; the thing stays for the next one. */
	const FIELDS = ['reading', 'turned', 'bracket', 'distance', 'leans', 'foot', 'at'] as const;
	/** A name that is not in the book, about which was asked whether it is meant. */
	let unknown = $state('');
	let trouble = $state('');
	const reading = $derived(stage.draft('reading'));
	const isTurned = $derived(TURNED.includes(setup.instrument));
	/** What a reading on this point would mean. */
	const meaning = $derived(
		first
			? { known_mm: stage.heightOf(at, thing) ?? null }
			: { hi_mm: bent ? null : (stage.found?.level_line_mm ?? null) }
	);
	const asked = $derived({
		units: stage.job.units,
		rod: setup.rod,
		text: reading,
		rod_mm: setup.rod_length?.mm ?? null,
		correct_per_mm: stage.found?.correction_per_mm ?? null,
		turned,
		bracket,
		distance,
		leans,
		foot,
		foot_mm: setup.foot_mm,
		...meaning
	});
	$effect(() => echo.ask(asked));
	const things = $derived([...new Set([...stage.things, ...THINGS, ...FOUND_THERE])]);

	function keep(event: SubmitEvent) {
		event.preventDefault();
		if (!at || !reading.trim()) return;
		if (!stage.pointOf(at) && !first && unknown !== at) {
			unknown = at;
			return;
		}
		const shot = { at, thing, reading, turned, bracket, distance, leans, foot };
		const question = { ...asked, text: shot.reading };
		const mine = { at: stage.nameOf(at), thing };
		unknown = '';
		checking = [...checking, mine];
		// empty at once, for the next reading; what cannot be read comes back
		for (const key of FIELDS) stage.type(key, '');
		line = line
			.then(() => send(shot, question))
			.finally(() => {
				checking = checking.filter((one) => one !== mine);
			});
	}

	async function send(shot: ShotDraft, question: Parameters<ReadingEcho['check']>[0]) {
		const said = await echo.check(question);
		if (!said) {
			trouble = '';
			void stage.shots.record(setup, shot);
		} else if (reading) {
			// another one is being typed already
			trouble = `${shot.at}, “${shot.reading.trim()}”: ${said}`;
		} else {
			trouble = said;
			for (const key of FIELDS) stage.type(key, shot[key]);
		}
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
			onchange={(event) => {
				// “a” is A
				const known = stage.pointOf(event.currentTarget.value);
				if (known) stage.type('at', known.label);
			}}
			oninput={(event) => {
				unknown = '';
				stage.type('at', event.currentTarget.value);
			}}
			onfocus={(event) => event.currentTarget.select()}
		/>
		<datalist id="{id}-points">
			{#each points as point (point.name)}<option value={point.label}></option>{/each}
		</datalist></label
	>
	<label class="on"
		><span>on</span>
		<input
			class="field"
			aria-label="On the ground, or on a thing"
			list="{id}-things"
			value={thing}
			placeholder="the ground"
			autocomplete="off"
			oninput={(event) => stage.type('thing', event.currentTarget.value)}
		/>
		<datalist id="{id}-things">
			{#each things as one (one)}<option value={one}></option>{/each}
		</datalist></label
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
			{@attach lengths(() => ({ marks: setup.rod, signed: true }))}
		/></label
	>
	<button class="board-button big">Keep</button>
	{#if setup.device && stage.levels?.answering.includes(setup.device)}
		<div class="wide">
			<AskInstrument
				name={setup.device}
				where={at.trim() && `${at} ${thing}`.trim()}
				onAsk={(again) => stage.askInstrument(setup.id, stage.nameOf(at), thing, again)}
				{reading}
				onTake={(text) => stage.type('reading', text)}
			/>
		</div>
	{/if}
	<p id="{id}-echo" class="wide min-h-6" aria-live="polite">
		{#if unknown}
			<strong>There is no point “{unknown}” yet.</strong>
			<button class="min-h-11 px-2 underline">Make it a new point</button>
			<button
				class="min-h-11 px-2 underline"
				type="button"
				onclick={() => {
					unknown = '';
					stage.type('at', '');
				}}>No, {suggested || 'another'}</button
			>
		{:else if echo.trouble || trouble}<strong class="text-string" role="alert"
				>{echo.trouble || trouble}</strong
			>
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
			onInput={(text) => stage.type('turned', text)}
		/>
	{/if}
	{#if setup.instrument === 'line-level'}
		<LengthField
			label="Bubble at its other line"
			value={bracket}
			{units}
			signed
			hint="leave empty when it is centred; the mean counts"
			onInput={(text) => stage.type('bracket', text)}
		/>
	{/if}
	{#if isTurned || setup.corrected || bent}
		<LengthField
			label={bent || setup.spanned ? 'Along the string' : isTurned ? 'Span' : 'Sight distance'}
			value={distance}
			{units}
			hint={bent
				? 'leave empty under it: from the plan'
				: setup.spanned
					? 'leave empty at the far end'
					: setup.corrected
						? 'the correction goes with it'
						: 'leave empty: from the plan'}
			onInput={(text) => stage.type('distance', text)}
		/>
	{/if}
	<details class="wide" open={Boolean(leans || foot)}>
		<summary class="flex min-h-11 cursor-pointer items-center underline"
			>The rod leans, or it is another one</summary
		>
		<p class="text-sm">
			Rock the rod slowly and take the least it shows: a rod that leans always shows too much.
		</p>
		<div class="grid grid-cols-2 gap-2">
			<LengthField
				label="Out of plumb there"
				value={leans}
				{units}
				hint="at the reading; what that adds comes off"
				onInput={(text) => stage.type('leans', text)}
			/>
			<LengthField
				label="Missing of this rod’s foot"
				value={foot}
				{units}
				placeholder="as of this setup"
				onInput={(text) => stage.type('foot', text)}
			/>
		</div>
	</details>
	{#each pending as parcel (parcel.key)}
		<p class="wide">
			<b>{stage.label(parcel.shot?.at ?? '')} {parcel.shot?.on ?? ''} {parcel.shot?.reading}</b>
			<span class="text-ink-soft"
				>{outbox.away ? 'kept here, waiting to be sent' : 'on its way'}</span
			>
		</p>
	{/each}
</form>

<style>
	.entry {
		display: grid;
		grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr) 8rem auto;
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
