<script lang="ts">
	import { page } from '$app/state';
	import Mark from '$lib/ui/Mark.svelte';
</script>

<svelte:head><title>Not here · Anvilhead</title></svelte:head>

<main class="mx-auto max-w-xl px-4 py-16 text-center">
	<Mark />
	<h1 class="mt-4 text-2xl font-extrabold">
		{page.status === 404 ? 'There is nothing at this address' : 'That went wrong'}
	</h1>
	<p class="mt-2">
		{page.status === 404
			? 'The job may have been deleted, or the address was cut short.'
			: 'What you typed is kept on this device. Load the page again; if it stays, go by the yard.'}
	</p>
	<p class="mt-6 flex justify-center gap-3">
		<a class="board-button" href="/">To the yard</a>
		<button class="board-button plain" onclick={() => location.reload()}>Load again</button>
	</p>
</main>
