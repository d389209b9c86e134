<script lang="ts">
	import type { PlanDoc, StructureResult, Units } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import { freeName } from '$lib/levels/typed';
	import DraftLength from '$lib/plan/DraftLength.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';
	import LengthList from '$lib/plan/LengthList.svelte';
	import Choice from '$lib/ui/Choice.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
		result: StructureResult;
	}
	let { draft, units, result }: Props = $props();

	type Row = NonNullable<PlanDoc['places']>[number];
	const WAYS = [
		{ value: 'spaces', label: 'Equal spaces' },
		{ value: 'spacing', label: 'A spacing' },
		{ value: 'distances', label: 'Distances' }
	] as const;
	type Way = (typeof WAYS)[number]['value'];
	const rows = $derived(draft.doc.places ?? []);
	const lines = $derived([
		...result.sides.map((side) => side.line),
		...(result.closed ? [] : ['run']),
		...result.inner.lines.map((line) => line.name)
	]);
	const wayOf = (row: Row): Way =>
		row.spaces != null ? 'spaces' : row.spacing != null ? 'spacing' : 'distances';
	const endsOf = (row: Row): string[] => {
		const side = result.sides.find((one) => one.line === row.along);
		const names = Object.keys(result.corners);
		if (row.along === 'run') return [names[0] ?? '', names.at(-1) ?? ''];
		return side ? [side.from, side.to] : [];
	};

	function add() {
		const name = freeName(
			'P',
			rows.map((row) => row.name)
		).replace(' ', '');
		draft.put(['places', rows.length], { name, along: lines[0] ?? '', spaces: 4 });
	}
	function setWay(index: number, way: Way) {
		const row = rows[index];
		if (!row) return;
		const start = { spaces: 4, spacing: '', distances: [''] }[way];
		const kept = Object.fromEntries(
			Object.entries(row).filter(
				([key]) => !['spaces', 'spacing', 'distances', 'last'].includes(key)
			)
		);
		draft.put(['places', index], { ...kept, [way]: start });
	}
	const placesOf = (row: Row) =>
		Object.entries(result.places).filter(
			([name]) => name.slice(0, name.lastIndexOf(' ')) === row.name
		);
</script>

<p class="text-ink-soft">
	Post centres, pads, marks along a line: they get names that can be pulled, shot and set to height.
</p>
{#each rows as row, index (index)}
	{@const ends = endsOf(row)}
	{@const found = placesOf(row)}
	<article class="mt-3 border-l-4 border-edge pl-3">
		<div class="grid grid-cols-3 gap-2">
			<label
				><span class="font-semibold">Called</span>
				<input
					class="field mt-1"
					value={row.name}
					oninput={(event) => draft.put(['places', index, 'name'], event.currentTarget.value)}
				/></label
			>
			<label
				><span class="font-semibold">Along</span>
				<select
					class="field mt-1"
					value={row.along ?? ''}
					onchange={(event) => {
						draft.put(['places', index, 'along'], event.currentTarget.value);
						draft.put(['places', index, 'from'], undefined);
					}}
				>
					{#each lines as one (one)}<option value={one}
							>{one === 'run' ? 'the whole run' : one}</option
						>{/each}
				</select></label
			>
			{#if ends.length}
				<label
					><span class="font-semibold">from</span>
					<select
						class="field mt-1"
						value={row.from ?? ends[0]}
						onchange={(event) => draft.put(['places', index, 'from'], event.currentTarget.value)}
					>
						{#each ends as one (one)}<option>{one}</option>{/each}
					</select></label
				>
			{/if}
		</div>
		<div class="mt-2">
			<Choice
				label="How {row.name} are spaced"
				options={WAYS}
				value={wayOf(row)}
				onValue={(way) => setWay(index, way)}
			/>
		</div>
		{#if wayOf(row) === 'spaces'}
			<label class="mt-1 block"
				><span class="font-semibold">How many spaces</span>
				<input
					class="field numbers mt-1 text-right text-xl"
					inputmode="numeric"
					value={String(row.spaces ?? '')}
					oninput={(event) =>
						draft.put(
							['places', index, 'spaces'],
							Number(event.currentTarget.value) || event.currentTarget.value
						)}
				/>
				{#if draft.trouble('places', index, 'spaces')}<span
						class="text-sm font-semibold text-string"
						>{draft.trouble('places', index, 'spaces')}</span
					>{/if}
			</label>
		{:else if wayOf(row) === 'spacing'}
			<div class="mt-1 grid grid-cols-2 gap-2">
				<DraftLength
					{draft}
					path={['places', index, 'spacing']}
					label="From one to the next"
					{units}
				/>
				<label
					><span class="font-semibold">What is left over</span>
					<select
						class="field mt-1"
						value={row.last ?? 'remainder'}
						onchange={(event) => draft.put(['places', index, 'last'], event.currentTarget.value)}
					>
						<option value="remainder">is left at the far end</option>
						<option value="cut">one more place at the far end</option>
					</select></label
				>
			</div>
		{:else}
			<div class="mt-1">
				<LengthList
					{draft}
					path={['places', index, 'distances']}
					label="{row.name}, distance"
					more="+ distance"
					{units}
				/>
			</div>
		{/if}
		<DraftLength
			{draft}
			path={['places', index, 'offset']}
			label="Square off the line"
			{units}
			signed
			optional
			placeholder="on it"
			hint="inward; of an open line to the left"
		/>
		{#if draft.trouble('places', index)}<p class="font-semibold text-string" role="alert">
				{draft.trouble('places', index)}
			</p>{/if}
		{#if found.length}
			<p class="font-semibold">
				{found.length - 1}
				{found.length === 2 ? 'space' : 'spaces'}, {found.length}
				{found.length === 1 ? 'place' : 'places'}
			</p>
			<ol
				class="numbers grid grid-cols-2 gap-x-4 text-lg sm:grid-cols-3"
				aria-label="Marks of {row.name}"
			>
				{#each found as [name, place] (name)}
					<li class="flex justify-between border-t border-rule py-1">
						<b>{name}</b>
						<Len text={place.text} />
					</li>
				{/each}
			</ol>
		{/if}
		<button
			type="button"
			class="min-h-11 underline"
			onclick={() => draft.put(['places', index], undefined)}>take {row.name} out</button
		>
	</article>
{/each}
<button type="button" class="board-button plain mt-3 justify-self-start" onclick={add}
	>{rows.length ? 'More places' : 'Places along a line'}</button
>
