<!-- How a run ended, what it teaches, and the next task. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import Words from '$lib/lengths/Words.svelte';
	import type { PracticeRun, Run } from '$lib/practice/run.svelte';

	interface Props {
		practice: PracticeRun;
		debrief: NonNullable<Run['debrief']>;
	}
	let { practice, debrief }: Props = $props();

	async function next(key: string) {
		const begun = await practice.begin(key);
		if (begun) await goto(`/practice/${begun}/ground`);
	}
</script>

<section aria-labelledby="ended">
	<h2 id="ended" class="text-xl font-bold"><Words text={debrief.text} /></h2>
	{#if debrief.coach}<p class="mt-1 text-lg"><Words text={debrief.coach} /></p>{/if}
	<ul class="mt-2 grid gap-2">
		{#each debrief.lesson_texts as lesson (lesson)}<li class="caution">{lesson}</li>{/each}
	</ul>
	<p class="mt-3 flex flex-wrap items-center gap-4">
		{#if debrief.next_task}
			{@const key = debrief.next_task}
			<button class="board-button" aria-disabled={practice.isBusy} onclick={() => next(key)}
				>Next: {debrief.next_title}</button
			>
		{/if}
		<a class="inline-flex min-h-11 items-center underline" href="/practice"
			>All tasks, and your path</a
		>
	</p>
</section>
