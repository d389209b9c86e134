<!-- The days of a job down a string: taut where it carries the end, hanging loose over days that nobody works. -->
<script lang="ts">
	import type { Days, Task } from './stage.svelte';
	import { hoursText, knotsOf, type KnotDay } from './string';

	interface Props {
		days: Days;
		onTask: (id: string) => void;
	}
	let { days, onTask }: Props = $props();

	const knots = $derived(knotsOf(days));
	/** What lies behind, out of the way of what comes. */
	const behind = $derived(knots.filter((one) => one.day < days.today));
	const ahead = $derived(knots.filter((one) => one.day >= days.today));
	const dayName = new Intl.DateTimeFormat(undefined, { weekday: 'short', timeZone: 'UTC' });
	const date = new Intl.DateTimeFormat(undefined, {
		day: 'numeric',
		month: 'short',
		timeZone: 'UTC'
	});
	const at = (day: string) => new Date(`${day}T00:00:00Z`);

	const lasts = (task: Task) => (task.hours === null ? '' : hoursText(task.hours));
</script>

{#snippet along(knots: KnotDay[], label: string)}
	<ol class="string" aria-label={label}>
		{#each knots as knot (knot.day)}
			<li class:rest={knot.rest} class:today={knot.isToday}>
				<span class="cord" aria-hidden="true"></span>
				<span class="knot" aria-hidden="true"></span>
				{#if knot.isToday}<span class="bob" aria-hidden="true"></span>{/if}
				<h3>
					<span class="weekday">{dayName.format(at(knot.day))}</span>
					<span class="numbers">{date.format(at(knot.day))}</span>
					{#if knot.isToday}<strong>today</strong>{/if}
					{#if knot.rest}<span class="why">{knot.rest}</span>{/if}
				</h3>
				{#each knot.words as word, index (index)}
					<p class="word" class:urgent={word.urgent}>{word.text}</p>
				{/each}
				{#if knot.tasks.length}
					<ul>
						{#each knot.tasks as { id, task, begins } (id)}
							<li>
								<button
									type="button"
									class="tag"
									class:critical={task.critical}
									class:ended={task.ended}
									class:wait={task.runs_on}
									class:on={!begins}
									onclick={() => onTask(id)}
								>
									<span class="hole" aria-hidden="true"></span>
									<span class="name">{task.name}{begins ? '' : ', goes on'}</span>
									<span class="much numbers">
										{#if task.ended}done{:else if begins}{lasts(task)}{#if task.people > 1}, takes {task.people}{/if}{/if}
									</span>
									{#if begins && !task.ended}
										<span class="slack">
											{task.critical
												? 'carries the end'
												: `${task.slack_days} ${task.slack_days === 1 ? 'day' : 'days'} loose`}
										</span>
									{/if}
								</button>
							</li>
						{/each}
					</ul>
				{/if}
			</li>
		{/each}
	</ol>
{/snippet}

{#if behind.length}
	<details class="mb-2">
		<summary class="flex min-h-11 cursor-pointer items-center underline"
			>Behind: {behind.length} {behind.length === 1 ? 'day' : 'days'}</summary
		>
		{@render along(behind, 'Days behind')}
	</details>
{/if}
{@render along(ahead, 'Days')}

<style>
	.string > li {
		position: relative;
		padding: 0 0 0.55rem 2.6rem;
	}
	/* the string itself, tight between knots */
	.cord {
		position: absolute;
		left: 0.95rem;
		top: 0;
		bottom: 0;
		width: 3px;
		background: var(--string);
	}
	.string > li:first-child .cord {
		top: 0.9rem;
	}
	.string > li:last-child .cord {
		bottom: auto;
		height: 0.9rem;
	}
	.string > li:only-child .cord {
		display: none;
	}
	/* over days without work it hangs in a bight */
	.rest .cord {
		left: 0.35rem;
		width: 0.7rem;
		background: none;
		border-left: 2px dashed var(--edge);
		border-radius: 100% 0 0 100% / 50% 0 0 50%;
	}
	.knot {
		position: absolute;
		left: 0.95rem;
		top: 0.85rem;
		width: 15px;
		height: 15px;
		transform: translate(calc(-50% + 1.5px), -50%);
		background: var(--stone);
		border: 2.5px solid var(--string);
		border-radius: 50%;
	}
	.rest .knot {
		display: none;
	}
	.today .knot {
		background: var(--string);
	}
	/* the plumb bob hangs at today */
	.bob {
		position: absolute;
		left: calc(0.95rem + 1.5px);
		top: 1.25rem;
		width: 14px;
		height: 22px;
		transform: translateX(-50%);
		background: var(--ink);
		clip-path: polygon(44% 0, 56% 0, 56% 30%, 100% 30%, 100% 65%, 50% 100%, 0 65%, 0 30%, 44% 30%);
	}
	h3 {
		display: flex;
		flex-wrap: wrap;
		align-items: baseline;
		gap: 0 0.5rem;
		min-height: 1.75rem;
		font-weight: 650;
	}
	.weekday {
		min-width: 2.4rem;
	}
	.rest h3 {
		color: var(--ink-soft);
		font-weight: 400;
	}
	.word {
		padding-block: 0.1rem;
	}
	.urgent {
		font-weight: 750;
		color: var(--string);
	}
	ul {
		display: grid;
		gap: 0.3rem;
	}
	/* a paper tag tied to the string by its hole */
	.tag {
		position: relative;
		display: grid;
		grid-template-columns: 1fr auto;
		gap: 0 0.75rem;
		width: 100%;
		min-height: var(--touch);
		padding: 0.35rem 0.75rem 0.35rem 1.9rem;
		text-align: left;
		align-items: center;
		background: var(--sheet);
		border: 1.5px solid var(--edge);
		clip-path: polygon(0.8rem 0, 100% 0, 100% 100%, 0.8rem 100%, 0 70%, 0 30%);
	}
	.hole {
		position: absolute;
		left: 0.65rem;
		top: 50%;
		width: 0.7rem;
		height: 0.7rem;
		transform: translateY(-50%);
		border: 2px solid var(--edge);
		border-radius: 50%;
	}
	.critical .hole {
		background: var(--string);
		border-color: var(--string);
	}
	.name {
		font-weight: 650;
	}
	.on .name {
		font-weight: 400;
	}
	.much {
		text-align: right;
	}
	.slack {
		grid-column: 1 / -1;
		font-size: 0.9rem;
		color: var(--ink-soft);
	}
	.critical .slack {
		color: var(--string);
		font-weight: 650;
	}
	.wait {
		border-style: dashed;
	}
	.ended .name {
		text-decoration: line-through;
		font-weight: 400;
	}
</style>
