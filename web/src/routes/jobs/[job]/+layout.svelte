<script lang="ts">
	import { page } from '$app/state';
	import { onMount, type Snippet } from 'svelte';
	import { JobSession } from '$lib/job/session.svelte';
	import { provideSession } from '$lib/job/context';
	import { follow } from '$lib/job/live';
	import { outbox } from '$lib/outbox/outbox.svelte';

	let { children }: { children: Snippet } = $props();

	const session = provideSession(new JobSession());
	const jobId = $derived(page.params.job ?? '');
	const structureId = $derived(page.params.structure);
	$effect(() => void session.load(jobId, structureId));
	$effect(() => follow(`/api/jobs/${jobId}/changes`, () => void session.refresh()));

	onMount(() => {
		outbox.onDelivered = (structure) => session.take(structure);
		// whoever comes back to this screen sees what others did meanwhile
		const again = () => document.visibilityState === 'visible' && void session.refresh();
		document.addEventListener('visibilitychange', again);
		return () => {
			document.removeEventListener('visibilitychange', again);
			session.leave();
		};
	});
</script>

{#if session.job}
	{@render children()}
{:else}
	<main class="p-10 text-center">
		{#if session.trouble}
			<h1 class="text-xl font-bold" role="alert">{session.trouble}</h1>
			<p class="mt-4 flex justify-center gap-3">
				<button class="board-button" onclick={() => session.load(jobId, structureId)}
					>Try again</button
				>
				<a class="board-button plain" href="/">To the yard</a>
			</p>
		{:else}
			<p>Fetching the job…</p>
		{/if}
	</main>
{/if}
