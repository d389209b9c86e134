<script lang="ts">
	import { answer, api, ApiError } from '$lib/api/client';
	import { transport } from '$lib/api/transport';
	import type { LogEntry } from '$lib/api/types';
	import { useSession } from '$lib/job/context';
	import Words from '$lib/lengths/Words.svelte';
	import Mark from '$lib/ui/Mark.svelte';

	const session = useSession();
	const job = $derived(session.job);
	let entries = $state<LogEntry[]>([]);
	let trouble = $state('');
	let newName = $state<string>();

	async function rename(event: SubmitEvent) {
		event.preventDefault();
		if (newName === undefined) return;
		await session.rename(newName);
		if (!session.trouble) newName = undefined;
	}
	const when = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' });

	$effect(() => {
		if (job) void load(job.id);
	});
	/** Whether nothing lies before the first entry that is shown. */
	let isWhole = $state(true);
	/** As many are asked for at once; an answer of fewer is the last. */
	const PAGE = 200;

	function entriesOf(id: string, before?: number) {
		const params = {
			path: { job_id: id },
			query: { most: PAGE, ...(before === undefined ? {} : { before }) }
		};
		return answer(api.GET('/api/jobs/{job_id}/log', { params }));
	}

	async function load(id: string) {
		try {
			const latest = await entriesOf(id);
			const first = latest[0]?.number ?? 0;
			const earlier = entries.filter((one) => one.number < first);
			entries = [...earlier, ...latest];
			if (earlier.length === 0) isWhole = latest.length < PAGE;
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			trouble = error.message;
		}
	}

	async function loadEarlier(id: string) {
		try {
			const earlier = await entriesOf(id, entries[0]?.number);
			entries = [...earlier, ...entries];
			isWhole = earlier.length < PAGE;
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			trouble = error.message;
		}
	}
	const nameOf = (id: string | null) => {
		return job?.structures.find((one) => one.id === id)?.name ?? '';
	};
</script>

<svelte:head><title>Record · {job?.name} · Anvilhead</title></svelte:head>

{#if job}
	<div class="mx-auto max-w-[64rem] px-4 py-3 sm:px-7">
		<header class="mb-4 flex flex-wrap items-center gap-3">
			<a href="/" class="inline-flex min-h-11 min-w-11 items-center" aria-label="The yard, all jobs"
				><Mark /></a
			>
			<h1 class="text-2xl">
				<a class="font-extrabold underline" href="/jobs/{job.id}">{job.name}</a> · record
			</h1>
			<div class="no-print ml-auto flex flex-wrap gap-2">
				<button class="board-button plain" onclick={() => (newName = job.name)}>Rename</button>
				<a class="board-button plain" href={transport.address(`/api/jobs/${job.id}/file`)} download
					>Save the job file</a
				>
				<button class="board-button plain" onclick={() => window.print()}>Print</button>
			</div>
		</header>
		<main>
			{#if newName !== undefined}
				<form class="mb-3 flex gap-2" onsubmit={rename}>
					<label class="grow">
						<span class="sr-only">New name of the job</span>
						<input class="field" bind:value={newName} autocomplete="off" />
					</label>
					<button class="board-button" disabled={!newName.trim()}>Rename</button>
					<button class="board-button plain" type="button" onclick={() => (newName = undefined)}
						>Leave it</button
					>
				</form>
			{/if}
			{#if session.trouble}<p role="alert" class="caution mb-3 font-semibold">
					{session.trouble}
				</p>{/if}
			{#if trouble}<p role="alert" class="caution">{trouble}</p>{/if}
			{#if !isWhole}
				<p class="no-print mb-2">
					<button class="board-button plain" onclick={() => loadEarlier(job.id)}
						>Show what was before</button
					>
				</p>
			{/if}
			<table class="record w-full text-left">
				<thead class="text-sm text-ink-soft"
					><tr><th class="py-1">When</th><th>Who</th><th>What happened</th></tr></thead
				>
				<tbody>
					{#each entries as entry (entry.number)}
						<tr class="border-t border-rule align-top">
							<td class="py-1.5 whitespace-nowrap">{when.format(new Date(entry.at))}</td>
							<td class="py-1.5 font-semibold">{entry.who}</td>
							<td class="py-1.5"
								>{#if entry.structure_id}<span class="mr-1 text-ink-soft"
										>{nameOf(entry.structure_id)}:</span
									>{/if}<Words text={entry.text} /></td
							>
						</tr>
					{/each}
				</tbody>
			</table>
		</main>
	</div>
{/if}

<style>
	/* on a phone when and who stand over what happened, which takes the whole width */
	@media (max-width: 40rem) {
		.record thead {
			position: absolute;
			clip-path: inset(50%);
		}
		.record tr {
			display: grid;
			grid-template-columns: auto 1fr;
		}
		.record td:nth-child(-n + 2) {
			font-size: 0.85rem;
		}
		.record td:nth-child(3) {
			grid-column: 1 / -1;
			padding: 0 0 0.4rem;
		}
	}
</style>
