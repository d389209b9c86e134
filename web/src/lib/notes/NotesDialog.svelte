<!-- Notes of a structure: one more, with a photo or a voice, and those that hang there. -->
<script lang="ts">
	import { ApiError } from '$lib/api/client';
	import { transport } from '$lib/api/transport';
	import type { StageName, Structure } from '$lib/api/types';
	import { outbox } from '$lib/outbox/outbox.svelte';
	import Refused from '$lib/outbox/Refused.svelte';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import Dialog from '$lib/ui/Dialog.svelte';
	import { pinOf, useNotes } from './notes.svelte';
	import { Voice } from './voice.svelte';

	interface Props {
		structure: Structure;
		name: string;
		stage: StageName;
		open: boolean;
		onClose: () => void;
	}
	let { structure, name, stage, open, onClose }: Props = $props();

	const notes = useNotes();
	const voice = new Voice();
	const when = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' });
	let text = $state('');
	let point = $state('');
	let media = $state.raw<Blob>();
	let keepPlace = $state(false);
	let said = $state('');
	let trouble = $state('');
	const points = $derived([
		...Object.keys(structure.result.corners),
		...Object.keys(structure.result.stake_points),
		...Object.keys(structure.result.places)
	]);
	const isPhoto = $derived(media?.type.startsWith('image/') ?? false);
	const preview = $derived(media ? URL.createObjectURL(media) : '');
	$effect(() => {
		const shown = preview;
		return () => URL.revokeObjectURL(shown);
	});
	const refused = $derived(
		outbox.of(structure.id).filter((one) => one.refused && one.kind === 'note')
	);
	const waiting = $derived(
		outbox.of(structure.id).filter((one) => !one.refused && one.kind === 'note')
	);

	async function keep(event: SubmitEvent) {
		event.preventDefault();
		const written = { text, point, media, keepPlace };
		const outcome = notes.send(written, stage, name);
		[text, point, media, keepPlace] = ['', '', undefined, false];
		const became = await outcome;
		said = {
			sent: 'Kept.',
			kept: 'On this device; sent when Anvilhead is back.',
			refused: ''
		}[became];
	}
	async function speak() {
		const blob = await voice.record();
		if (blob?.size) media = blob;
		trouble = voice.trouble;
	}
	async function takeDown(id: string) {
		const note = notes.notes.find((one) => one.id === id);
		try {
			if (note) await notes.strike(note);
			trouble = '';
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			trouble = error.told;
		}
	}
</script>

<Dialog {open} title="Notes: {name}" {onClose}>
	<form class="grid gap-2" aria-label="New note" onsubmit={keep}>
		<label>
			<span class="font-semibold">What is to be kept</span>
			<textarea class="field mt-1" rows="2" maxlength="2000" bind:value={text} data-first
			></textarea>
		</label>
		<div class="flex flex-wrap items-end gap-3">
			<label>
				<span class="font-semibold">At</span>
				<select class="field mt-1 !w-auto" bind:value={point}>
					<option value="">no point</option>
					{#each points as one (one)}<option value={one}>{one}</option>{/each}
				</select>
			</label>
			<label class="board-button plain cursor-pointer">
				Photo
				<input
					class="sr-only"
					type="file"
					accept="image/jpeg,image/png,image/webp"
					capture="environment"
					onchange={(event) => {
						media = event.currentTarget.files?.[0] ?? media;
						event.currentTarget.value = '';
					}}
				/>
			</label>
			{#if Voice.isThere}
				{#if voice.seconds === undefined}
					<button type="button" class="board-button plain" onclick={speak}>Say it</button>
				{:else}
					<button type="button" class="board-button" onclick={() => voice.stop()}
						>Stop, {voice.seconds} s</button
					>
				{/if}
			{/if}
		</div>
		{#if media}
			<div class="flex flex-wrap items-center gap-3">
				{#if isPhoto}<img
						class="h-24 border border-edge"
						src={preview}
						alt="To be kept with the note"
					/>
				{:else}<audio controls src={preview}></audio>{/if}
				<button type="button" class="min-h-11 underline" onclick={() => (media = undefined)}
					>Without it</button
				>
			</div>
			{#if isPhoto}
				<Checkbox checked={keepPlace} onChecked={(on) => (keepPlace = on)}
					>Keep where the phone says it was taken; left out otherwise</Checkbox
				>
			{/if}
		{/if}
		<p class="flex items-center gap-3">
			<button class="board-button" disabled={!text.trim() && !media}>Keep this note</button>
			<span role="status">{said}</span>
		</p>
		{#if trouble}<p role="alert" class="font-semibold text-string">{trouble}</p>{/if}
	</form>
	<Refused parcels={refused} />
	<ul class="mt-4 grid gap-3" aria-label="Notes that hang">
		{#each waiting as one (one.id)}
			<li class="paper text-ink-soft">{one.note?.text || 'A photo or a voice'}: on its way</li>
		{/each}
		{#each notes.hanging as one (one.id)}
			<li class="paper">
				{#if one.media?.media_type.startsWith('image/')}
					<a
						href={transport.address(`/api/media/${one.media.id}`)}
						target="_blank"
						rel="noreferrer"
					>
						<img
							class="photo"
							src={transport.address(`/api/media/${one.media.id}?small=true`)}
							alt={one.text || `By ${one.who}`}
							loading="lazy"
						/>
					</a>
				{:else if one.media}
					<audio controls preload="none" src={transport.address(`/api/media/${one.media.id}`)}
					></audio>
				{/if}
				<p>
					{#if pinOf(one)}<strong>{pinOf(one)}:</strong>{/if}
					{one.text}
				</p>
				<p class="text-sm text-ink-soft">
					{one.who}, {when.format(new Date(one.at))}
					<button class="no-print min-h-11 underline" onclick={() => takeDown(one.id)}
						>Take it down</button
					>
				</p>
			</li>
		{/each}
	</ul>
	{#if !notes.isWhole}
		<button class="board-button plain mt-2" onclick={() => notes.loadEarlier()}>Earlier ones</button
		>
	{/if}
</Dialog>

<style>
	/* a sheet pinned up by one nail */
	.paper {
		position: relative;
		padding: 0.9rem 0.9rem 0.2rem;
		background: var(--sheet);
		border: 1.5px solid var(--rule);
	}
	.paper::before {
		content: '';
		position: absolute;
		top: 0.3rem;
		left: 50%;
		width: 0.5rem;
		height: 0.5rem;
		background: var(--edge);
		border-radius: 50%;
	}
	.photo {
		max-height: 12rem;
	}
	textarea {
		min-height: 4.5rem;
	}
</style>
