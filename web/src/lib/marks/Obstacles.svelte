<script lang="ts">
	import type { StructureResult, Units } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import { freeName } from '$lib/levels/typed';
	import DraftLength from '$lib/plan/DraftLength.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
		result: StructureResult;
	}
	let { draft, units, result }: Props = $props();

	const rows = $derived(draft.doc.obstacles ?? []);
	const side = $derived(result.sides[0]?.line ?? 'AB');

	function add() {
		const name = freeName(
			'pipe',
			rows.map((row) => row.name)
		);
		draft.put(['obstacles', rows.length], { name, at: ['', ''], radius: '' });
	}
</script>

<p class="text-ink-soft">
	Pipes, cables, hydrants, trees: what no hole, stake or board may hit, with the room the local rule
	asks for round it.
</p>
{#each rows as row, index (index)}
	<article class="mt-3 border-l-4 border-string pl-3">
		<div class="grid grid-cols-2 gap-x-3 gap-y-1">
			<label
				><span class="font-semibold">What it is</span>
				<input
					class="field mt-1"
					value={row.name}
					oninput={(event) => draft.put(['obstacles', index, 'name'], event.currentTarget.value)}
				/></label
			>
			<DraftLength
				{draft}
				path={['obstacles', index, 'radius']}
				label="Room round it"
				{units}
				hint="from its middle"
			/>
			<DraftLength
				{draft}
				path={['obstacles', index, 'at', 0]}
				label="Along {side} from its start"
				{units}
				signed
			/>
			<DraftLength
				{draft}
				path={['obstacles', index, 'at', 1]}
				label="and to its left"
				{units}
				signed
			/>
			{#if row.to}
				<DraftLength
					{draft}
					path={['obstacles', index, 'to', 0]}
					label="runs on to, along {side}"
					{units}
					signed
				/>
				<DraftLength
					{draft}
					path={['obstacles', index, 'to', 1]}
					label="and to its left"
					{units}
					signed
				/>
			{/if}
		</div>
		<label class="mt-1 block"
			><span class="font-semibold">Marked on locate ticket</span>
			<input
				class="field mt-1"
				value={row.ticket ?? ''}
				placeholder="its number, if a service marked it"
				oninput={(event) =>
					draft.put(['obstacles', index, 'ticket'], event.currentTarget.value.trim() || undefined)}
			/></label
		>
		<Checkbox
			checked={row.stands ?? false}
			onChecked={(on) => draft.put(['obstacles', index, 'stands'], on || undefined)}
			>It stands in the way of tapes and strings too</Checkbox
		>
		{#each result.obstacles[index]?.hits ?? [] as hit (hit.what)}
			<p class="caution mt-1 font-semibold"><Words text={hit.text} /></p>
			{#if hit.board && hit.setback_text}
				<button
					type="button"
					class="board-button plain"
					onclick={() => draft.put(['boards', 'setbacks', hit.board ?? ''], hit.setback_text)}
					>Stand it <Len text={hit.setback_text} /> out</button
				>
			{/if}
		{/each}
		<p class="flex gap-4">
			<button
				type="button"
				class="min-h-11 underline"
				onclick={() => draft.put(['obstacles', index, 'to'], row.to ? undefined : ['', ''])}
				>{row.to ? 'it is at one place' : 'it runs on'}</button
			>
			<button
				type="button"
				class="min-h-11 underline"
				onclick={() => draft.put(['obstacles', index], undefined)}>take {row.name} out</button
			>
		</p>
	</article>
{/each}
<button type="button" class="board-button plain mt-3 justify-self-start" onclick={add}
	>Something in the ground</button
>
<p class="caution mt-3 text-sm">
	What is drawn here is what somebody typed. Only the locating service’s marks on the ground count.
</p>
