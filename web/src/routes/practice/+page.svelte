<script lang="ts">
	import { goto } from '$app/navigation';
	import { onMount } from 'svelte';
	import { answer, api, ApiError, type Schemas } from '$lib/api/client';
	import { Latest } from '$lib/api/latest';
	import type { Units } from '$lib/api/types';
	import { UNITS } from '$lib/job/session.svelte';
	import { keepOwnUnits, ownUnits } from '$lib/lengths/ownUnits';
	import Words from '$lib/lengths/Words.svelte';
	import { person } from '$lib/person/person.svelte';
	import FromShelf from '$lib/practice/FromShelf.svelte';
	import SetTasks from '$lib/practice/SetTasks.svelte';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import Mark from '$lib/ui/Mark.svelte';
	import { newId } from '$lib/ui/newId';

	let units = $state(ownUnits());
	let tasks = $state.raw<Schemas['TaskView'][]>([]);
	let path = $state.raw<Schemas['RunSummary'][]>([]);
	let trouble = $state('');
	let easy = $state(false);
	let instruments = $state.raw<string[]>([]);
	const when = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' });

	function choose(next: Units) {
		units = next;
		keepOwnUnits(next);
		void load();
	}
	const asking = new Latest();
	const load = () =>
		asking.now(
			async (signal) => {
				const query = { units };
				const told = await answer(api.GET('/api/practice/tasks', { params: { query }, signal }));
				const runs = person.name ? await answer(api.GET('/api/practice/runs', { signal })) : [];
				return { told, runs };
			},
			({ told, runs }) => {
				[tasks, path, trouble] = [told, runs, ''];
			},
			(error) => (trouble = error.told)
		);
	let beginning = false;
	async function begin(task: Schemas['TaskView']) {
		if (beginning || !(await person.ensure())) return;
		beginning = true; // a second press begins no second run
		try {
			const body = { id: newId(), task: task.key, units, easy, instruments };
			const run = await answer(api.POST('/api/practice/runs', { body }));
			await goto(`/practice/${run.id}/ground`);
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			trouble = error.told;
		} finally {
			beginning = false;
		}
	}
	onMount(() => void load());
</script>

<svelte:head><title>The practice yard · Anvilhead</title></svelte:head>

<div class="mx-auto max-w-[72rem] px-4 py-3 sm:px-7">
	<header class="mb-3 flex flex-wrap items-center gap-3">
		<a href="/" class="inline-flex min-h-11 min-w-11 items-center" aria-label="The yard, all jobs"
			><Mark /></a
		>
		<h1 class="text-2xl font-extrabold">The practice yard</h1>
		<div class="ml-auto">
			<Choice label="Tape" options={UNITS} value={units} onValue={choose} />
		</div>
	</header>
	<main>
		<p class="mb-4 text-lg">
			Strings whose truth only this yard knows. Everything here is simulated, and none of it comes
			among your jobs.
		</p>
		<div class="mb-4">
			<Checkbox checked={easy} onChecked={(on) => (easy = on)}
				>the easy grade: readings may be taken over instead of read by eye</Checkbox
			>
		</div>
		<FromShelf {units} onChosen={(ids) => (instruments = ids)} />
		{#if trouble}<p role="alert" class="caution mb-3 font-semibold">{trouble}</p>{/if}
		<ol class="grid gap-4 sm:grid-cols-3">
			{#each tasks as task (task.key)}
				<li class="flex flex-col border border-rule bg-sheet p-4">
					<h2 class="text-xl font-bold">{task.title}</h2>
					<p class="my-2 grow"><Words text={task.brief} /></p>
					<button class="board-button" onclick={() => begin(task)}>Begin {task.title}</button>
				</li>
			{/each}
		</ol>
		<SetTasks {tasks} {units} {instruments} />
		{#if path.length}
			<h2 class="mt-7 text-xl font-bold">What you did here</h2>
			<ul>
				{#each path as run (run.id)}
					<li class="flex flex-wrap items-center gap-x-4 border-t border-rule">
						<a class="inline-flex min-h-11 items-center underline" href="/practice/{run.id}"
							>{run.title}</a
						>
						<span class="font-semibold"
							>{run.ended ?? 'not finished'}{run.easy ? ', easy' : ''}</span
						>
						<span class="text-ink-soft"
							>{run.read}, {run.minutes} minutes of the yard’s time, {when.format(
								new Date(run.at)
							)}</span
						>
					</li>
				{/each}
			</ul>
		{/if}
	</main>
</div>
