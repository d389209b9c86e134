<script lang="ts">
	import { goto } from '$app/navigation';
	import { onMount } from 'svelte';
	import { keys } from '$lib/keys/keys.svelte';
	import { slate } from '$lib/slate/slate.svelte';
	import { theme } from '$lib/look/theme.svelte';
	import Mark from '$lib/ui/Mark.svelte';
	import NailKey from '$lib/ui/NailKey.svelte';
	import { act, type Done, type YardAct } from '$lib/yard/acts';
	import { importJobFile } from '$lib/yard/importing';
	import { JobList } from '$lib/yard/jobList.svelte';
	import Thrown from '$lib/yard/Thrown.svelte';
	import YardJob from '$lib/yard/YardJob.svelte';

	const list = new JobList();
	const jobs = $derived(list.jobs);
	/** What is wrong with a job file that was opened, line by line. */
	let fileTrouble = $state<string[]>([]);

	/** The job that the file just chosen is already, and the file, to open it once more. */
	let opened = $state<{ job: string; file: File }>();
	let done = $state<Done>();

	let showAway = $state(false);
	const shown = $derived([...(jobs ?? []), ...(showAway ? list.away : [])]);

	async function take(event: Event & { currentTarget: HTMLInputElement }) {
		const field = event.currentTarget;
		const file = field.files?.[0];
		if (!file) return;
		field.value = '';
		await open(file, false);
	}

	async function open(file: File, again: boolean) {
		const read = await importJobFile(file, again);
		opened = read.opened ? { job: read.opened, file } : undefined;
		fileTrouble = read.trouble;
		if (read.job) await goto(`/jobs/${read.job.id}`);
	}

	/** How much was done here, for what must be looked at again after it. */
	let acts = $state(0);
	async function doing(one: YardAct) {
		done = await act(one);
		acts++;
		await list.load();
	}

	onMount(() => {
		void list.load();
		const takeAway = keys.offer([
			{ key: 'n', does: 'a new job', run: () => void goto('/jobs/new') },
			{ key: '=', does: 'the slate: one-off sums', run: () => slate.open() }
		]);
		return () => {
			list.leave();
			takeAway();
		};
	});
</script>

<svelte:head><title>The yard · Anvilhead</title></svelte:head>

<div class="mx-auto max-w-[80rem] px-4 py-4 sm:px-7">
	<header class="mb-5 flex flex-wrap items-center gap-x-4 gap-y-2">
		<Mark />
		<h1 class="text-xl"><span class="font-extrabold">Anvilhead</span> · the yard</h1>
		<div class="ml-auto flex flex-wrap items-center gap-2">
			<NailKey letter="D" onPress={() => theme.toggle()}
				>{theme.name === 'light' ? 'dusk' : 'daylight'}</NailKey
			>
			<NailKey letter="=" onPress={() => slate.open()}>slate</NailKey>
			<NailKey letter="?" onPress={() => (keys.listed = true)}>keys</NailKey>
			<label class="board-button plain cursor-pointer">
				Open a job file
				<input
					class="sr-only"
					type="file"
					accept=".json,.zip,application/json,application/zip"
					onchange={take}
				/>
			</label>
			<a class="board-button" href="/jobs/new">New job</a>
		</div>
	</header>
	<main>
		{#if list.trouble || fileTrouble.length}
			<ul role="alert" class="caution mb-4 font-semibold">
				{#if list.trouble}<li>{list.trouble}</li>{/if}
				{#each fileTrouble as line (line)}<li>{line}</li>{/each}
				{#if opened}
					{@const { job, file } = opened}
					<li class="flex flex-wrap gap-3">
						<a class="board-button" href="/jobs/{job}">Open that job</a>
						<button class="board-button plain" onclick={() => open(file, true)}
							>Open the file once more</button
						>
					</li>
				{/if}
			</ul>
		{/if}
		{#if done}
			<p
				class="mb-4 flex flex-wrap items-center gap-3 border-l-4 pl-3 {done.trouble
					? 'border-string font-semibold'
					: 'border-good'}"
				role="status"
			>
				{done.text}
				{#if done.back}
					{@const back = done.back}
					<button class="board-button plain" onclick={() => doing(back)}>Take that back</button>
				{/if}
			</p>
		{/if}
		{#if jobs && (jobs.length + list.away.length > 3 || list.wanted)}
			<label class="mb-5 block max-w-md"
				><span class="font-semibold">Find a job</span>
				<input
					class="field"
					type="search"
					value={list.wanted}
					oninput={(event) => list.find(event.currentTarget.value)}
					maxlength="120"
					placeholder="part of its name"
				/></label
			>
		{/if}
		{#if jobs?.length === 0 && list.away.length === 0 && !list.found}
			<p class="py-16 text-center text-xl">
				The yard is empty. <a class="underline" href="/jobs/new">Make the first job</a>, or open a
				job file.
			</p>
		{:else if jobs}
			<div class="grid gap-9">
				{#each shown as job (job.id)}<YardJob {job} onAct={doing} />{/each}
			</div>
			{#if shown.length === 0}<p class="py-10 text-center text-xl">No job is called that.</p>{/if}
			{#if list.hasMore}
				<p class="mt-6 text-center">
					<button class="board-button plain" onclick={() => list.more()}>Show more jobs</button>
				</p>
			{/if}
			{#if list.away.length && !list.found}
				<p class="mt-6">
					<button class="min-h-11 underline" onclick={() => (showAway = !showAway)}
						>{showAway ? 'Hide what is put away' : `${list.away.length} put away: show`}</button
					>
				</p>
			{/if}
			<Thrown version={acts} onAct={doing} />
			<p class="mt-6">
				<a class="inline-flex min-h-11 items-center underline" href="/shelf"
					>The shelf: the crew’s instruments, how they stand, what their tests say</a
				>
			</p>
			<p>
				<a class="inline-flex min-h-11 items-center underline" href="/practice"
					>The practice yard: square strings whose truth is hidden</a
				>
			</p>
			{#if jobs.length}
				<p>
					<a class="inline-flex min-h-11 items-center underline" href="/crew"
						>What our rounds say of us: how many until square, how far off, which slips</a
					>
				</p>
			{/if}
		{:else}
			<p class="py-16 text-center">Looking into the yard…</p>
		{/if}
	</main>
</div>
