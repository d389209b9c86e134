<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { follow } from '$lib/job/live';
	import StageLine from '$lib/job/StageLine.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import Book from '$lib/practice/Book.svelte';
	import Ended from '$lib/practice/Ended.svelte';
	import LevelRun from '$lib/practice/levels/LevelRun.svelte';
	import LevelSite from '$lib/practice/levels/LevelSite.svelte';
	import LookRound from '$lib/practice/LookRound.svelte';
	import { PracticeRun } from '$lib/practice/run.svelte';
	import StringRun from '$lib/practice/strings/StringRun.svelte';
	import YardDrawing from '$lib/practice/strings/YardDrawing.svelte';
	import Mark from '$lib/ui/Mark.svelte';

	const practice = new PracticeRun();
	const run = $derived(practice.run);
	const open = $derived(practice.openPull);
	const id = $derived(page.params.run ?? '');
	const work = $derived(run?.level ? 'levels' : 'square');
	/** The stage on the screen; where none is named, or it is no longer for work, the one the run is at. */
	const stage = $derived.by(() => {
		const asked = run?.stages.find((one) => one.name === page.params.stage)?.name;
		return run?.debrief ? (asked === 'ground' ? asked : 'handover') : (asked ?? work);
	});
	$effect(() => void practice.load(id));
	$effect(() =>
		follow(`/api/practice/runs/${id}/changes`, (mark) => void practice.refresh(Number(mark)))
	);
	// once it is over there is nothing left to do at the strings, on whichever device it was ended
	$effect(() => {
		if (run?.debrief && page.params.stage !== 'handover' && page.params.stage !== 'ground')
			void goto(`/practice/${id}/handover`, { replaceState: true, noScroll: false });
	});
</script>

<svelte:head><title>{run?.task.title ?? 'Practice'} · Anvilhead</title></svelte:head>

<div class="mx-auto max-w-[92rem] px-3 py-3 sm:px-7">
	<header class="mb-2 flex flex-wrap items-center gap-3">
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
	{#if run}<StageLine stages={run.stages} current={stage} base="/practice/{id}" />{/if}
	{#if practice.trouble}<p role="alert" class="caution mb-3 font-semibold">
			{practice.trouble}
		</p>{/if}
	{#if run}
		<main class="two-panes">
			<div class="grid content-start gap-3">
				{#if stage === 'ground'}
					<p class="text-lg"><Words text={run.task.brief} /></p>
					{#each run.own as told (told)}<p class="text-ink-soft"><Words text={told} /></p>{/each}
					{#if run.look}<LookRound {practice} look={run.look} />{/if}
					{#if !run.debrief}
						<p>
							<a class="board-button" href="/practice/{id}/{work}"
								>{run.level ? 'On to the instruments' : 'On to the strings'}</a
							>
						</p>
					{/if}
				{:else if stage === 'handover'}
					{#if run.debrief}<Ended {practice} debrief={run.debrief} />
					{:else}
						<p class="text-lg">Nothing is handed over yet: accept it first, or say what is so.</p>
					{/if}
					<Book {run} />
				{:else}
					{#if run.level}
						<LevelRun {practice} {run} site={run.level} />
					{:else}
						<StringRun {practice} {run} />
					{/if}
					<p class="flex flex-wrap items-center gap-3">
						<button
							class="min-h-11 underline"
							aria-disabled={practice.isBusy}
							onclick={() => practice.take({ do: 'hint' })}
							>ask somebody over, {run.costs.hint} minutes</button
						>
						{#if run.hint}<span class="caution grow" role="status"><Words text={run.hint} /></span
							>{/if}
					</p>
					<Book {run} />
					<details>
						<summary class="flex min-h-11 cursor-pointer items-center underline"
							>What is to be done</summary
						>
						<p><Words text={run.task.brief} /></p>
						{#each run.own as told (told)}<p class="text-ink-soft"><Words text={told} /></p>{/each}
						{#each run.look?.dangers ?? [] as one (one.kind)}<p class="caution mt-2">
								<Words text={one.text} />
							</p>{/each}
					</details>
				{/if}
			</div>
			<div class="order-first">
				{#if run.level}
					<LevelSite {practice} {run} site={run.level} at={stage} />
				{:else}
					<YardDrawing
						{run}
						current={open && stage === 'square' ? [open.start, open.end] : undefined}
						onPull={stage === 'square'
							? (start, end, from) => void practice.pull(start, end, false, from)
							: undefined}
					/>
				{/if}
			</div>
		</main>
	{/if}
</div>
