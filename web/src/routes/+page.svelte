<script lang="ts">
	import { goto } from '$app/navigation';
	import { onMount } from 'svelte';
	import { answer, api, ApiError } from '$lib/api/client';
	import type { JobSummary } from '$lib/api/types';
	import { keys } from '$lib/keys/keys.svelte';
	import { theme } from '$lib/look/theme.svelte';
	import Mark from '$lib/ui/Mark.svelte';
	import NailKey from '$lib/ui/NailKey.svelte';
	import { importJobFile } from '$lib/yard/importing';
	import YardJob from '$lib/yard/YardJob.svelte';

	const DRAWING = { width: 230, height: 112 };
	let jobs = $state<JobSummary[]>();
	let trouble = $state('');
	/** What is wrong with a job file that was opened, line by line. */
	let fileTrouble = $state<string[]>([]);

	const mmPerPixel = $derived.by(() => {
		const corners = (jobs ?? []).flatMap((job) =>
			job.structures.map((one) => Object.values(one.corners))
		);
		const span = (pick: 'x_mm' | 'y_mm', room: number) =>
			corners.map(
				(all) =>
					(Math.max(...all.map((c) => c[pick])) - Math.min(...all.map((c) => c[pick]))) / room
			);
		return Math.max(1, ...span('x_mm', DRAWING.width), ...span('y_mm', DRAWING.height));
	});

	async function load() {
		try {
			jobs = await answer(api.GET('/api/jobs'));
			trouble = '';
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			trouble = error.message;
			if (error.isPassing) setTimeout(load, 2000);
		}
	}

	async function take(event: Event & { currentTarget: HTMLInputElement }) {
		const field = event.currentTarget;
		const file = field.files?.[0];
		if (!file) return;
		const read = await importJobFile(file);
		field.value = '';
		if (read.job) await goto(`/jobs/${read.job.id}`);
		fileTrouble = read.trouble;
	}

	onMount(() => {
		void load();
		return keys.offer([{ key: 'n', does: 'a new job', run: () => void goto('/jobs/new') }]);
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
			<NailKey letter="?" onPress={() => (keys.listed = true)}>keys</NailKey>
			<label class="board-button plain cursor-pointer">
				Open a job file
				<input class="sr-only" type="file" accept=".json,application/json" onchange={take} />
			</label>
			<a class="board-button" href="/jobs/new">New job</a>
		</div>
	</header>
	<main>
		{#if trouble || fileTrouble.length}
			<ul role="alert" class="caution mb-4 font-semibold">
				{#if trouble}<li>{trouble}</li>{/if}
				{#each fileTrouble as line (line)}<li>{line}</li>{/each}
			</ul>
		{/if}
		{#if jobs?.length === 0}
			<p class="py-16 text-center text-xl">
				The yard is empty. <a class="underline" href="/jobs/new">Make the first job</a>, or open a
				job file.
			</p>
		{:else if jobs}
			<div class="grid gap-9">
				{#each jobs as job (job.id)}<YardJob {job} {mmPerPixel} />{/each}
			</div>
			<p class="mt-6 text-ink-soft">All footprints in the yard are drawn to one scale.</p>
		{:else}
			<p class="py-16 text-center">Looking into the yard…</p>
		{/if}
	</main>
</div>
