<!-- Tasks that somebody set for somebody: what is set for me, what I set and what it came to, and setting one. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import { answer, api, ApiError, type Schemas } from '$lib/api/client';
	import type { Units } from '$lib/api/types';
	import { person } from '$lib/person/person.svelte';
	import { newId } from '$lib/ui/newId';

	interface Props {
		tasks: Schemas['TaskView'][];
		units: Units;
		/** Instruments of the shelf that one takes along. */
		instruments: string[];
	}
	let { tasks, units, instruments }: Props = $props();

	let set = $state.raw<Schemas['SetView'][]>([]);
	let task = $state('');
	let forWho = $state('');
	let note = $state('');
	let trouble = $state('');
	/** Of the task that is set next: pressed twice it is set once. */
	let id = newId();
	const forMe = $derived(set.filter((one) => one.for_who === person.name));
	const byMe = $derived(set.filter((one) => one.by === person.name && one.for_who !== person.name));

	async function asked(work: () => Promise<void>) {
		try {
			await work();
			trouble = '';
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			trouble = error.told;
		}
	}
	const load = () =>
		asked(async () => {
			set = await answer(api.GET('/api/practice/set'));
		});
	$effect(() => {
		if (person.name) void load();
	});
	async function give(event: SubmitEvent) {
		event.preventDefault();
		if (!(await person.ensure())) return;
		await asked(async () => {
			const body = {
				id,
				task: task as Schemas['TaskKey'],
				units,
				for_who: forWho.trim(),
				note: note.trim()
			};
			await answer(api.POST('/api/practice/set', { body }));
			[note, id] = ['', newId()];
			await load();
		});
	}
	async function begin(one: Schemas['SetView']) {
		await asked(async () => {
			const body = { id: newId(), task: one.task, units: one.units, set_task: one.id, instruments };
			const run = await answer(api.POST('/api/practice/runs', { body }));
			await goto(`/practice/${run.id}/ground`);
		});
	}
</script>

{#if forMe.length}
	<h2 class="mt-7 text-xl font-bold">Set for you</h2>
	<ul>
		{#each forMe as one (one.id)}
			<li class="flex flex-wrap items-center gap-x-4 border-t border-rule py-1">
				<b>{one.title}</b>
				<span>by {one.by}{one.note ? `: ${one.note}` : ''}</span>
				{#if one.run}
					<a class="inline-flex min-h-11 items-center underline" href="/practice/{one.run.id}"
						>{one.run.ended ?? 'go on with it'}</a
					>
				{:else}
					<button class="board-button" onclick={() => begin(one)}>Begin it</button>
				{/if}
			</li>
		{/each}
	</ul>
{/if}
{#if byMe.length}
	<h2 class="mt-7 text-xl font-bold">What you set</h2>
	<ul>
		{#each byMe as one (one.id)}
			<li class="flex flex-wrap items-center gap-x-4 border-t border-rule py-1">
				<b>{one.title}</b>
				<span>for {one.for_who}</span>
				{#if one.run}
					<a class="inline-flex min-h-11 items-center underline" href="/practice/{one.run.id}"
						>{one.run.ended ?? 'begun'}</a
					>
				{:else}<span class="text-ink-soft">not begun</span>{/if}
			</li>
		{/each}
	</ul>
{/if}
<details class="mt-7">
	<summary class="flex min-h-11 cursor-pointer items-center underline"
		>Set a task for somebody</summary
	>
	<form
		class="grid max-w-2xl gap-3 sm:grid-cols-2"
		aria-label="Set a task for somebody"
		onsubmit={give}
	>
		<label class="font-semibold"
			>Task
			<select class="field mt-1" bind:value={task} required>
				<option value="" disabled>choose</option>
				{#each tasks as one (one.key)}<option value={one.key}>{one.title}</option>{/each}
			</select></label
		>
		<label class="font-semibold"
			>For whom
			<input
				class="field mt-1"
				bind:value={forWho}
				maxlength="80"
				required
				placeholder="their name"
			/></label
		>
		<label class="font-semibold sm:col-span-2"
			>A word with it
			<input class="field mt-1" bind:value={note} maxlength="500" /></label
		>
		<button class="board-button" disabled={!task || !forWho.trim()}>Set it</button>
	</form>
</details>
{#if trouble}<p role="alert" class="caution mt-2 font-semibold">{trouble}</p>{/if}
