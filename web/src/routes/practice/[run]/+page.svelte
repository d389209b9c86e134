<script lang="ts">
	import { page } from '$app/state';
	import { follow } from '$lib/job/live';
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
	$effect(() => void practice.load(id));
	$effect(() =>
		follow(`/api/practice/runs/${id}/changes`, (mark) => void practice.refresh(Number(mark)))
	);
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
					<Ended {practice} debrief={run.debrief} />
				{:else}
					<p><Words text={run.task.brief} /></p>
					{#each run.own as told (told)}<p class="text-ink-soft"><Words text={told} /></p>{/each}
				{/if}
				{#if run.look}<LookRound {practice} look={run.look} />{/if}
				{#if !run.debrief}
					{#if run.level}
						<LevelRun {practice} {run} site={run.level} />
					{:else}
						<StringRun {practice} {run} />
					{/if}
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
				<Book {run} />
			</div>
			<div class="order-first">
				{#if run.level}
					<LevelSite {practice} {run} site={run.level} />
				{:else}
					<YardDrawing
						{run}
						current={open ? [open.start, open.end] : undefined}
						onPull={(start, end) => void practice.pull(start, end)}
					/>
				{/if}
			</div>
		</main>
	{/if}
</div>
