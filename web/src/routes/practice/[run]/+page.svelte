<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import LevelRun from '$lib/practice/levels/LevelRun.svelte';
	import LevelSite from '$lib/practice/levels/LevelSite.svelte';
	import SwungTape from '$lib/practice/SwungTape.svelte';
	import ReadTape from '$lib/practice/ReadTape.svelte';
	import { PracticeRun } from '$lib/practice/run.svelte';
	import YardDrawing from '$lib/practice/YardDrawing.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import Mark from '$lib/ui/Mark.svelte';

	const practice = new PracticeRun();
	const run = $derived(practice.run);
	const last = $derived(run?.pulls.at(-1));
	/** The pull that is still to be written down. */
	const open = $derived(last && last.written === null ? last : undefined);
	let reading = $state('');
	let board = $state('');
	let amount = $state('');
	let way = $state<'in' | 'out'>('in');
	const openShot = $derived(run?.level?.shots.find((one) => one.written === null));
	let wait = $state(30);
	let turned = $state(false);
	const WAYS = [
		{ value: 'in', label: 'in' },
		{ value: 'out', label: 'out' }
	] as const;
	$effect(() => void practice.load(page.params.run ?? ''));

	async function pull(start: string, end: string, swing = false) {
		if (await practice.take({ do: 'pull', start, end, swing })) reading = '';
	}
	let swingFrom = $state('');
	let swingTo = $state('');
	async function next(key: string) {
		const begun = await practice.begin(key);
		if (begun) await goto(`/practice/${begun}`);
	}
	async function write(event: SubmitEvent) {
		event.preventDefault();
		if (!open || !reading.trim()) return;
		if (await practice.take({ do: 'write', pull: open.number, reading })) reading = '';
	}
	async function move(event: SubmitEvent) {
		event.preventDefault();
		const inward = way === 'in' ? amount.trim() : `-${amount.trim()}`;
		if (await practice.take({ do: 'move', board, inward })) amount = '';
	}
	const spoken = (name: string) => `Line ${name.split('@')[0]}, board at ${name.split('@')[1]}`;
</script>

<svelte:head><title>{run?.task.title ?? 'Practice'} · Anvilhead</title></svelte:head>

<div class="mx-auto max-w-[92rem] px-3 py-3 sm:px-7">
	<header class="mb-3 flex flex-wrap items-center gap-3">
		<a
			href="/practice"
			class="inline-flex min-h-11 min-w-11 items-center"
			aria-label="The practice yard"><Mark /></a
		>
		<h1 class="text-2xl font-extrabold">{run?.task.title ?? 'Practice'}</h1>
		<span class="bg-string px-2 py-1 font-bold text-string-ink">simulated</span>
		{#if run && !run.debrief}
			<span class="ml-auto text-lg"
				><b class="numbers" class:text-string={run.minutes_left < 0}>{run.minutes_left}</b> minutes
				and <b class="numbers" class:text-string={run.pulls_left < 0}>{run.pulls_left}</b>
				{run.level ? 'readings' : 'pulls'} left</span
			>
		{/if}
	</header>
	{#if practice.trouble}<p role="alert" class="caution mb-3 font-semibold">
			{practice.trouble}
		</p>{/if}
	{#if run}
		<main class="two-panes">
			<div class="grid content-start gap-3">
				{#if run.debrief}
					<section aria-labelledby="ended">
						<h2 id="ended" class="text-xl font-bold"><Words text={run.debrief.text} /></h2>
						{#if run.debrief.coach}<p class="mt-1 text-lg">
								<Words text={run.debrief.coach} />
							</p>{/if}
						<ul class="mt-2 grid gap-2">
							{#each run.debrief.lesson_texts as lesson (lesson)}<li class="caution">
									{lesson}
								</li>{/each}
						</ul>
						<p class="mt-3 flex flex-wrap items-center gap-4">
							{#if run.debrief.next_task}
								{@const key = run.debrief.next_task}
								<button class="board-button" disabled={practice.isBusy} onclick={() => next(key)}
									>Next: {run.debrief.next_title}</button
								>
							{/if}
							<a class="inline-flex min-h-11 items-center underline" href="/practice"
								>All tasks, and your path</a
							>
						</p>
					</section>
				{:else if run.level}
					<LevelRun
						{practice}
						{run}
						site={run.level}
						{wait}
						{turned}
						onWait={(next) => (wait = next)}
						onTurned={(next) => (turned = next)}
					/>
				{:else}
					<p><Words text={run.task.brief} /></p>
					{#if open}
						<form onsubmit={write} aria-label="Write down {open.start} to {open.end}">
							<h2 class="text-xl font-bold">{open.start}–{open.end}</h2>
							{#if open.called}
								<p class="text-2xl">
									Your helper calls: <b class="numbers"><Words text={open.called} /></b>
								</p>
							{:else if open.swing}
								<SwungTape
									mm={open.shows_mm}
									units={run.units}
									pair="{open.start}–{open.end}"
									told={open.shows_text}
								/>
							{:else}
								<ReadTape
									mm={open.shows_mm}
									units={run.units}
									pair="{open.start}–{open.end}"
									told={open.shows_text}
								/>
							{/if}
							{#if run.easy}
								{@const text = open.shows_text}
								<button class="min-h-11 underline" type="button" onclick={() => (reading = text)}
									>take it over: <Words {text} /></button
								>
							{/if}
							<LengthField
								label="What you write down"
								value={reading}
								units={run.units}
								onInput={(text) => (reading = text)}
							/>
							<button class="board-button" disabled={!reading.trim() || practice.isBusy}
								>Write it down</button
							>
						</form>
					{/if}
					{#if run.burn_text}<p class="text-lg">
							Started at <b class="numbers"><Words text={run.burn_text} /></b>: write what stands on
							the tape.
						</p>{/if}
					{#if run.swings_to.length}
						<form
							class="grid grid-cols-[1fr_1fr_auto] items-end gap-3"
							aria-label="Swing the tape"
							onsubmit={(event) => {
								event.preventDefault();
								void pull(swingFrom, swingTo, true);
							}}
						>
							<label class="font-semibold"
								>Swing from
								<select class="field mt-1" bind:value={swingFrom} required>
									{#each Object.keys(run.corners) as name (name)}<option>{name}</option>{/each}
								</select></label
							>
							<label class="font-semibold"
								>to line
								<select class="field mt-1" bind:value={swingTo} required>
									{#each run.swings_to as name (name)}<option>{name}</option>{/each}
								</select></label
							>
							<button
								class="board-button plain"
								disabled={!swingFrom || !swingTo || practice.isBusy || Boolean(open)}>Swing</button
							>
						</form>
					{/if}
					<form class="border-t border-rule pt-2" onsubmit={move} aria-label="Move a nail">
						<h2 class="font-bold">Move a nail</h2>
						<div class="grid grid-cols-2 gap-3">
							<label
								><span class="font-semibold">Which</span>
								<select class="field mt-1" bind:value={board} required>
									<option value="" disabled>choose</option>
									{#each run.boards as one (one)}<option value={one}>{spoken(one)}</option>{/each}
								</select></label
							>
							<LengthField
								label="By"
								value={amount}
								units={run.units}
								onInput={(text) => (amount = text)}
							/>
						</div>
						<div class="flex flex-wrap gap-3">
							<Choice
								loose
								label="Which way"
								options={WAYS}
								value={way}
								onValue={(v) => (way = v)}
							/>
							<button
								class="board-button plain"
								disabled={!board || !amount.trim() || practice.isBusy}>Move it</button
							>
						</div>
						{#each run.moved as told, i (i)}<p><Words text={told} /></p>{/each}
					</form>
					<p class="border-t border-rule pt-3">
						<button
							class="board-button"
							disabled={practice.isBusy}
							onclick={() => practice.take({ do: 'accept' })}
							>{run.swings_to.length ? 'It is parallel: accept' : 'They are square: accept'}</button
						>
						{#if run.can_restake}
							<button
								class="board-button plain"
								disabled={practice.isBusy}
								onclick={() => practice.take({ do: 'restake' })}>It must be staked anew</button
							>
						{/if}
					</p>
				{/if}
				{#if !run.debrief}
					<p class="flex flex-wrap items-center gap-3">
						<button
							class="min-h-11 underline"
							disabled={practice.isBusy}
							onclick={() => practice.take({ do: 'hint' })}>ask somebody over, 5 minutes</button
						>
						{#if run.hint}<span class="caution grow" role="status"><Words text={run.hint} /></span
							>{/if}
					</p>
				{/if}
				{#if run.level?.shots.length}
					<table class="w-full">
						<caption class="text-left font-bold">Your book</caption>
						<thead
							><tr
								><th class="text-left" scope="col">Point</th><th class="text-left" scope="col"
									>Setup</th
								><th class="text-right" scope="col">Written</th>{#if run.debrief}<th
										class="text-right"
										scope="col">True</th
									>{/if}</tr
							></thead
						>
						<tbody>
							{#each run.level.shots as one (one.number)}
								{@const truth = run.debrief?.pulls[one.number]}
								<tr class="border-t border-rule">
									<th scope="row" class="py-1 text-left">{one.at}{one.turned ? ', turned' : ''}</th>
									<td>{one.setup + 1}</td>
									<td class="numbers text-right text-lg"><Words text={one.written ?? '—'} /></td>
									{#if truth}<td class="numbers text-right text-lg"
											><Words text={truth.true_text} /></td
										>{/if}
								</tr>
								{#if truth}<tr
										><td colspan="4" class="pb-1 text-sm"><Words text={truth.text} /></td></tr
									>{/if}
							{/each}
						</tbody>
					</table>
				{/if}
				{#if run.pulls.length}
					<table class="w-full">
						<caption class="text-left font-bold">Your book</caption>
						<thead
							><tr
								><th class="text-left" scope="col">Pull</th><th class="text-right" scope="col"
									>Written</th
								>{#if run.debrief}<th class="text-right" scope="col">True</th>{/if}</tr
							></thead
						>
						<tbody>
							{#each run.pulls as one (one.number)}
								{@const truth = run.debrief?.pulls[one.number]}
								<tr class="border-t border-rule">
									<th scope="row" class="py-1 text-left"
										>{one.start}–{one.end}{one.swing ? ', swung' : ''}
										{#if one.after_moves}<span class="text-sm font-normal text-ink-soft"
												>after {one.after_moves}
												{one.after_moves === 1 ? 'move' : 'moves'}</span
											>{/if}</th
									>
									<td class="numbers text-right text-lg"><Words text={one.written ?? '—'} /></td>
									{#if truth}<td class="numbers text-right text-lg"
											><Words text={truth.true_text} /></td
										>{/if}
								</tr>
								{#if truth}<tr
										><td colspan="3" class="pb-1 text-sm"
											><Words text={truth.text} />
											{#if truth.coach}<span>{truth.coach}</span>{/if}
											{#if truth.minutes}<span class="text-ink-soft">{truth.minutes} min</span
												>{/if}</td
										></tr
									>{/if}
							{/each}
						</tbody>
					</table>
				{/if}
			</div>
			<div class="order-first">
				{#if run.level}
					{@const site = run.level}
					<LevelSite
						{site}
						current={openShot?.at ?? ''}
						ready={Boolean(site.tool) && !openShot && !run.debrief && !practice.isBusy}
						onShoot={(at) =>
							void practice.take({
								do: 'shoot',
								at: turned && site.tool === 'hose' ? 'BM' : at,
								wait_s: site.tool === 'hose' ? wait : 0,
								turned: turned && site.tool !== 'laser' && site.tool !== 'optical'
							})}
					/>
				{:else}
					<YardDrawing
						{run}
						current={open ? [open.start, open.end] : undefined}
						onPull={(start, end) => void pull(start, end)}
					/>
				{/if}
			</div>
		</main>
	{/if}
</div>
