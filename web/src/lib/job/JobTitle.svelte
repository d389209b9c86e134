<!-- The head of a page about a whole job: the job, what of it, and what can be done. -->
<script lang="ts">
	import type { Snippet } from 'svelte';
	import type { Job } from '$lib/api/types';
	import Mark from '$lib/ui/Mark.svelte';

	interface Props {
		job: Job;
		what: string;
		children: Snippet;
	}
	let { job, what, children }: Props = $props();

	const PAGES = ['days', 'record'];
</script>

<header class="mb-3 flex flex-wrap items-center gap-3">
	<a href="/" class="inline-flex min-h-11 min-w-11 items-center" aria-label="The yard, all jobs"
		><Mark /></a
	>
	<h1 class="text-2xl">
		<a class="font-extrabold underline" href="/jobs/{job.id}">{job.name}</a> · {what}
	</h1>
	<nav class="no-print flex" aria-label="Of the whole job">
		{#each PAGES.filter((one) => one !== what) as one (one)}
			<a
				class="inline-flex min-h-11 min-w-11 items-center px-2 underline"
				href="/jobs/{job.id}/{one}">{one}</a
			>
		{/each}
	</nav>
	<div class="no-print ml-auto flex flex-wrap gap-2">{@render children()}</div>
</header>
