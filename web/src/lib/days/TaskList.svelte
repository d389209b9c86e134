<!-- Tasks that were typed, beside those that come from the plans. -->
<script lang="ts">
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import { typedNumber, useDays, type TaskPlan } from './stage.svelte';

	interface Props {
		onTask: (id: string) => void;
	}
	let { onTask }: Props = $props();

	const stage = useDays();
	const typed = $derived(stage.plan.tasks ?? []);
	const known = $derived(Object.entries(stage.days?.result.tasks ?? {}));
	const EMPTY = {
		name: '',
		long: '1',
		unit: 'days',
		after: '',
		before: '',
		crew: true,
		digs: false
	};
	let draft = $state({ ...EMPTY });

	/** An id of its own for a new task, from what it is called. */
	function idFor(name: string): string {
		const plain =
			name
				.trim()
				.toLowerCase()
				.replace(/[^\p{L}\p{N}]+/gu, '-')
				.slice(0, 60) || 'task';
		const taken = new Set(known.map(([id]) => id));
		let id = plain;
		for (let n = 2; taken.has(id); n++) id = `${plain}-${n}`;
		return id;
	}
	async function add(event: SubmitEvent) {
		event.preventDefault();
		const long = typedNumber(draft.long);
		const task: TaskPlan = {
			id: idFor(draft.name),
			name: draft.name.trim(),
			...(draft.unit === 'hours' ? { hours: long } : { days: long }),
			...(draft.unit === 'calendar' ? { runs_on: true } : {}),
			...(draft.after ? { after: [draft.after] } : {}),
			...(draft.before ? { before: [draft.before] } : {}),
			...(draft.unit === 'calendar' ? {} : { crew: draft.crew }),
			digs: draft.digs
		};
		if (await stage.change((plan) => ({ ...plan, tasks: [...(plan.tasks ?? []), task] })))
			draft = { ...EMPTY };
	}
</script>

<label class="flex min-h-11 items-center">
	<Checkbox
		checked={stage.plan.from_plans ?? false}
		onChecked={(on) =>
			stage.change((plan) => ({
				...plan,
				from_plans: on,
				start: plan.start ?? stage.days?.today ?? null
			}))}>Make tasks from what is planned: boards, pulls, holes, forms, pour</Checkbox
	>
</label>
{#if typed.length}
	<h3 class="mt-2 font-bold">Typed</h3>
	<ul>
		{#each typed as one (one.id)}
			<li>
				<button class="min-h-11 underline" onclick={() => onTask(one.id)}
					>{one.name ?? one.id}</button
				>
				<span class="text-ink-soft"
					>{one.hours
						? `${one.hours} h`
						: `${one.days} ${one.runs_on ? 'calendar days' : 'days'}`}</span
				>
			</li>
		{/each}
	</ul>
{/if}
<form class="mt-3 grid gap-2 border-l-4 border-edge pl-3" aria-label="New task" onsubmit={add}>
	<h3 class="font-bold">Another task</h3>
	<label
		><span class="font-semibold">What is done</span>
		<input class="field mt-1" bind:value={draft.name} required maxlength="120" /></label
	>
	<div class="grid grid-cols-2 gap-3">
		<label
			><span class="font-semibold">How long</span>
			<input
				class="field numbers mt-1"
				inputmode="decimal"
				bind:value={draft.long}
				required
			/></label
		>
		<label
			><span class="font-semibold">Counted in</span>
			<select class="field mt-1" bind:value={draft.unit}>
				<option value="days">whole working days</option>
				<option value="hours">hours</option>
				<option value="calendar">days, weekends too</option>
			</select></label
		>
		<label
			><span class="font-semibold">Waits for</span>
			<select class="field mt-1" bind:value={draft.after}>
				<option value="">nothing</option>
				{#each known as [id, task] (id)}<option value={id}>{task.name}</option>{/each}
			</select></label
		>
		<label
			><span class="font-semibold">Comes before</span>
			<select class="field mt-1" bind:value={draft.before}>
				<option value="">nothing</option>
				{#each known as [id, task] (id)}<option value={id}>{task.name}</option>{/each}
			</select></label
		>
	</div>
	<div class="flex flex-wrap gap-x-6">
		{#if draft.unit !== 'calendar'}<Checkbox
				checked={draft.crew}
				onChecked={(on) => (draft.crew = on)}>Our crew is at it</Checkbox
			>{/if}
		<Checkbox checked={draft.digs} onChecked={(on) => (draft.digs = on)}
			>Breaks ground: waits for the ticket</Checkbox
		>
	</div>
	{#if stage.troubleAt('/tasks') || stage.troubleAt('/start')}<p
			role="alert"
			class="font-semibold text-string"
		>
			{stage.troubleAt('/tasks') || stage.troubleAt('/start')}
		</p>{/if}
	<p><button class="board-button">Keep this task</button></p>
</form>
