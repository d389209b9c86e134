<script lang="ts">
	import Words from '$lib/lengths/Words.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	const when = new Intl.DateTimeFormat(undefined, { dateStyle: 'short', timeStyle: 'short' });
	const here = $derived(stage.structure.name_in_file);
	const accepted = $derived((stage.result?.accepted ?? []).filter((one) => one.structure === here));
	const found = $derived(
		(stage.result?.targets ?? []).filter((one) => one.on_thing && stage.isOwn(one.at))
	);
	const over = $derived(found.filter((one) => one.way !== 'on'));
	const isOffered = $derived(
		found.length > 0 && (!accepted.length || accepted.some((one) => one.changed.length > 0))
	);
	let asking = $state(false);
	let note = $state('');
	let trouble = $state('');

	async function accept(event: SubmitEvent) {
		event.preventDefault();
		trouble = await stage.acceptHeights(note.trim());
		if (trouble) return;
		asking = false;
		note = '';
	}
	async function takeBack() {
		trouble = await stage.takeHeightsBack();
	}
</script>

{#each accepted as one (one.structure)}
	<p class="mt-3 font-semibold {one.over.length || one.changed.length ? '' : 'text-good'}">
		Accepted by {one.who}{one.taken ? `, ${when.format(new Date(one.taken))}` : ''}: <Words
			text={one.text}
		/>
		{#if one.note}<span class="font-normal"><Words text={one.note} /></span>{/if}
	</p>
	<p class="no-print">
		<button class="min-h-11 underline" onclick={takeBack}>Take the acceptance back</button>
	</p>
{/each}
{#if isOffered && asking}
	<form class="no-print mt-2 grid gap-2 border-l-4 border-edge pl-3" onsubmit={accept}>
		<p>
			{#if over.length}
				<strong
					>{over.length} of {found.length} {over.length === 1 ? 'is' : 'are'} not on height.</strong
				> Your name and how far they are off are recorded.
			{:else}
				All {found.length} that were shot are on height. Your name is recorded.
			{/if}
			Forms, footings and concrete still need whoever signs for them.
		</p>
		<label>
			<span class="font-semibold"
				>Why, for the record{over.length ? '' : ' (leave empty if none)'}</span
			>
			<input class="field mt-1" bind:value={note} maxlength="500" autocomplete="off" />
		</label>
		<p class="flex gap-2">
			<button class="board-button" disabled={over.length > 0 && !note.trim()}
				>Accept these heights</button
			>
			<button class="board-button plain" type="button" onclick={() => (asking = false)}
				>Not yet</button
			>
		</p>
	</form>
{:else if isOffered}
	<p class="no-print mt-3">
		<button class="board-button {over.length ? 'plain' : ''}" onclick={() => (asking = true)}
			>{over.length ? 'Good enough? Accept as it is' : 'Accept these heights'}</button
		>
	</p>
{/if}
{#if trouble}<p role="alert" class="font-semibold text-string">{trouble}</p>{/if}
