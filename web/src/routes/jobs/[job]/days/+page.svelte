<script lang="ts">
	import { untrack } from 'svelte';
	import { transport } from '$lib/api/transport';
	import Bookings from '$lib/days/Bookings.svelte';
	import CrewAndDays from '$lib/days/CrewAndDays.svelte';
	import DayString from '$lib/days/DayString.svelte';
	import { DaysStage, provideDays } from '$lib/days/stage.svelte';
	import TaskDialog from '$lib/days/TaskDialog.svelte';
	import TaskList from '$lib/days/TaskList.svelte';
	import Tickets from '$lib/days/Tickets.svelte';
	import { useSession } from '$lib/job/context';
	import JobTitle from '$lib/job/JobTitle.svelte';
	import Tabs from '$lib/ui/Tabs.svelte';

	const session = useSession();
	const job = $derived(session.job);
	const stage = provideDays(new DaysStage(() => session.job?.id ?? ''));
	$effect(() => {
		if (!session.job) return; // replaced whenever anybody recorded anything
		untrack(() => stage.load());
	});
	$effect(() => () => stage.leave());

	const TABS = [
		{ value: 'tickets', label: 'Tickets' },
		{ value: 'tasks', label: 'Tasks' },
		{ value: 'bookings', label: 'Calls and weather' },
		{ value: 'crew', label: 'Crew and days' }
	];
	let tab = $state('tickets');
	let open = $state('');
	const days = $derived(stage.days);
	const tomorrow = $derived(
		days
			? new Date(Date.parse(`${days.today}T00:00:00Z`) + 86_400_000).toISOString().slice(0, 10)
			: ''
	);
</script>

<svelte:head><title>Days · {job?.name} · Anvilhead</title></svelte:head>

{#if job}
	<div class="mx-auto max-w-[92rem] px-4 py-3 sm:px-7">
		<JobTitle {job} what="days">
			<button class="board-button plain" disabled={!days?.can_undo} onclick={() => stage.undo()}
				>Undo</button
			>
			<button class="board-button plain" disabled={!days?.can_redo} onclick={() => stage.redo()}
				>Redo</button
			>
			<a
				class="board-button plain"
				href={transport.address(
					`/api/jobs/${job.id}/days/${tomorrow}.pdf?paper=${job.usual.paper}`
				)}
				download>Tomorrow’s page (PDF)</a
			>
			<a
				class="board-button plain"
				href={transport.address(`/api/jobs/${job.id}/days.ics`)}
				download>Calendar (iCal)</a
			>
		</JobTitle>
		{#if days}
			{#if days.result.troubles.length || days.result.asks.length}
				<ul class="caution mb-3 grid gap-1" aria-label="Look out">
					{#each days.result.troubles as one (one)}<li class="font-semibold">{one}</li>{/each}
					{#each days.result.asks as one (one)}<li>{one}</li>{/each}
				</ul>
			{/if}
			<main class="views">
				<section aria-label="The days">
					{#if Object.keys(days.result.tasks).length}
						<DayString {days} onTask={(id) => (open = id)} />
					{:else}
						<div class="border border-rule bg-sheet p-6">
							<p class="text-lg">No tasks yet.</p>
							<p class="mt-3 flex flex-wrap gap-2">
								<button
									class="board-button"
									onclick={() =>
										stage.change((plan) => ({
											...plan,
											from_plans: true,
											start: plan.start ?? days.today
										}))}>Make them from the plans, from today on</button
								>
								<button class="board-button plain" onclick={() => (tab = 'tasks')}>Type one</button>
							</p>
						</div>
					{/if}
				</section>
				<section aria-label="What the days are made of">
					<Tabs
						label="Parts of the days"
						tabs={TABS}
						value={tab}
						onValue={(value) => (tab = value)}
					>
						{#snippet children(shown)}
							{#if shown === 'tickets'}
								<Tickets />
							{:else if shown === 'tasks'}
								<TaskList onTask={(id) => (open = id)} />
							{:else if shown === 'bookings'}
								<Bookings />
							{:else}
								<CrewAndDays />
							{/if}
						{/snippet}
					</Tabs>
				</section>
			</main>
		{:else if stage.trouble}
			<p role="alert" class="caution font-semibold">{stage.trouble.text}</p>
		{:else}
			<p>Fetching the days…</p>
		{/if}
	</div>
	{#if open}<TaskDialog id={open} onClose={() => (open = '')} />{/if}
{/if}

<style>
	.views {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 29.5rem;
		gap: 2rem;
	}
	@media (max-width: 64rem) {
		.views {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
