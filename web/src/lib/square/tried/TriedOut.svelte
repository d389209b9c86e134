<!-- What the crew's instruments would give here: set-outs tried out where the truth is known. -->
<script lang="ts">
	import { onDestroy } from 'svelte';
	import Words from '$lib/lengths/Words.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import type { Trial } from './tried.svelte';

	interface Props {
		trial: Trial;
		structure: string;
	}
	let { trial, structure }: Props = $props();

	const HOW_MANY = [
		{ value: '50', label: '50' },
		{ value: '200', label: '200' },
		{ value: '500', label: '500' }
	] as const;
	const SLIPS = [
		{ value: '0', label: 'none' },
		{ value: '0.01', label: '1 in 100' },
		{ value: '0.05', label: '1 in 20' }
	] as const;
	let howMany = $state<'50' | '200' | '500'>('200');
	let slips = $state<'0' | '0.01' | '0.05'>('0');
	let seed = $state(1);

	const tried = $derived(trial.tried);
	const rounds = $derived(Object.entries(tried?.expected.rounds.counts ?? {}));
	const mostRounds = $derived(Math.max(1, ...rounds.map(([, of]) => of)));
	const mostOff = $derived(Math.max(1, ...(tried?.bins ?? []).map((bin) => bin.count)));
	onDestroy(() => trial.stop());

	function begin() {
		trial.begin(structure, Number(howMany), seed, Number(slips));
		seed += 1;
	}
</script>

<section class="mt-4" aria-labelledby="tried-out">
	<h2 id="tried-out" class="font-bold">What to expect here</h2>
	<p class="text-ink-soft">
		Lines put up by eye, pulled and moved by this coach with this tape and this method, many times
		over, where the truth is known. Simulated: nothing of it is recorded.
	</p>
	<div class="mt-2 grid gap-x-6 gap-y-2 sm:grid-cols-2">
		<div>
			<span class="font-semibold">Set-outs</span>
			<Choice
				loose
				label="Set-outs"
				options={HOW_MANY}
				value={howMany}
				onValue={(v) => (howMany = v)}
			/>
		</div>
		<div>
			<span class="font-semibold">Readings that go wrong</span>
			<Choice
				loose
				label="Readings that go wrong"
				options={SLIPS}
				value={slips}
				onValue={(v) => (slips = v)}
			/>
		</div>
	</div>
	<p class="mt-2 flex flex-wrap items-center gap-3">
		{#if trial.isOn}
			<button type="button" class="board-button" onclick={() => trial.stop()}>Stop</button>
			<progress max={trial.of} value={trial.done} aria-label="Set-outs tried out"></progress>
			<span class="numbers">{trial.done} of {trial.of}</span>
		{:else}
			<button type="button" class="board-button plain" onclick={begin}
				>{tried ? 'Try other ones' : 'Try them out'}</button
			>
		{/if}
	</p>
	{#if trial.trouble}<p role="alert" class="caution font-semibold">{trial.trouble}</p>{/if}
	{#if tried}
		<p class="mt-2 text-lg" aria-live="polite"><Words text={tried.expected.text} /></p>
		<div class="mt-3 grid gap-6 sm:grid-cols-2">
			<figure>
				<figcaption class="font-semibold">Rounds until square</figcaption>
				<table>
					<tbody>
						{#each rounds as [number, of] (number)}
							<tr>
								<th scope="row" class="numbers">{number}</th>
								<td><i style:width="{(100 * of) / mostRounds}%"></i></td>
								<td class="numbers of">{of}</td>
							</tr>
						{/each}
					</tbody>
				</table>
			</figure>
			<figure>
				<figcaption class="font-semibold">Worst corner, really</figcaption>
				<table>
					<tbody>
						{#each tried.bins as bin (bin.to_mm)}
							<tr class:over={bin.to_mm > tried.expected.tolerance_mm + 0.01}>
								<th scope="row" class="numbers">to <Words text={bin.to_text} /></th>
								<td><i style:width="{(100 * bin.count) / mostOff}%"></i></td>
								<td class="numbers of">{bin.count}</td>
							</tr>
						{/each}
					</tbody>
				</table>
				<p class="text-sm text-ink-soft">Red: beyond what is allowed.</p>
			</figure>
		</div>
	{/if}
</section>

<style>
	progress {
		width: 12rem;
		height: 1.1rem;
		accent-color: var(--string);
	}
	table {
		width: 100%;
		border-collapse: collapse;
	}
	th {
		width: 5.5rem;
		padding-right: 0.5rem;
		text-align: right;
		font-weight: 400;
		white-space: nowrap;
	}
	td:nth-child(2) {
		border-left: 3px solid var(--wood-dark);
	}
	td i {
		display: block;
		height: 1rem;
		background: var(--wood);
	}
	.over i {
		background: var(--string);
	}
	.of {
		width: 3rem;
		padding-left: 0.5rem;
	}
</style>
