<script lang="ts">
	import type { JobSummary } from '$lib/api/types';
	import Words from '$lib/lengths/Words.svelte';
	import type { YardAct } from './acts';
	import SmallPlan from './SmallPlan.svelte';

	interface Props {
		job: JobSummary;
		onAct: (act: YardAct) => void;
	}
	let { job, onAct }: Props = $props();
</script>

<article class="job" aria-labelledby="job-{job.id}">
	<header class="flex flex-wrap items-baseline gap-x-4">
		<h2 id="job-{job.id}" class="text-2xl font-extrabold">{job.name}</h2>
		{#if job.sample}<span class="text-ink-soft">sample</span>{/if}
		{#if job.archived}<span class="text-ink-soft">put away</span>{/if}
		<a class="ml-auto inline-flex min-h-11 items-center underline" href="/jobs/{job.id}/record"
			>Record</a
		>
		<details class="more">
			<summary class="inline-flex min-h-11 cursor-pointer items-center underline">More</summary>
			<div class="flex flex-wrap gap-x-4">
				<button class="min-h-11 underline" onclick={() => onAct({ kind: 'copy', job })}
					>Copy the job</button
				>
				<button
					class="min-h-11 underline"
					onclick={() => onAct({ kind: job.archived ? 'bring-back' : 'put-away', job })}
					>{job.archived ? 'Bring it back' : 'Put it away'}</button
				>
				<button class="min-h-11 underline" onclick={() => onAct({ kind: 'delete', job })}
					>Delete the job</button
				>
				{#each job.structures as structure (structure.id)}
					<button
						class="min-h-11 underline"
						onclick={() => onAct({ kind: 'copy-structure', job, structure })}
						>Copy {structure.name}</button
					>
					{#if job.structures.length > 1}
						<button
							class="min-h-11 underline"
							onclick={() => onAct({ kind: 'delete-structure', job, structure })}
							>Delete {structure.name}</button
						>
					{/if}
				{/each}
			</div>
		</details>
	</header>
	<ul class="rope">
		{#each job.structures as structure (structure.id)}
			<li>
				<span class="peg" aria-hidden="true"></span>
				<a
					class="hung"
					href="/jobs/{job.id}/{structure.id}/{structure.next.stage}"
					data-verdict={structure.verdict}
				>
					<span class="drawing"><SmallPlan {structure} /></span>
					<span class="flex items-center justify-between gap-2">
						<span class="text-lg font-bold">{structure.name}</span>
						<span class="knots" aria-hidden="true">
							{#each structure.stages as stage (stage.name)}<i data-state={stage.state}></i>{/each}
						</span>
					</span>
					<span class="numbers block text-lg"><Words text={structure.size} /></span>
					<span class="next">
						<Words text={structure.next.text} />
					</span>
				</a>
			</li>
		{/each}
		<li>
			<span class="peg" aria-hidden="true"></span>
			<a class="hung empty" href="/jobs/new?job={job.id}">+ Another structure</a>
		</li>
	</ul>
</article>

<style>
	.more[open] {
		flex-basis: 100%;
	}
	/* each job is a line, its structures hang on it */
	.rope {
		position: relative;
		display: flex;
		flex-wrap: wrap;
		gap: 1.25rem 2rem;
		padding: 0 1.25rem;
	}
	.rope::before {
		content: '';
		position: absolute;
		inset: 0.55rem 0 auto;
		height: 2px;
		background: var(--string);
	}
	li {
		position: relative;
		padding-top: 1.3rem;
	}
	.peg {
		position: absolute;
		left: 1.5rem;
		top: 0;
		width: 0.6rem;
		height: 1.7rem;
		background: var(--wood);
		border: 1px solid var(--wood-dark);
		z-index: 1;
	}
	.hung {
		display: block;
		width: min(21rem, 84vw);
		padding: 1rem 1.1rem 0.8rem;
		background: var(--sheet);
		border: 1px solid var(--rule);
		border-bottom: 4px solid var(--edge);
	}
	.empty {
		display: grid;
		place-items: center;
		width: min(12rem, 84vw);
		height: 6rem;
		background: transparent;
		border-style: dashed;
	}
	.hung:hover {
		border-bottom-color: var(--string);
	}
	.hung[data-verdict='square'] {
		border-bottom-color: var(--good);
	}
	.drawing {
		display: grid;
		place-items: center;
		height: 9rem;
	}
	/* the stages at a glance: the knots of the job's line */
	.knots {
		display: flex;
		gap: 0.9rem;
		padding-inline: 0.3rem;
		background: linear-gradient(var(--string), var(--string)) center / 100% 1.5px no-repeat;
	}
	.knots i {
		width: 11px;
		height: 11px;
		border: 2px solid var(--string);
		border-radius: 50%;
		background: var(--sheet);
	}
	.knots [data-state='done'] {
		background: var(--ink);
		border-color: var(--ink);
	}
	.knots [data-state='open'] {
		background: linear-gradient(90deg, var(--string) 50%, var(--sheet) 50%);
	}
	.knots [data-state='re-check'] {
		border-style: dashed;
		border-color: var(--ink);
	}
	.next {
		display: block;
		margin-top: 0.35rem;
		padding-top: 0.35rem;
		border-top: 1px solid var(--rule);
		font-weight: 600;
	}
</style>
