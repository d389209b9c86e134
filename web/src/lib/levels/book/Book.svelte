<script lang="ts">
	import { untrack } from 'svelte';
	import { ApiError, type Schemas } from '$lib/api/client';
	import { transport } from '$lib/api/transport';
	import Benchmarks from '$lib/levels/shoot/Benchmarks.svelte';
	import BookSetup from './BookSetup.svelte';
	import Rechecked from './Rechecked.svelte';
	import Slipped from '$lib/levels/shoot/Slipped.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	const base = $derived(transport.address(`/api/structures/${stage.structure.id}/levels`));
	let paper = $state<'a4' | 'letter'>(untrack(() => stage.job.usual.paper));
	let text = $state('');
	let read = $state<Schemas['BookReadView']>();
	let trouble = $state('');

	async function take(keep: boolean) {
		trouble = '';
		try {
			read = await stage.takeBook(text, keep);
			if (!read.kept) return;
			text = '';
			await stage.load();
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			read = undefined;
			trouble = error.told;
		}
	}
	async function chosen(event: Event & { currentTarget: HTMLInputElement }) {
		const file = event.currentTarget.files?.[0];
		if (!file) return;
		text = await file.text();
		await take(false);
	}
</script>

{#if stage.result?.simulated}
	<p class="caution my-1 font-semibold" role="status">{stage.result.simulated}</p>
{/if}
<Slipped {stage} all />
{#each stage.levels?.setups ?? [] as setup, index (setup.id)}
	<BookSetup {stage} {setup} {index} last={index === (stage.levels?.setups.length ?? 0) - 1} />
{/each}
<Rechecked {stage} />
{#if stage.levels?.result.within_text}
	<p class="mt-2">{stage.levels.result.within_text}</p>
{/if}
<Benchmarks {stage} />
<h2 class="mt-4 text-lg font-bold">On paper and in files</h2>
<div class="no-print flex flex-wrap items-center gap-2">
	<select class="field !w-auto" aria-label="Paper" bind:value={paper}>
		<option value="a4">A4</option>
		<option value="letter">Letter</option>
	</select>
	<a class="board-button" href="{base}/sheet.pdf?paper={paper}" download>Level sheet (PDF)</a>
	<a class="board-button plain" href="{base}/book.csv" download>Level book (CSV)</a>
</div>
<label class="no-print mt-3 block"
	><span class="font-semibold">Take a level book in from a CSV file</span>
	<input class="field" type="file" accept=".csv,text/csv" onchange={chosen} /></label
>
{#if read}
	<p class="mt-1">
		{read.shots} reading{read.shots === 1 ? '' : 's'} in {read.setups} setup{read.setups === 1
			? ''
			: 's'}
		{read.kept ? 'were taken in.' : 'can be taken in, behind what is there.'}
	</p>
	{#each read.skipped as line (line)}<p class="text-sm text-string">{line}</p>{/each}
	{#if !read.kept}<button class="board-button no-print" onclick={() => take(true)}
			>Take them in</button
		>{/if}
{/if}
{#if trouble}<p role="alert" class="font-semibold text-string">{trouble}</p>{/if}
