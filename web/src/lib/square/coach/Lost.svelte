<script lang="ts">
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import type { LostPoint, Structure } from '$lib/api/types';
	import Words from '$lib/lengths/Words.svelte';
	import { spoken } from '$lib/drawing/labels/spoken';
	import LostWay from './LostWay.svelte';

	interface Props {
		structure: Structure;
		burnText: string;
		onLose: (point: string, left: string[]) => Promise<string>;
		onSet: (lostId: string, how: string) => Promise<string>;
		/** It stands where it stood. */
		onFound: (lostId: string) => Promise<string>;
	}
	let { structure, burnText, onLose, onSet, onFound }: Props = $props();

	const when = new Intl.DateTimeFormat(undefined, { dateStyle: 'short', timeStyle: 'short' });
	const open = $derived(structure.lost.filter((one) => !one.set_at && !one.found_by));
	const corners = $derived(Object.keys(structure.result.corners));
	/** What stands on this structure; nails can be lost, but nothing is set out from a nail. */
	const missing = $derived(open.map((one) => one.point));
	const plain = $derived(
		[...corners, ...structure.names.stakes].filter((name) => !missing.includes(name))
	);
	const names = $derived([...plain, ...structure.result.boards.map((board) => board.board)]);
	let point = $state('');
	let gone = $state<string[]>([]);
	let trouble = $state('');
	const done = $derived(structure.lost.filter((one) => one.set_at));

	async function lose(event: SubmitEvent) {
		event.preventDefault();
		const left = plain.filter((name) => name !== point && !gone.includes(name));
		trouble = await onLose(point, left);
		if (!trouble) {
			point = '';
			gone = [];
		}
	}
	const how = (lost: LostPoint, way: number) => lost.found?.ways[way]?.text ?? '';
</script>

<section class="mt-5" aria-label="A corner or stake is gone">
	<h2 class="text-xl font-bold">A corner or stake is gone</h2>
	{#each open as lost (lost.id)}
		<article class="mt-2 border-l-4 border-string pl-3">
			<h3 class="text-lg font-bold">
				{spoken(lost.point)}, gone since {when.format(new Date(lost.at))}
			</h3>
			<button
				class="no-print min-h-11 underline"
				onclick={async () => (trouble = await onFound(lost.id))}
				>{spoken(lost.point)} is not gone after all</button
			>
			{#if lost.found?.trouble}<p class="font-semibold text-string">{lost.found.trouble}</p>{/if}
			{#each lost.found?.ways ?? [] as way, index (index)}
				<LostWay
					{way}
					{lost}
					{structure}
					{burnText}
					first={index === 0}
					onSet={() => onSet(lost.id, how(lost, index))}
				/>
			{/each}
		</article>
	{/each}
	<form class="no-print mt-3 grid gap-2" onsubmit={lose}>
		<label
			>What is gone
			<select class="field" bind:value={point} aria-label="What is gone">
				<option value="">–</option>
				{#each names as name (name)}<option value={name}>{spoken(name)}</option>{/each}
			</select></label
		>
		{#if point}
			<fieldset>
				<legend>Gone as well</legend>
				<div class="flex flex-wrap gap-x-4">
					{#each plain.filter((name) => name !== point) as name (name)}
						<Checkbox
							checked={gone.includes(name)}
							onChecked={(on) => (gone = on ? [...gone, name] : gone.filter((one) => one !== name))}
							>{name}</Checkbox
						>
					{/each}
				</div>
			</fieldset>
		{/if}
		{#if trouble}<p role="alert" class="font-semibold text-string">{trouble}</p>{/if}
		<button class="board-button" disabled={!point}>How to set it again</button>
	</form>
	{#each done as one (one.id)}
		<p class="mt-2 text-ink-soft">
			{spoken(one.point)} was set again by {one.set_by}: <Words text={one.set_again ?? ''} />
		</p>
	{/each}
</section>
