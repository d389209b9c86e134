<!-- One task: when, how loose it hangs, what a slip of it moves, when it was done. -->
<script lang="ts">
	import Dialog from '$lib/ui/Dialog.svelte';
	import { useDays, type Slip } from './stage.svelte';
	import { hoursText } from './string';

	interface Props {
		id: string;
		onClose: () => void;
	}
	let { id, onClose }: Props = $props();

	const stage = useDays();
	const task = $derived(stage.days?.result.tasks[id]);
	const typed = $derived(stage.plan.tasks?.find((one) => one.id === id));
	const date = new Intl.DateTimeFormat(undefined, { dateStyle: 'full', timeZone: 'UTC' });
	const told = (day: string) => date.format(new Date(`${day}T00:00:00Z`));
	const nameOf = (one: string) => stage.days?.result.tasks[one]?.name ?? one;

	let by = $state(1);
	let slip = $state<Slip>();
	let asked = $state(0);

	async function whatIf(days: number) {
		by = days;
		const mine = ++asked;
		const found = await stage.slip(id, days);
		if (mine === asked) slip = found;
	}

	/** A day it was done on; nothing when it was not. */
	function end(day: string | undefined) {
		void stage.change((plan) => {
			const ended = { ...plan.ended };
			if (day) ended[id] = day;
			else delete ended[id];
			const tasks = plan.tasks?.map((one) => (one.id === id ? { ...one, ended: null } : one));
			return { ...plan, ended, ...(tasks ? { tasks } : {}) };
		});
	}
	async function takeOut() {
		const kept = await stage.change((plan) => ({
			...plan,
			tasks: (plan.tasks ?? []).filter((one) => one.id !== id)
		}));
		if (kept) onClose();
	}
</script>

<Dialog open title={task?.name ?? id} {onClose}>
	{#if task}
		<dl>
			<dt>Begins</dt>
			<dd>{told(task.start)}</dd>
			<dt>Ends</dt>
			<dd>{told(task.end)}</dd>
			{#if !task.ended}
				<dt>Must begin by</dt>
				<dd>
					{told(task.latest_start)}{task.critical
						? ': it carries the end'
						: `, ${task.slack_days} ${task.slack_days === 1 ? 'day' : 'days'} loose`}
				</dd>
			{/if}
			{#if task.amount_text}
				<dt>How much</dt>
				<dd>
					{task.amount_text}{#if task.hours !== null}, {hoursText(task.hours)} for the crew{/if}
				</dd>
			{/if}
			{#if task.people > 1}
				<dt>Takes</dt>
				<dd>{task.people} people at least</dd>
			{/if}
			{#if task.after.length}
				<dt>Waits for</dt>
				<dd>{task.after.map(nameOf).join('; ')}</dd>
			{/if}
		</dl>
		{#if task.ended}
			<p class="mt-3">
				<button class="board-button plain" onclick={() => end(undefined)}>Not done after all</button
				>
			</p>
		{:else}
			<div class="mt-3 flex flex-wrap items-center gap-2">
				<span>And if it takes longer?</span>
				{#each [1, 2, 5] as days (days)}
					<button
						class="board-button plain"
						aria-pressed={slip !== undefined && by === days}
						onclick={() => whatIf(days)}>+{days} {days === 1 ? 'day' : 'days'}</button
					>
				{/each}
			</div>
			{#if slip}
				<div class="caution mt-2" role="status">
					<p class="font-semibold">{slip.text}</p>
					<ul class="list-disc pl-5">
						{#each slip.moved.filter((one) => one.id !== id).slice(0, 8) as one (one.id)}
							<li>{one.name}: ends {told(one.now)}</li>
						{/each}
						{#if slip.moved.length > 9}<li>and {slip.moved.length - 9} more</li>{/if}
					</ul>
				</div>
			{/if}
			<label class="mt-3 block">
				<span class="font-semibold">Done on</span>
				<input
					type="date"
					class="field mt-1 !w-auto"
					max={stage.days?.today}
					onchange={(event) => event.currentTarget.value && end(event.currentTarget.value)}
				/>
			</label>
		{/if}
		{#if typed}
			<p class="mt-3">
				<button class="min-h-11 underline" onclick={takeOut}>Take this task out</button>
			</p>
		{/if}
		{#if stage.trouble}<p role="alert" class="mt-2 font-semibold text-string">
				{stage.trouble.text}
			</p>{/if}
	{/if}
</Dialog>

<style>
	dl {
		display: grid;
		grid-template-columns: auto 1fr;
		gap: 0.3rem 1rem;
	}
	dt {
		color: var(--ink-soft);
	}
	dd {
		font-weight: 650;
	}
	[aria-pressed='true'] {
		border-bottom: 4px solid var(--string);
	}
</style>
