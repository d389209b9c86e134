<script lang="ts">
	import { page } from '$app/state';
	import { untrack, type Snippet } from 'svelte';
	import { useSession } from '$lib/job/context';
	import { providePins } from '$lib/drawing/pins';
	import { Notes, pinOf, provideNotes } from '$lib/notes/notes.svelte';
	import JobHead from '$lib/job/JobHead.svelte';
	import { Dangers, provideDangers } from '$lib/dangers/dangers.svelte';
	import PastHolds from '$lib/dangers/PastHolds.svelte';

	let { children }: { children: Snippet } = $props();

	const session = useSession();
	const id = $derived(page.params.structure ?? '');
	const structure = $derived(session.structure(id));
	const dangers = provideDangers(new Dangers());
	$effect(() => {
		if (!session.job) return; // replaced whenever anybody recorded anything
		untrack(() => dangers.load(id));
	});
	$effect(() => () => dangers.leave());
	const notes = provideNotes(new Notes());
	providePins(() => notes.hanging.map(pinOf).filter(Boolean));
	$effect(() => {
		const job = session.job;
		if (job) untrack(() => notes.load(job.id, id));
	});
	$effect(() => () => notes.leave());
	const isComing = $derived(session.job?.structures.some((one) => one.id === id) ?? false);
</script>

{#if structure && session.job}
	<div class="mx-auto flex min-h-dvh max-w-[92rem] flex-col px-3 pb-4 sm:px-7">
		<JobHead {session} job={session.job} {structure} />
		<PastHolds />
		{#if session.trouble}<p role="alert" class="caution mb-3 font-semibold">
				{session.trouble}
			</p>{/if}
		{#key structure.id}{@render children()}{/key}
	</div>
{:else}
	<main class="p-10 text-center">
		{#if isComing}
			<p>Fetching the structure…</p>
		{:else}
			<h1 class="text-xl font-bold">There is no such structure in this job.</h1>
			<p class="mt-4"><a class="board-button" href="/">To the yard</a></p>
		{/if}
	</main>
{/if}
