<!-- One hold point: what to look at, whose rules it goes by, and who has looked or gone past. -->
<script lang="ts">
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import { useDangers, type HoldPoint } from './dangers.svelte';

	interface Props {
		hold: HoldPoint;
		/** Whether the job has other structures that the same look may serve. */
		several: boolean;
	}
	let { hold, several }: Props = $props();

	const dangers = useDangers();
	const when = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' });

	let ticked = $state<Record<string, boolean>>({});
	let forAll = $state(true);
	let passing = $state(false);
	let reason = $state('');
	let trouble = $state('');
	let busy = $state(false);
	const isWhole = $derived(hold.look.every((text) => ticked[text]));
	const stands = $derived(hold.state === 'open' || hold.state === 'lapsed');
	const canServeAll = $derived(several && hold.serves_all);

	async function act(doing: 'seen' | 'past' | 'back') {
		busy = true;
		const more = { note: reason.trim(), wholeJob: canServeAll && forAll };
		trouble = await dangers.act(hold, doing, more);
		busy = false;
		if (trouble) return;
		ticked = {};
		passing = false;
		reason = '';
	}
</script>

<section class="hold" data-state={hold.state} aria-label={hold.title}>
	<h3>
		<span class="bar" aria-hidden="true"></span>
		{hold.title}
	</h3>
	{#each hold.told as told (told)}<p class="told">{told}</p>{/each}
	{#if stands}
		{#if hold.state === 'lapsed' && hold.at}
			<p class="font-semibold">
				{hold.who} looked on {when.format(new Date(hold.at))}; that no longer holds. Look again.
			</p>
		{/if}
		<ul>
			{#each hold.look as text (text)}
				<li>
					<Checkbox
						checked={ticked[text] ?? false}
						onChecked={(on) => (ticked = { ...ticked, [text]: on })}>{text}</Checkbox
					>
				</li>
			{/each}
		</ul>
		<p class="text-sm text-ink-soft">Decides: {hold.defers}</p>
		{#if canServeAll}
			<Checkbox checked={forAll} onChecked={(on) => (forAll = on)}
				>For every structure of this job</Checkbox
			>
		{/if}
		{#if passing}
			<form
				class="mt-1 grid gap-2"
				onsubmit={(event) => {
					event.preventDefault();
					void act('past');
				}}
			>
				<label>
					<span class="font-semibold">Why it is right to go on without it</span>
					<input class="field mt-1" bind:value={reason} maxlength="500" autocomplete="off" />
				</label>
				<p>Your name and this reason stay on every sheet from here on.</p>
				<p class="flex flex-wrap gap-2">
					<button class="board-button" disabled={busy || !reason.trim()}
						>Go past it, by my name</button
					>
					<button class="board-button plain" type="button" onclick={() => (passing = false)}
						>Stay stopped</button
					>
				</p>
			</form>
		{:else}
			<p class="mt-1 flex flex-wrap gap-2">
				<button
					type="button"
					class="board-button"
					disabled={busy || !isWhole}
					onclick={() => act('seen')}>I looked at all of it</button
				>
				<button type="button" class="min-h-11 px-2 underline" onclick={() => (passing = true)}
					>Go past it…</button
				>
			</p>
		{/if}
	{:else}
		<p class={hold.state === 'past' ? 'font-semibold' : ''}>
			{hold.state === 'past' ? 'Gone past by' : hold.by_accepting ? 'Accepted by' : 'Looked at by'}
			{hold.who}{#if hold.at}, {when.format(new Date(hold.at))}{/if}{hold.note
				? `: ${hold.note}`
				: '.'}
			{#if !hold.by_accepting || hold.state === 'past'}
				<button type="button" class="no-print min-h-11 underline" onclick={() => act('back')}
					>Take that back</button
				>
			{/if}
		</p>
	{/if}
	{#if trouble}<p role="alert" class="font-semibold text-string">{trouble}</p>{/if}
</section>

<style>
	.hold {
		padding: 0.5rem 0.75rem 0.6rem 2.4rem;
		position: relative;
		background: var(--sheet);
		border: 1.5px solid var(--edge);
	}
	h3 {
		font-size: 1.1rem;
		font-weight: 750;
	}
	/* a pole across the way: raised once somebody looked, down and broken where somebody went past */
	.bar {
		position: absolute;
		left: 0.7rem;
		top: 0.7rem;
		width: 1.05rem;
		height: 1.05rem;
		border-left: 4px solid var(--ink);
		border-top: 5px solid var(--string);
	}
	[data-state='seen'] .bar {
		border-top-color: transparent;
		border-left: 5px solid var(--good);
	}
	[data-state='past'] .bar {
		border-top-style: dashed;
	}
	.told {
		font-weight: 650;
	}
</style>
