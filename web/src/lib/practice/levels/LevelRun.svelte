<!-- Work of a task with levels: set up, read, write down, set tops, accept or say. -->
<script lang="ts">
	import LengthField from '$lib/lengths/LengthField.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import { caretFollows } from '$lib/practice/caret';
	import type { PracticeRun, Run } from '$lib/practice/run.svelte';
	import WhoReads from '$lib/practice/WhoReads.svelte';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import Hose from './Hose.svelte';
	import Receiver from './Receiver.svelte';
	import Sight from './Sight.svelte';
	import StringLevel from './StringLevel.svelte';

	interface Props {
		practice: PracticeRun;
		run: Run;
		site: NonNullable<Run['level']>;
	}
	let { practice, run, site }: Props = $props();

	const WAITS = [
		{ value: '10', label: '10 s' },
		{ value: '30', label: '30 s' },
		{ value: '60', label: '1 min' },
		{ value: '120', label: '2 min' }
	];
	const WAYS = [
		{ value: 'up', label: 'up' },
		{ value: 'down', label: 'down' }
	] as const;
	const open = $derived(practice.openShot);
	const field = $derived(`reading ${open?.number}`);
	const reading = $derived(practice.typed(field));
	const amount = $derived(practice.typed('amount'));
	const said = $derived(practice.typed('said'));
	let stand = $state('middle');
	let top = $state('');
	let way = $state<'up' | 'down'>('up');

	async function write(event: SubmitEvent) {
		event.preventDefault();
		if (!open || !reading.trim()) return;
		await practice.takeTyped(field, { do: 'write', pull: open.number, reading });
	}
	async function set(event: SubmitEvent) {
		event.preventDefault();
		const up = way === 'up' ? amount.trim() : `-${amount.trim()}`;
		await practice.takeTyped('amount', { do: 'set', at: top, up });
	}
</script>

{#if open}
	<form onsubmit={write} aria-label="Write down {open.at}" {@attach caretFollows(practice.from)}>
		<h2 class="text-xl font-bold">{open.at}{open.turned ? ', turned' : ''}</h2>
		{#key open.number}
			{#if open.called}
				<p class="text-2xl">
					Your helper calls: <b class="numbers"><Words text={open.called} /></b>
				</p>
			{:else if open.tool === 'laser'}<Receiver shot={open} units={run.units} />
			{:else if open.tool === 'hose'}<Hose shot={open} units={run.units} />
			{:else if open.tool === 'line'}<StringLevel shot={open} units={run.units} />
			{:else}<Sight shot={open} units={run.units} />{/if}
		{/key}
		{#if run.easy}
			{@const text = open.shows_text}
			<button class="min-h-11 underline" type="button" onclick={() => practice.type(field, text)}
				>take it over: <Words {text} /></button
			>
		{/if}
		<LengthField
			label="What you write down"
			value={reading}
			units={run.units}
			onInput={(text) => practice.type(field, text)}
		/>
		<button class="board-button" disabled={!reading.trim() || practice.isBusy}>Write it down</button
		>
	</form>
{/if}
<section class="border-t border-rule pt-2" aria-label="Instruments">
	<p class="text-lg">
		{#if site.setups.length}<b>{site.setups.at(-1)}</b> stands. Press a point to read it.
		{:else}Nothing stands yet.{/if}
	</p>
	{#if site.stands.length > 1}
		<label class="font-semibold"
			>Stand
			<select class="field mt-1" bind:value={stand}>
				{#each site.stands as one (one.key)}<option value={one.key}>{one.name}</option>{/each}
			</select></label
		>
	{/if}
	<div class="mt-1 flex flex-wrap gap-2">
		{#each site.tools as tool (tool.key)}
			<button
				class="board-button plain"
				aria-disabled={practice.isBusy}
				onclick={() => practice.take({ do: 'setup', tool: tool.key, stand })}
				>Set up the {tool.name}</button
			>
		{/each}
	</div>
	{#if site.tool === 'hose'}
		<p class="mt-2 font-semibold">Let the water rest for</p>
		<Choice
			label="Wait"
			options={WAITS}
			value={String(practice.wait)}
			onValue={(next) => (practice.wait = Number(next))}
			loose
		/>
		<div class="mt-2">
			<Checkbox checked={practice.turned} onChecked={(on) => (practice.turned = on)}
				>hold the walking end beside the other, at the benchmark</Checkbox
			>
		</div>
		<button
			class="min-h-11 underline"
			aria-disabled={practice.isBusy}
			onclick={() => practice.take({ do: 'bleed' })}>let air and warm water out of the hose</button
		>
	{:else if site.tool === 'line'}
		<Checkbox checked={practice.turned} onChecked={(on) => (practice.turned = on)}
			>turn the level end for end</Checkbox
		>
	{:else if site.tool === 'optical'}
		<button
			class="min-h-11 underline"
			aria-disabled={practice.isBusy}
			onclick={() => practice.take({ do: 'focus' })}>focus the eyepiece on its hair</button
		>
	{/if}
	<WhoReads {practice} />
	{#if !site.tops.length}{#each run.moved as told, i (i)}<p><Words text={told} /></p>{/each}{/if}
</section>
{#if site.tops.length}
	<form class="border-t border-rule pt-2" onsubmit={set} aria-label="Set a top">
		<h2 class="font-bold">Set a top</h2>
		<div class="grid grid-cols-2 gap-3">
			<label
				><span class="font-semibold">Which</span>
				<select class="field mt-1" bind:value={top} required>
					<option value="" disabled>choose</option>
					{#each site.tops as one (one)}<option value={one}>{one}</option>{/each}
				</select></label
			>
			<LengthField
				label="By"
				value={amount}
				units={run.units}
				onInput={(text) => practice.type('amount', text)}
			/>
		</div>
		<div class="flex flex-wrap gap-3">
			<Choice loose label="Which way" options={WAYS} value={way} onValue={(v) => (way = v)} />
			<button class="board-button plain" disabled={!top || !amount.trim() || practice.isBusy}
				>Set it</button
			>
		</div>
		{#each run.moved as told, i (i)}<p><Words text={told} /></p>{/each}
	</form>
	<p class="border-t border-rule pt-3">
		<button
			class="board-button"
			aria-disabled={practice.isBusy}
			onclick={() => practice.take({ do: 'accept' })}>They are at height: accept</button
		>
	</p>
{:else}
	<form
		class="border-t border-rule pt-2"
		aria-label="Say what it does"
		onsubmit={(event) => {
			event.preventDefault();
			void practice.takeTyped('said', { do: 'say', too_much: said.trim() });
		}}
	>
		<LengthField
			label="On {site.over_text} it reads too much by"
			value={said}
			units={run.units}
			signed
			hint="0 if it is true; with a minus if it reads too little"
			onInput={(text) => practice.type('said', text)}
		/>
		<button class="board-button" disabled={!said.trim() || practice.isBusy}>Say so</button>
	</form>
{/if}
