<script lang="ts">
	import type { Structure } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';

	interface Props {
		structure: Structure;
		onAccept: (round: number, note: string) => Promise<string>;
		onBack: (round: number) => Promise<string>;
	}
	let { structure, onAccept, onBack }: Props = $props();

	const when = new Intl.DateTimeFormat(undefined, { dateStyle: 'short', timeStyle: 'short' });
	const square = $derived(structure.result.square);
	const accepted = $derived(structure.accepted.filter((one) => one.round === square?.round));
	const over = $derived(square?.verdict === 'adjust' || square?.verdict === 'restake');
	let asking = $state(false);
	let note = $state('');
	let trouble = $state('');

	async function accept() {
		if (!square) return;
		trouble = await onAccept(square.round, note.trim());
		if (!trouble) {
			asking = false;
			note = '';
		}
	}
</script>

{#each accepted as one (one.at)}
	<p class="mt-2 font-semibold {one.over ? '' : 'text-good'}">
		Accepted by {one.who}, {when.format(new Date(one.at))}: {#if one.worst_text}worst corner <Len
				text={one.worst_text}
			/>,{/if}
		<Len text={one.tolerance_text} /> allowed{one.over ? ', over it' : ''}.
		{#if one.note}<span class="font-normal"><Words text={one.note} /></span>{/if}
	</p>
{/each}
{#if square && accepted.length}
	<p class="no-print">
		<button class="min-h-11 underline" onclick={async () => (trouble = await onBack(square.round))}
			>Take the acceptance back</button
		>
		{#if trouble}<span role="alert" class="font-semibold text-string">{trouble}</span>{/if}
	</p>
{/if}
{#if square && square.worst_text && !square.simulated && !accepted.length && ['square', 'adjust', 'restake'].includes(square.verdict)}
	{#if asking}
		<form
			class="no-print mt-2 grid gap-2 border-l-4 border-edge pl-3"
			onsubmit={(event) => {
				event.preventDefault();
				void accept();
			}}
		>
			<p>
				{#if over}
					<strong
						>{square.worst_corner} is <Len text={square.worst_text} /> off; <Len
							text={structure.plan.tolerance.text}
						/> is allowed.</strong
					> Your name and this amount are recorded.
				{:else}
					The worst corner, {square.worst_corner}, is <Len text={square.worst_text} /> off. Your name
					is recorded.
				{/if}
				Formwork, footings and concrete still need whoever signs for them.
			</p>
			<label>
				<span class="font-semibold">Why, for the record{over ? '' : ' (leave empty if none)'}</span>
				<input class="field mt-1" bind:value={note} maxlength="500" autocomplete="off" />
			</label>
			{#if trouble}<p role="alert" class="font-semibold text-string">{trouble}</p>{/if}
			<p class="flex gap-2">
				<button class="board-button" disabled={over && !note.trim()}
					>Accept round {square.round}</button
				>
				<button class="board-button plain" type="button" onclick={() => (asking = false)}
					>Not yet</button
				>
			</p>
		</form>
	{:else}
		<p class="no-print mt-2">
			<button class="board-button {over ? 'plain' : ''}" onclick={() => (asking = true)}
				>{over ? 'Good enough? Accept as it is' : `Accept round ${square.round}`}</button
			>
		</p>
	{/if}
{/if}
