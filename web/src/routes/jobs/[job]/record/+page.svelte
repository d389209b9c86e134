<script lang="ts">
	import { untrack } from 'svelte';
	import { page } from '$app/state';
	import { transport } from '$lib/api/transport';
	import type { LogEntry, StageName } from '$lib/api/types';
	import { useSession } from '$lib/job/context';
	import JobTitle from '$lib/job/JobTitle.svelte';
	import Entry from '$lib/record/Entry.svelte';
	import { ALL, RecordPages, type Sought } from '$lib/record/record.svelte';

	const session = useSession();
	const job = $derived(session.job);
	const pages = new RecordPages();
	let sought = $state<Sought>({ ...ALL, structure: page.url.searchParams.get('structure') ?? '' });
	/** What is typed is looked for once typing rests. */
	let typed = $state('');
	let resting: ReturnType<typeof setTimeout> | undefined;
	let newName = $state<string>();

	const STAGES: { value: StageName; label: string }[] = [
		{ value: 'ground', label: 'On site' },
		{ value: 'footprint', label: 'Footprint' },
		{ value: 'square', label: 'Square' },
		{ value: 'levels', label: 'Levels' },
		{ value: 'marks', label: 'Marks' },
		{ value: 'build', label: 'Build' },
		{ value: 'handover', label: 'Hand over' }
	];
	const isSought = $derived(Object.values(sought).some(Boolean));

	$effect(() => {
		if (!job) return; // replaced whenever anybody recorded anything
		const by = $state.snapshot(sought);
		untrack(() => {
			void pages.load(job.id, by);
			void pages.loadPeople(job.id);
		});
	});
	function type(text: string) {
		typed = text;
		clearTimeout(resting);
		resting = setTimeout(() => (sought.find = text.trim()), 300);
	}
	async function rename(event: SubmitEvent) {
		event.preventDefault();
		if (newName === undefined) return;
		await session.rename(newName);
		if (!session.trouble) newName = undefined;
	}
	const nameOf = (id: string | null) => job?.structures.find((one) => one.id === id)?.name ?? '';
	const zone = $derived(pages.zone);
	const time = $derived(new Intl.DateTimeFormat(undefined, { timeStyle: 'short', timeZone: zone }));
	const day = $derived(new Intl.DateTimeFormat(undefined, { dateStyle: 'full', timeZone: zone }));
	/** Entries of each day together, the days in their order. */
	const byDay = $derived.by(() => {
		const days: { day: string; entries: LogEntry[] }[] = [];
		for (const entry of pages.entries) {
			const name = day.format(new Date(entry.at));
			if (days.at(-1)?.day !== name) days.push({ day: name, entries: [] });
			days.at(-1)?.entries.push(entry);
		}
		return days;
	});
</script>

<svelte:head><title>Record · {job?.name} · Anvilhead</title></svelte:head>

{#if job}
	<div class="mx-auto max-w-[72rem] px-4 py-3 sm:px-7">
		<JobTitle {job} what="record">
			<button class="board-button plain" onclick={() => (newName = job.name)}>Rename</button>
			<a
				class="board-button plain"
				href={transport.address(`/api/jobs/${job.id}/file.zip`)}
				download>Job file with photos</a
			>
			<a class="board-button plain" href={transport.address(`/api/jobs/${job.id}/file`)} download
				>Save the job file</a
			>
			<button class="board-button plain" onclick={() => window.print()}>Print</button>
		</JobTitle>
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
			<form
				class="no-print seek"
				role="search"
				aria-label="In the record"
				onsubmit={(event) => event.preventDefault()}
			>
				<label class="words"
					><span>Words</span><input
						class="field"
						type="search"
						value={typed}
						placeholder="a point, a reading, a name"
						oninput={(event) => type(event.currentTarget.value)}
					/></label
				>
				<label
					><span>Structure</span><select class="field" bind:value={sought.structure}>
						<option value="">all</option>
						{#each job.structures as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
					</select></label
				>
				<label
					><span>Stage</span><select class="field" bind:value={sought.stage}>
						<option value="">all</option>
						{#each STAGES as one (one.value)}<option value={one.value}>{one.label}</option>{/each}
					</select></label
				>
				<label
					><span>Who</span><select class="field" bind:value={sought.who}>
						<option value="">everybody</option>
						{#each pages.people as one (one)}<option value={one}>{one}</option>{/each}
					</select></label
				>
				<label><span>Day</span><input class="field" type="date" bind:value={sought.day} /></label>
				{#if isSought}<button
						type="button"
						class="board-button plain self-end"
						onclick={() => {
							sought = { ...ALL };
							type('');
						}}>Show all</button
					>{/if}
			</form>
			{#if pages.trouble}<p role="alert" class="caution font-semibold">{pages.trouble}</p>{/if}
			{#if !pages.isWhole}
				<p class="no-print my-2">
					<button class="board-button plain" onclick={() => pages.loadEarlier(job.id, sought)}
						>Show what was before</button
					>
				</p>
			{/if}
			{#each byDay as one (one.day)}
				<section aria-label={one.day}>
					<h2 class="mt-4 font-bold">{one.day}</h2>
					<ol>
						{#each one.entries as entry (entry.number)}
							<Entry {entry} job={job.id} structure={nameOf(entry.structure_id)} {time} {zone} />
						{/each}
					</ol>
				</section>
			{:else}
				{#if isSought}<p class="mt-4">Nothing in the record is like that.</p>{/if}
			{/each}
			<p class="mt-6 text-sm text-ink-soft">
				Times are those of {zone}. Every entry is sealed with the one before: what is changed later
				shows in <code>./anvilhead verify</code>, for this job or for its file.
			</p>
		</main>
	</div>
{/if}

<style>
	.seek {
		display: grid;
		grid-template-columns: 2fr repeat(4, minmax(0, 1fr)) auto;
		gap: 0.5rem 0.75rem;
	}
	.seek span {
		font-weight: 650;
	}
	@media (max-width: 56rem) {
		.seek {
			grid-template-columns: 1fr 1fr;
		}
		.words {
			grid-column: 1 / -1;
		}
	}
</style>
