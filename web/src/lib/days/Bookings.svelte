<!-- What is called for ahead: concrete, a machine, people, an inspection; and weather that stops work. -->
<script lang="ts">
	import { typedNumber, useDays, type BookingPlan, type WeatherPlan } from './stage.svelte';

	type Draft = { name: string; what: BookingPlan['what']; before: string; notice: string };
	const stage = useDays();
	const known = $derived(Object.entries(stage.days?.result.tasks ?? {}));
	const WHAT = [
		{ value: 'concrete', label: 'Concrete' },
		{ value: 'machine', label: 'A machine' },
		{ value: 'inspection', label: 'An inspection' },
		{ value: 'people', label: 'A second person' },
		{ value: 'other', label: 'Something else' }
	] as const;
	/** What a kind of weather stops, to begin with. */
	const stopsOf = (what: string) =>
		stage.days?.weather.find((one) => one.what === what)?.stops ?? [];
	const EMPTY: Draft = { name: '', what: 'concrete', before: '', notice: '' };
	let draft = $state({ ...EMPTY });
	let sky = $state<{ what: WeatherPlan['what']; from: string; to: string }>({
		what: 'rain',
		from: '',
		to: ''
	});

	async function book(event: SubmitEvent) {
		event.preventDefault();
		const label = WHAT.find((one) => one.value === draft.what)?.label ?? '';
		const booking: BookingPlan = {
			name: draft.name.trim() || label,
			what: draft.what,
			before: draft.before,
			notice_days: typedNumber(draft.notice)
		};
		if (await stage.change((plan) => ({ ...plan, bookings: [...(plan.bookings ?? []), booking] })))
			draft = { ...EMPTY };
	}
	async function weather(event: SubmitEvent) {
		event.preventDefault();
		const hold: WeatherPlan = { ...sky, to: sky.to || sky.from, stops: stopsOf(sky.what) };
		if (await stage.change((plan) => ({ ...plan, weather: [...(plan.weather ?? []), hold] })))
			sky = { what: 'rain', from: '', to: '' };
	}
	function bookedNow(at: number, day: string | undefined) {
		void stage.change((plan) => ({
			...plan,
			bookings: (plan.bookings ?? []).map((one, n) => {
				if (n !== at) return one;
				return { ...one, booked: day ?? null };
			})
		}));
	}
	const told = (name: string) => stage.days?.result.bookings.find((one) => one.name === name)?.text;
</script>

<h3 class="font-bold">Called for ahead</h3>
<ul class="grid gap-2">
	{#each stage.plan.bookings ?? [] as one, at (at)}
		<li class="border-l-4 border-rule pl-3">
			<p>{told(one.name) ?? `${one.name}: before ${one.before}, which is not planned now.`}</p>
			<p class="no-print flex flex-wrap gap-x-4">
				{#if one.booked}
					<button class="min-h-11 underline" onclick={() => bookedNow(at, undefined)}
						>Not booked after all</button
					>
				{:else}
					<button class="board-button plain" onclick={() => bookedNow(at, stage.days?.today)}
						>Booked today</button
					>
				{/if}
				<button
					class="min-h-11 underline"
					onclick={() =>
						stage.change((plan) => ({
							...plan,
							bookings: (plan.bookings ?? []).filter((_, n) => n !== at)
						}))}>Take it out</button
				>
			</p>
		</li>
	{/each}
</ul>
<form
	class="no-print mt-2 grid gap-2 border-l-4 border-edge pl-3"
	aria-label="New booking"
	onsubmit={book}
>
	<div class="grid grid-cols-2 gap-3">
		<label
			><span class="font-semibold">What</span>
			<select class="field mt-1" bind:value={draft.what}>
				{#each WHAT as one (one.value)}<option value={one.value}>{one.label}</option>{/each}
			</select></label
		>
		<label
			><span class="font-semibold">Name, if it needs one</span>
			<input class="field mt-1" bind:value={draft.name} maxlength="120" /></label
		>
		<label
			><span class="font-semibold">It must be there for</span>
			<select class="field mt-1" bind:value={draft.before} required>
				<option value="">choose a task</option>
				{#each known as [id, task] (id)}<option value={id}>{task.name}</option>{/each}
			</select></label
		>
		<label
			><span class="font-semibold">Working days between</span>
			<input
				class="field numbers mt-1"
				inputmode="numeric"
				bind:value={draft.notice}
				required
			/></label
		>
	</div>
	{#if stage.troubleAt('/bookings')}<p role="alert" class="font-semibold text-string">
			{stage.troubleAt('/bookings')}
		</p>{/if}
	<p><button class="board-button">Keep this booking</button></p>
</form>
<h3 class="mt-4 font-bold">Weather that stops work</h3>
<ul>
	{#each stage.plan.weather ?? [] as one, at (at)}
		<li class="flex flex-wrap items-center gap-x-3">
			<span
				><strong>{one.what}</strong>
				{one.from}{one.to === one.from ? '' : ` to ${one.to}`}: {one.stops?.length
					? `no ${one.stops.join(', ')}`
					: 'no work'}</span
			>
			<button
				class="no-print min-h-11 underline"
				onclick={() =>
					stage.change((plan) => ({
						...plan,
						weather: (plan.weather ?? []).filter((_, n) => n !== at)
					}))}>It has passed</button
			>
		</li>
	{/each}
</ul>
<form
	class="no-print mt-2 grid grid-cols-2 gap-3 border-l-4 border-edge pl-3 sm:grid-cols-3"
	aria-label="Weather"
	onsubmit={weather}
>
	<label
		><span class="font-semibold">What comes</span>
		<select class="field mt-1" bind:value={sky.what}>
			{#each stage.days?.weather ?? [] as one (one.what)}<option value={one.what}>{one.what}</option
				>{/each}
		</select></label
	>
	<label
		><span class="font-semibold">From</span>
		<input class="field mt-1" type="date" bind:value={sky.from} required /></label
	>
	<label
		><span class="font-semibold">To</span>
		<input class="field mt-1" type="date" bind:value={sky.to} /></label
	>
	{#if stage.troubleAt('/weather')}<p role="alert" class="col-span-full font-semibold text-string">
			{stage.troubleAt('/weather')}
		</p>{/if}
	<p class="col-span-full">
		<button class="board-button"
			>{stopsOf(sky.what).length ? `Stop ${stopsOf(sky.what).join(', ')}` : 'Stop all work'}</button
		>
	</p>
</form>
