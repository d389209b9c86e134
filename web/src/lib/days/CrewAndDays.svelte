<!-- Which days are worked, by how many, how fast; the crew's own pace is offered, never taken by itself. -->
<script lang="ts">
	import { useSession } from '$lib/job/context';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import { typedNumber, useDays, type DaysPlan } from './stage.svelte';

	const stage = useDays();
	const session = useSession();
	const plan = $derived(stage.plan);
	const WEEK = [
		{ value: 'mon', label: 'Mon' },
		{ value: 'tue', label: 'Tue' },
		{ value: 'wed', label: 'Wed' },
		{ value: 'thu', label: 'Thu' },
		{ value: 'fri', label: 'Fri' },
		{ value: 'sat', label: 'Sat' },
		{ value: 'sun', label: 'Sun' }
	] as const;
	const works = $derived<readonly string[]>(plan.works ?? []);
	/** Zones as the browser knows them. */
	const ZONES = Intl.supportedValuesOf('timeZone');

	const put = (change: Partial<DaysPlan>) => stage.change((now) => ({ ...now, ...change }));
	function rate(work: string, text: string) {
		const rates: Record<string, number> = { ...plan.rates };
		if (text.trim()) rates[work] = typedNumber(text);
		else delete rates[work];
		void put({ rates });
	}
	let closing = $state('');
	const order = $derived(plan.order ?? []);
	const names = $derived(
		[...(session.job?.structures ?? [])].sort(
			(a, b) => placeOf(a.name_in_file) - placeOf(b.name_in_file)
		)
	);
	function placeOf(id: string): number {
		const at = order.indexOf(id);
		return at < 0 ? 1000 : at;
	}
	function first(id: string) {
		const others = names.map((one) => one.name_in_file).filter((one) => one !== id);
		void put({ order: [id, ...others] });
	}
</script>

<div class="grid grid-cols-2 gap-3">
	<label
		><span class="font-semibold">First day</span>
		<input
			class="field mt-1"
			type="date"
			value={plan.start ?? ''}
			onchange={(event) => put({ start: event.currentTarget.value || null })}
		/></label
	>
	<label
		><span class="font-semibold">People in the crew</span>
		<input
			class="field numbers mt-1"
			inputmode="numeric"
			value={plan.crew}
			onchange={(event) => put({ crew: typedNumber(event.currentTarget.value) })}
		/></label
	>
	<label
		><span class="font-semibold">Hours a day</span>
		<input
			class="field numbers mt-1"
			inputmode="decimal"
			value={plan.hours_a_day}
			onchange={(event) => put({ hours_a_day: typedNumber(event.currentTarget.value) })}
		/></label
	>
	<label
		><span class="font-semibold">Concrete is left alone, days</span>
		<input
			class="field numbers mt-1"
			inputmode="numeric"
			value={plan.cure_days}
			onchange={(event) => put({ cure_days: typedNumber(event.currentTarget.value) })}
		/></label
	>
</div>
<fieldset class="mt-2">
	<legend class="font-semibold">Days that are worked</legend>
	<div class="flex flex-wrap gap-x-4">
		{#each WEEK as one (one.value)}
			<Checkbox
				checked={works.includes(one.value)}
				onChecked={(on) =>
					put({
						works: WEEK.map((each) => each.value).filter((day) =>
							day === one.value ? on : works.includes(day)
						)
					})}>{one.label}</Checkbox
			>
		{/each}
	</div>
</fieldset>
<div class="grid grid-cols-2 gap-3">
	<label
		><span class="font-semibold">Public holidays of</span>
		<input
			class="field mt-1"
			placeholder="none; US, US-CA, DE-BY"
			value={plan.holidays ?? ''}
			onchange={(event) => put({ holidays: event.currentTarget.value.trim() || null })}
		/></label
	>
	<label
		><span class="font-semibold">Time zone of the job</span>
		<input
			class="field mt-1"
			list="zones"
			placeholder="UTC"
			value={plan.zone ?? ''}
			onchange={(event) => put({ zone: event.currentTarget.value.trim() || null })}
		/></label
	>
	<datalist id="zones"
		>{#each ZONES as zone (zone)}<option value={zone}></option>{/each}</datalist
	>
</div>
<div class="mt-2">
	<span class="font-semibold">Closed besides</span>
	<ul class="flex flex-wrap gap-2">
		{#each plan.closed ?? [] as day (day)}
			<li class="flex items-center border border-edge pl-2">
				<span class="numbers">{day}</span>
				<button
					class="min-h-11 px-2 text-xl"
					aria-label="Work on {day} after all"
					onclick={() => put({ closed: (plan.closed ?? []).filter((one) => one !== day) })}
					>×</button
				>
			</li>
		{/each}
		<li class="flex gap-2">
			<input
				class="field !w-auto"
				type="date"
				aria-label="A day that is closed"
				bind:value={closing}
			/>
			<button
				class="board-button plain"
				disabled={!closing}
				onclick={() => put({ closed: [...(plan.closed ?? []), closing] })}>Close it</button
			>
		</li>
	</ul>
</div>
{#if stage.trouble && !/^\/(tasks|locates|bookings|weather)/.test(stage.trouble.at)}
	<p role="alert" class="mt-2 font-semibold text-string">{stage.trouble.text}</p>
{/if}
{#if plan.from_plans && names.length > 1}
	<h3 class="mt-3 font-bold">Which comes first</h3>
	<ol class="list-decimal pl-6">
		{#each names as one, n (one.id)}
			<li>
				{one.name}
				{#if n > 0}<button class="min-h-11 px-2 underline" onclick={() => first(one.name_in_file)}
						>do this first</button
					>{/if}
			</li>
		{/each}
	</ol>
{/if}
<h3 class="mt-3 font-bold">How fast one person works</h3>
<p class="text-sm text-ink-soft">
	A first guess of ours stands in grey; type your own. Nothing is taken from the record by itself.
</p>
<table class="w-full">
	<tbody>
		{#each stage.days?.rates ?? [] as one (one.work)}
			{@const learned = stage.days?.learned.find((each) => each.work === one.work)}
			<tr class="border-t border-rule align-middle">
				<th class="py-1 text-left font-normal">{one.name}</th>
				<td class="w-24">
					<input
						class="field numbers"
						inputmode="decimal"
						aria-label="{one.name}, {one.of} an hour"
						placeholder={String(one.an_hour)}
						value={plan.rates?.[one.work] ?? ''}
						onchange={(event) => rate(one.work, event.currentTarget.value)}
					/>
				</td>
				<td class="text-ink-soft">{one.unit ? `${one.unit} of ` : ''}{one.of} an hour</td>
			</tr>
			{#if learned}
				<tr
					><td colspan="3" class="pb-1">
						Your record: {learned.text}
						<button
							class="min-h-11 underline"
							onclick={() => rate(one.work, String(learned.an_hour))}
							>Take {learned.an_hour} each</button
						></td
					></tr
				>
			{/if}
		{/each}
	</tbody>
</table>
