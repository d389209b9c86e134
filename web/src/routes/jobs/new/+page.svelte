<script lang="ts">
	import Choice from '$lib/ui/Choice.svelte';
	import { newId } from '$lib/ui/newId';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { onMount } from 'svelte';
	import { answer, api, ApiError, type Schemas } from '$lib/api/client';
	import type { Job, PlanDoc, Shape, Units } from '$lib/api/types';
	import TapeOffer from '$lib/crew/TapeOffer.svelte';
	import { UNITS } from '$lib/job/session.svelte';
	import { keepOwnUnits, ownUnits } from '$lib/lengths/ownUnits';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import { person } from '$lib/person/person.svelte';
	import { PlanDraft } from '$lib/plan/draft.svelte';
	import Plan from '$lib/drawing/Plan.svelte';
	import WalkPlan from '$lib/drawing/WalkPlan.svelte';
	import { isDrawable, KINDS, sendable } from '$lib/plan/planDoc';
	import { planTroubles } from '$lib/plan/preview.svelte';
	import Mark from '$lib/ui/Mark.svelte';
	import { readKept, writeKept } from '$lib/ui/kept';
	import FootprintFields from '$lib/footprint/FootprintFields.svelte';

	const KEY = 'anvilhead.new-job';
	interface Draft {
		/** Made once, so that sending the job twice makes one. */
		id: string;
		structureId: string;
		job: string;
		units: Units;
		doc: PlanDoc;
	}
	const blank = (): Draft => ({
		id: newId(),
		structureId: newId(),
		job: '',
		units: ownUnits(),
		doc: { kind: 'building', footprint: { shape: 'rectangle', length: '', width: '' } }
	});

	/** Set when the structure goes into a job that is there already. */
	const existing = page.url.searchParams.get('job');
	let job = $state<Job>();
	$effect(() => {
		if (existing) void loadJob(existing);
	});
	async function loadJob(id: string) {
		try {
			job = await answer(api.GET('/api/jobs/{job_id}', { params: { path: { job_id: id } } }));
			if (draft.units !== job.units) switchUnits(job.units);
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			refused = { '': error.message };
		}
	}

	const kept = readKept<Draft | null>(KEY, null);
	/** What was begun before and never made, until somebody says whether it goes on. */
	let begun = $state(kept?.doc && isBegun(kept) && !isHere() ? kept : null);
	const first = kept?.doc && isHere() ? kept : blank();
	let draft = $state(first);
	const plan = new PlanDraft(first.doc);

	/** Whether the draft was typed in this tab, so that a reload just goes on with it. */
	function isHere(): boolean {
		try {
			return sessionStorage.getItem(KEY) !== null;
		} catch {
			return false;
		}
	}

	function markHere(): void {
		try {
			sessionStorage.setItem(KEY, 'here');
		} catch {
			// a browser without storage asks after a reload, no more
		}
	}
	function isBegun(one: Draft): boolean {
		const { footprint } = one.doc;
		const sized =
			footprint?.shape === 'rectangle' ? footprint.length || footprint.width : footprint;
		return Boolean(one.job.trim() || one.doc.name || sized);
	}
	function goOn() {
		if (!begun) return;
		draft = begun;
		plan.doc = begun.doc;
		begun = null;
	}
	let shapes = $state<Partial<Record<Units, Shape[]>>>({});
	let refused = $state<Record<string, string>>({});
	let jobNameRefused = $state('');
	let sending = $state(false);
	/** What a crew usually starts from, by units. */
	let standards = $state<Partial<Record<Units, Schemas['Usual']>>>();
	const preview = plan.preview;

	/** Fetch the usual values, and fill them in where nothing was typed before. */
	async function loadStandards() {
		try {
			standards = await answer(api.GET('/api/standards'));
			shapes = await answer(api.GET('/api/shapes'));
			refused = {};
			if (plan.doc.tolerance === undefined) switchUnits(draft.units);
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			refused = { '': error.message };
			if (error.isPassing) setTimeout(() => void loadStandards(), 2000);
		}
	}
	onMount(() => void loadStandards());
	const burn = $derived(standards?.[draft.units]?.burns[0] ?? '0');
	const sized = $derived(isDrawable(plan.doc));

	$effect(() => {
		if (!begun) {
			writeKept(KEY, { ...$state.snapshot(draft), doc: plan.doc });
			markHere();
		}
		preview.ask(plan.doc, draft.units, burn);
	});

	function chooseUnits(units: Units) {
		keepOwnUnits(units);
		switchUnits(units);
	}
	function switchUnits(units: Units) {
		draft.units = units;
		const standard = standards?.[units];
		if (!standard) return;
		plan.put(['tolerance'], standard.tolerance);
		plan.put(['board_setback'], standard.board_setback);
		plan.put(['restake_over'], standard.restake_over);
	}

	/** The name in job files: letters and digits of the spoken one, and not one the job has. */
	function shortName(name: string): string {
		const plain =
			name
				.toLowerCase()
				.replace(/[^a-z0-9]+/g, '-')
				.replace(/^-|-$/g, '')
				.slice(0, 50) || 'structure';
		const taken = job?.structures.some((one) => one.name_in_file === plain);
		return taken ? `${plain}-${(job?.structures.length ?? 0) + 1}` : plain;
	}

	async function make(event: SubmitEvent) {
		event.preventDefault();
		if (!(await person.ensure())) return;
		sending = true;
		refused = {};
		jobNameRefused = '';
		const name = plan.text('name').trim() || draft.job.trim();
		const structure = {
			id: draft.structureId,
			name_in_file: shortName(name),
			plan: sendable({ ...plan.doc, name })
		};
		try {
			const made = await answer(
				job
					? api.POST('/api/jobs/{job_id}/structures', {
							params: { path: { job_id: job.id } },
							body: { units: draft.units, structure }
						})
					: api.POST('/api/jobs', {
							body: { id: draft.id, name: draft.job, units: draft.units, burn, structure }
						})
			);
			writeKept(KEY, undefined);
			await goto(`/jobs/${made.id}/${draft.structureId}/boards`);
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			jobNameRefused = error.at('/name') ?? '';
			refused = preview.troubles = planTroubles(error.problem);
			if (jobNameRefused) delete refused[''];
		} finally {
			sending = false;
		}
	}
</script>

<svelte:head><title>New job · Anvilhead</title></svelte:head>

<div class="mx-auto flex min-h-dvh max-w-[92rem] flex-col px-3 py-3 sm:px-7">
	<header class="mb-4 flex items-center gap-3">
		<a href="/" class="inline-flex min-h-11 min-w-11 items-center" aria-label="The yard, all jobs"
			><Mark /></a
		>
		<h1 class="text-2xl font-extrabold">{job ? `${job.name}: another structure` : 'A new job'}</h1>
	</header>
	{#if begun}
		<main class="mx-auto max-w-xl py-10 text-center">
			<h2 class="text-xl font-bold">A job was begun on this device and not made yet</h2>
			<p class="mt-2">{begun.job || begun.doc.name || 'It has no name yet.'}</p>
			<p class="mt-5 flex flex-wrap justify-center gap-3">
				<button class="board-button" onclick={goOn}>Go on with it</button>
				<button class="board-button plain" onclick={() => (begun = null)}>Begin afresh</button>
			</p>
		</main>
	{:else}
		<main class="two-panes drawing-first">
			<form class="grid content-start gap-3" onsubmit={make} aria-label="New job">
				{#if !existing}
					<label>
						<span class="font-semibold">Job, as the crew calls it</span>
						<input class="field mt-1" bind:value={draft.job} autocomplete="off" required />
						<span class="mt-1 block min-h-5 text-sm font-semibold text-string"
							>{jobNameRefused}</span
						>
					</label>
					<fieldset>
						<legend class="font-semibold">Tape</legend>
						<Choice label="Tape" options={UNITS} value={draft.units} onValue={chooseUnits} />
					</fieldset>
				{/if}
				<div class="grid grid-cols-2 gap-4">
					<label>
						<span class="font-semibold">What is set out</span>
						<input
							class="field mt-1"
							value={plan.text('name')}
							oninput={(event) => plan.putOptional(['name'], event.currentTarget.value)}
							placeholder={draft.job}
							autocomplete="off"
						/>
						<span class="mt-1 block min-h-5 text-sm font-semibold text-string"
							>{refused['/name'] ?? ''}</span
						>
					</label>
					<label>
						<span class="font-semibold">Kind</span>
						<select
							class="field mt-1"
							value={plan.doc.kind}
							onchange={(event) => plan.put(['kind'], event.currentTarget.value)}
						>
							{#each KINDS as kind (kind.value)}<option value={kind.value}>{kind.label}</option
								>{/each}
						</select>
					</label>
				</div>
				<div>
					<FootprintFields draft={plan} units={draft.units} shapes={shapes[draft.units]} />
				</div>
				<div class="grid grid-cols-2 gap-4">
					<LengthField
						label="Tolerance at corners"
						value={plan.text('tolerance')}
						units={draft.units}
						refused={refused['/tolerance']}
						onInput={(text) => plan.put(['tolerance'], text)}
					/>
					<LengthField
						label="Board setback"
						value={plan.text('board_setback')}
						units={draft.units}
						refused={refused['/board_setback']}
						onInput={(text) => plan.put(['board_setback'], text)}
					/>
				</div>
				<TapeOffer
					units={draft.units}
					value={plan.text('tape_error')}
					onTake={(value) => plan.putOptional(['tape_error'], value)}
				/>
				{#if refused['']}<p role="alert" class="caution font-semibold">{refused['']}</p>{/if}
				<button
					class="board-button"
					disabled={sending ||
						!sized ||
						preview.isOpenWalk ||
						!(existing ? job && plan.text('name').trim() : draft.job.trim())}>Set it out</button
				>
			</form>
			<div class="pane">
				{#if preview.isOpenWalk && preview.walk}
					<WalkPlan
						walk={preview.walk}
						name={plan.text('name') || draft.job || 'the new job'}
						units={draft.units}
					/>
				{:else if preview.shown && sized}
					<Plan
						result={preview.shown.result}
						name={plan.text('name') || draft.job || 'the new job'}
						units={draft.units}
						heldLine="AB"
					/>
				{:else}
					<p
						class="grid size-full place-items-center border border-rule bg-sheet p-8 text-center text-lg text-ink-soft"
					>
						Type the walls: the drawing appears here, to scale.
					</p>
				{/if}
			</div>
		</main>
	{/if}
</div>
