<!-- An instrument that answers by itself: what it reads is laid into the field, and counts once it is kept. -->
<script lang="ts">
	import { ApiError, type Schemas } from '$lib/api/client';
	import Words from '$lib/lengths/Words.svelte';

	interface Props {
		/** What it is called. */
		name: string;
		/** Where it is asked; what it answered elsewhere is not shown. Empty while nobody said. */
		where: string;
		/** Asks it; throws what it says when there is no reading. */
		onAsk: (again: number) => Promise<Schemas['ReadingTaken']>;
		/** What stands in the field. */
		reading: string;
		onTake: (text: string) => void;
	}
	let { name, where, onAsk, reading, onTake }: Props = $props();

	let taken = $state.raw<Schemas['ReadingTaken'] & { where: string }>();
	let asking = $state(false);
	let asked = 0;
	let trouble = $state('');
	const time = new Intl.DateTimeFormat(undefined, { timeStyle: 'medium' });

	async function ask() {
		asking = true;
		trouble = '';
		const place = where;
		try {
			const got = await onAsk(asked++);
			taken = { ...got, where: place };
			// what somebody typed meanwhile is theirs
			if (!reading.trim() && place === where) onTake(got.text);
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			trouble = error.told;
		} finally {
			asking = false;
		}
	}
</script>

<div class="flex flex-wrap items-center gap-x-3" role="group" aria-label="Ask the instrument">
	<button class="board-button plain" type="button" disabled={asking || !where} onclick={ask}
		>{asking ? 'Asking…' : `Ask ${name}`}</button
	>
	<p class="grow" role="status">
		{#if taken && taken.where === where}
			It reads <b><Words text={taken.text} /></b> at {time.format(new Date(taken.taken))}
			{#if taken.simulated}<strong class="simulated">simulated</strong>{/if}
			{#if reading.trim() === taken.text}: Enter keeps it
			{:else}
				{@const text = taken.text}
				<button class="min-h-11 px-2 underline" type="button" onclick={() => onTake(text)}
					>take it</button
				>
			{/if}
		{/if}
	</p>
	{#if trouble}<p role="alert" class="w-full font-semibold text-string">{trouble}</p>{/if}
</div>

<style>
	.simulated {
		padding: 0 0.4rem;
		border: 1.5px dashed var(--move);
		color: var(--move);
	}
</style>
