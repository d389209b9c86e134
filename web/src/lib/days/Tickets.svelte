<!-- Tickets of the locating service: where each stands today, who answered, and a new one. -->
<script lang="ts">
	import { useSession } from '$lib/job/context';
	import Words from '$lib/lengths/Words.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import { typedNumber, useDays, type LocatePlan } from './stage.svelte';

	const stage = useDays();
	const session = useSession();
	const tickets = $derived(stage.plan.locates ?? []);
	const structures = $derived(session.job?.structures ?? []);
	const here = (name: string) => structures.find((one) => one.name_in_file === name);
	const calledOf = (name: string) => here(name)?.name ?? name;
	const marksOf = (name: string) =>
		`/jobs/${session.job?.id}/${here(name)?.id}/marks?tab=obstacles`;
	const day = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeZone: 'UTC' });
	const told = (one: string) => day.format(new Date(`${one}T00:00:00Z`));
	const ANSWERS = [
		{ value: 'none', label: 'no answer' },
		{ value: 'marked', label: 'marked' },
		{ value: 'clear', label: 'nothing there' }
	] as const;

	const EMPTY = {
		number: '',
		asked: '',
		notice: '',
		lasts: '',
		structures: [] as string[],
		area: ''
	};
	let draft = $state({ ...EMPTY });
	let adding = $state(false);
	let utility = $state<Record<string, string>>({});

	const found = (number: string) => stage.days?.result.locates.find((one) => one.number === number);
	const standing = (number: string) => stage.days?.tickets.find((one) => one.number === number);

	function change(at: number, make: (one: LocatePlan) => LocatePlan) {
		return stage.change((plan) => ({
			...plan,
			locates: (plan.locates ?? []).map((one, n) => (n === at ? make(one) : one))
		}));
	}
	async function add(event: SubmitEvent) {
		event.preventDefault();
		const ticket: LocatePlan = {
			number: draft.number.trim(),
			asked: draft.asked,
			notice_days: typedNumber(draft.notice),
			...(draft.lasts.trim() ? { lasts_days: typedNumber(draft.lasts) } : {}),
			...(draft.structures.length ? { structures: draft.structures } : {}),
			...(draft.area.trim() ? { area: draft.area.trim() } : {})
		};
		const kept = await stage.change((plan) => ({
			...plan,
			locates: [...(plan.locates ?? []), ticket]
		}));
		if (!kept) return;
		draft = { ...EMPTY };
		adding = false;
	}
	function addUtility(event: SubmitEvent, at: number, number: string) {
		event.preventDefault();
		const name = (utility[number] ?? '').trim();
		if (!name) return;
		void change(at, (one) => ({ ...one, utilities: [...(one.utilities ?? []), { name }] }));
		utility[number] = '';
	}
	function answered(at: number, n: number, value: 'none' | 'marked' | 'clear') {
		void change(at, (one) => ({
			...one,
			utilities: (one.utilities ?? []).map((each, k) =>
				k === n ? { name: each.name, ...(value === 'none' ? {} : { answered: value }) } : each
			)
		}));
	}
</script>

{#each tickets as ticket, at (ticket.number)}
	{@const known = found(ticket.number)}
	{@const now = standing(ticket.number)}
	<article class="ticket" data-standing={now?.standing}>
		<h3 class="text-lg font-bold">Ticket {ticket.number}</h3>
		{#if now}<p class="now">{now.text}</p>{/if}
		{#if known}
			<p>
				Asked {told(ticket.asked)}; dig from {told(known.earliest_dig)}{known.last_day
					? ` to ${told(known.last_day)}`
					: ''}.
				{ticket.area ?? ''}
				{ticket.structures?.length
					? `For ${ticket.structures.map(calledOf).join(', ')}.`
					: 'For the whole job.'}
			</p>
			{#if known.runs_out}<p class="caution font-semibold">{known.text}</p>{/if}
		{/if}
		<h4 class="mt-2 font-semibold">Who answered</h4>
		<ul class="grid gap-2">
			{#each ticket.utilities ?? [] as one, n (one.name)}
				<li>
					<span class="font-semibold">{one.name}</span>
					<Choice
						loose
						label="What {one.name} answered"
						options={ANSWERS}
						value={one.answered ?? 'none'}
						onValue={(value) => answered(at, n, value)}
					/>
				</li>
			{/each}
		</ul>
		<form
			class="no-print mt-2 flex gap-2"
			onsubmit={(event) => addUtility(event, at, ticket.number)}
		>
			<input
				class="field"
				aria-label="Another utility on ticket {ticket.number}"
				placeholder="gas, power, water, telephone"
				bind:value={utility[ticket.number]}
			/>
			<button class="board-button plain">Add</button>
		</form>
		{#if known?.marks?.length}
			<h4 class="mt-2 font-semibold">What was marked</h4>
			<ul>
				{#each known.marks as mark (mark.structure + mark.name)}
					<li>
						<a class="inline-flex min-h-11 items-center underline" href={marksOf(mark.structure)}
							>{mark.name}</a
						>, <Words text={mark.zone_text} /> to each side, on {calledOf(mark.structure)}:
						{#each mark.hits as hit (hit)}<p class="caution font-semibold">
								<Words text={hit} />
							</p>{:else}nothing of the plan falls on it.{/each}
					</li>
				{/each}
			</ul>
		{/if}
		{#if stage.troubleAt(`/locates/${at}`)}<p role="alert" class="font-semibold text-string">
				{stage.troubleAt(`/locates/${at}`)}
			</p>{/if}
		<p class="no-print">
			<button
				class="min-h-11 underline"
				onclick={() =>
					stage.change((plan) => ({
						...plan,
						locates: (plan.locates ?? []).filter((one) => one.number !== ticket.number)
					}))}>Take ticket {ticket.number} out</button
			>
		</p>
	</article>
{:else}
	<p>
		No ticket yet. Ask the utility locating service before the first stake; type its number here and
		the days follow.
	</p>
{/each}
{#if adding}
	<form class="mt-3 grid gap-2 border-l-4 border-edge pl-3" aria-label="New ticket" onsubmit={add}>
		<div class="grid grid-cols-2 gap-3">
			<label
				><span class="font-semibold">Its number</span>
				<input class="field mt-1" bind:value={draft.number} required maxlength="120" /></label
			>
			<label
				><span class="font-semibold">Asked on</span>
				<input class="field mt-1" type="date" bind:value={draft.asked} required /></label
			>
			<label
				><span class="font-semibold">Working days of notice</span>
				<input
					class="field numbers mt-1"
					inputmode="numeric"
					bind:value={draft.notice}
					required
				/></label
			>
			<label
				><span class="font-semibold">Lasts, in days</span>
				<input
					class="field numbers mt-1"
					inputmode="numeric"
					placeholder="no end"
					bind:value={draft.lasts}
				/></label
			>
		</div>
		<p class="text-sm text-ink-soft">
			Notice and life are the rules of your place: ask the service. The day asked does not count.
		</p>
		<label
			><span class="font-semibold">What area</span>
			<input class="field mt-1" bind:value={draft.area} maxlength="500" /></label
		>
		{#if stage.troubleAt('/locates')}<p role="alert" class="font-semibold text-string">
				{stage.troubleAt('/locates')}
			</p>{/if}
		<p class="flex gap-2">
			<button class="board-button">Keep this ticket</button>
			<button class="board-button plain" type="button" onclick={() => (adding = false)}
				>Leave it</button
			>
		</p>
	</form>
{:else}
	<button class="board-button no-print mt-3" onclick={() => (adding = true)}>New ticket</button>
{/if}

<style>
	/* a ticket is torn off along its edge */
	.ticket {
		position: relative;
		margin-bottom: 0.75rem;
		padding: 0.6rem 0.9rem 0.3rem;
		background: var(--sheet);
		border: 1.5px solid var(--edge);
		border-left: 5px dotted var(--edge);
	}
	.now {
		font-weight: 750;
		font-size: 1.15rem;
	}
	[data-standing='run-out'] .now,
	[data-standing='waiting'] .now,
	[data-standing='runs-out'] .now {
		color: var(--string);
	}
</style>
