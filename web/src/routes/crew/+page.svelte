<script lang="ts">
	import { onMount } from 'svelte';
	import { answer, api, ApiError } from '$lib/api/client';
	import type { Trends, Units } from '$lib/api/types';
	import KeptTo from '$lib/crew/KeptTo.svelte';
	import { UNITS } from '$lib/job/session.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import Mark from '$lib/ui/Mark.svelte';

	let trends = $state.raw<Trends>();
	let trouble = $state('');
	async function load(units?: Units) {
		try {
			trends = await answer(api.GET('/api/trends', { params: { query: units ? { units } : {} } }));
			trouble = '';
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			trouble = error.message;
		}
	}
	onMount(() => void load());
</script>

<svelte:head><title>What our rounds say · Anvilhead</title></svelte:head>

<div class="mx-auto max-w-[72rem] px-4 py-3 sm:px-7">
	<header class="mb-3 flex flex-wrap items-center gap-3">
		<a href="/" class="inline-flex min-h-11 min-w-11 items-center" aria-label="The yard, all jobs"
			><Mark /></a
		>
		<h1 class="text-2xl font-extrabold">What our rounds say</h1>
		{#if trends?.rounds}
			<div class="ml-auto">
				<Choice label="Units" options={UNITS} value={trends.units} onValue={load} />
			</div>
		{/if}
	</header>
	<main class="grid gap-6">
		{#if trouble}<p role="alert" class="caution font-semibold">{trouble}</p>{/if}
		{#if trends && !trends.rounds}
			<p class="py-16 text-center text-xl">
				Nothing was pulled yet. After a few rounds this page says how many it takes you to be
				square, how far your readings are off, and which slips you make.
			</p>
		{:else if trends}
			<p class="text-lg">
				{trends.rounds} rounds of {trends.jobs}
				{trends.jobs === 1 ? 'job' : 'jobs'}, the latest.
				{#if trends.sample}<strong
						>These are the samples': they count as long as there are no jobs of your own.</strong
					>{/if}
			</p>
			<section aria-labelledby="until-square">
				<h2 id="until-square" class="text-xl font-bold">Rounds until square</h2>
				<p class="text-lg">{trends.to_square} <Words text={trends.pace} /></p>
				<ul class="mt-2 grid gap-x-8 sm:grid-cols-2">
					{#each trends.structures as one (one.structure)}
						<li class="structure border-b border-rule py-1">
							<span>
								<a
									class="inline-flex min-h-11 items-center underline"
									href="/jobs/{one.job}/{one.structure}/square">{one.name}</a
								>
								<span class="ml-2 text-sm text-ink-soft">{one.job_name}</span>
							</span>
							<span class="line" aria-hidden="true">
								{#each { length: one.rounds }, round (round)}
									<i class:square={round + 1 === one.to_square}></i>
								{/each}
							</span>
							<span class="count"
								>{one.to_square
									? `square after ${one.to_square}`
									: `${one.rounds} pulled, not square`}</span
							>
						</li>
					{/each}
				</ul>
			</section>
			<section aria-labelledby="own-tape">
				<h2 id="own-tape" class="text-xl font-bold">How far our readings are off</h2>
				<p class="text-lg"><Words text={trends.tape} /></p>
				{#if trends.kept}<KeptTo kept={trends.kept} />{/if}
				{#if trends.kept?.offer && !trends.sample}
					<p>
						A new job, and every plan under Methods, offers ±{trends.kept.offer}. Nothing is judged
						by it before somebody takes it.
					</p>
				{/if}
			</section>
			<section aria-labelledby="slips">
				<h2 id="slips" class="text-xl font-bold">Slips made</h2>
				{#if trends.slips.length}
					<ul class="text-lg">
						{#each trends.slips as one (one.slip)}
							<li><strong class="inline-block min-w-10">{one.count} ×</strong> {one.text}</li>
						{/each}
					</ul>
					<p class="text-sm text-ink-soft">
						Readings that were struck and pulled again, and those that a round singled out for
						certain.
					</p>
				{:else}
					<p>
						No reading was singled out for certain, or struck and pulled again with another one.
					</p>
				{/if}
			</section>
			<section aria-labelledby="instruments">
				<h2 id="instruments" class="text-xl font-bold">Instruments between tests</h2>
				{#if trends.instruments.length}
					<ul class="grid gap-1 text-lg">
						{#each trends.instruments as one, i (i)}
							<li class:font-semibold={one.told}>
								<Words text={one.text} />
							</li>
						{/each}
					</ul>
				{:else}
					<p>
						No instrument was tested on two days. Test each now and then,
						<a class="underline" href="/shelf">on the shelf</a>: two tests show whether it drifts.
					</p>
				{/if}
			</section>
		{/if}
	</main>
</div>

<style>
	.structure {
		display: grid;
		grid-template-columns: 1fr 8rem 10rem;
		align-items: center;
		gap: 0.75rem;
	}
	.line {
		display: flex;
		align-items: center;
		gap: 0.9rem;
		overflow: clip visible;
		border-bottom: 2px solid var(--color-string);
	}
	.line i {
		flex: none;
		width: 0.55rem;
		height: 0.55rem;
		margin-bottom: calc(-0.275rem - 1px);
		border-radius: 50%;
		background: var(--color-string);
	}
	.line i.square {
		background: var(--color-good);
		outline: 2px solid var(--color-good);
		outline-offset: 2px;
	}
	.count {
		text-align: right;
	}
	@media (max-width: 40rem) {
		.structure {
			grid-template-columns: 1fr auto;
		}
		.structure > :first-child {
			grid-column: 1 / -1;
		}
	}
</style>
