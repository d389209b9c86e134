<!-- What was built against what was planned, by whose word, and who signed it. -->
<script lang="ts">
	import { untrack } from 'svelte';
	import { answer, api, ApiError, type Schemas } from '$lib/api/client';
	import { Current } from '$lib/api/current';
	import { transport } from '$lib/api/transport';
	import { useHere } from '$lib/job/context';
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import { person } from '$lib/person/person.svelte';
	import { newId } from '$lib/ui/newId';

	type View = Schemas['AsBuiltView'];
	interface Props {
		paper: string;
	}
	let { paper }: Props = $props();

	const here = useHere();
	const path = $derived({ structure_id: here.structure.id });
	let view = $state.raw<View>();
	let note = $state('');
	let trouble = $state('');
	const current = new Current<View>(
		(signal) =>
			answer(api.GET('/api/structures/{structure_id}/as-built', { params: { path }, signal })),
		(found) => (view = found),
		(error) => (trouble = error.message)
	);
	$effect(() => {
		void here.job; // replaced whenever anybody recorded anything
		untrack(() => void current.refresh());
	});
	$effect(() => () => current.leave());

	async function act(call: () => Parameters<typeof answer<View>>[0]) {
		if (!(await person.ensure())) return;
		try {
			const found = await answer(call());
			current.taken();
			view = found;
			note = '';
			trouble = '';
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			trouble = error.told;
			if (error.status === 409) await current.refresh();
		}
	}
	function sign(event: SubmitEvent) {
		event.preventDefault();
		const digest = view?.record.digest ?? '';
		void act(() =>
			api.POST('/api/structures/{structure_id}/sign-offs', {
				params: { path },
				body: { id: newId(), digest, note }
			})
		);
	}
	function takeBack(id: string) {
		void act(() =>
			api.POST('/api/structures/{structure_id}/sign-offs/{sign_off_id}/back', {
				params: { path: { ...path, sign_off_id: id } }
			})
		);
	}
	const record = $derived(view?.record);
	const stands = $derived(view?.signed.some((one) => one.stands) ?? false);
</script>

{#if view && record}
	<div class="flex flex-wrap items-center gap-2">
		<a
			class="board-button"
			href={transport.address(`/api/structures/${here.structure.id}/as-built.pdf?paper=${paper}`)}
			download>As-built record (PDF)</a
		>
	</div>
	{#each view.signed as one (one.id)}
		<p class="mt-2 {one.stands ? 'font-semibold text-good' : 'caution font-semibold'}">
			{one.text}
			{one.note}
			{#if one.back_by === null}<button
					class="no-print min-h-11 underline"
					onclick={() => takeBack(one.id)}>Take it back</button
				>{/if}
		</p>
	{/each}
	{#if record.missing.length || record.outside.length}
		<ul class="caution mt-2 grid gap-1">
			{#each record.outside as one (one)}<li class="font-semibold"><Words text={one} /></li>{/each}
			{#each record.missing as one (one)}<li>{one}</li>{/each}
		</ul>
	{/if}
	{#if record.corners.length}
		<h3 class="mt-3 font-bold">
			Corners of the {record.family}, round {record.round}; <Len text={record.tolerance_text} /> is allowed
		</h3>
		<table class="numbers w-full">
			<thead
				><tr
					><th class="text-left">Corner</th><th class="text-right">Off</th><th class="text-right"
						>Sure to</th
					></tr
				></thead
			>
			<tbody>
				{#each record.corners as one (one.corner)}
					<tr class="border-t border-rule" class:font-bold={one.outside}>
						<th class="py-1 text-left">{one.corner}</th>
						<td class="text-right"><Len text={one.off_text} />{one.outside ? ', over' : ''}</td>
						<td class="text-right"
							>{#if one.within_text}<Len text={one.within_text} />{/if}</td
						>
					</tr>
				{/each}
			</tbody>
		</table>
		<h3 class="mt-3 font-bold">Sides and diagonals</h3>
		<table class="numbers w-full">
			<thead
				><tr
					><th></th><th class="text-right">Planned</th><th class="text-right">Found</th><th
						class="text-right">Off</th
					></tr
				></thead
			>
			<tbody>
				{#each record.distances as one (`${one.from} ${one.to}`)}
					<tr class="border-t border-rule">
						<th class="py-1 text-left">{one.from}–{one.to}</th>
						<td class="text-right"><Len text={one.planned_text} /></td>
						<td class="text-right"><Len text={one.found_text} /></td>
						<td class="text-right"><Len text={one.off_text} /></td>
					</tr>
				{/each}
			</tbody>
		</table>
	{/if}
	{#if record.heights.length}
		<h3 class="mt-3 font-bold">Heights as accepted</h3>
		<table class="numbers w-full">
			<tbody>
				{#each record.heights as one (`${one.thing} ${one.at}`)}
					<tr class="border-t border-rule">
						<th class="py-1 text-left font-normal">{one.thing} at {one.at}</th>
						<td class="text-right"><Len text={one.found_text} /></td>
						<td class="text-right"><Len text={one.off_text} /></td>
					</tr>
				{/each}
			</tbody>
		</table>
	{/if}
	{#if record.clearances.length}
		<h3 class="mt-3 font-bold">To boundaries and neighbours, as found</h3>
		<ul>
			{#each record.clearances as one (one.to)}
				<li class:font-bold={!one.clear}>
					{one.to}: <Len text={one.found_text} />{#if one.needed_text}, <Len
							text={one.needed_text}
						/> asked for{/if}
				</li>
			{/each}
		</ul>
	{/if}
	<h3 class="mt-3 font-bold">By whose word, and measured with</h3>
	<ul>
		{#each record.words as one (one.what)}
			<li><strong>{one.who}:</strong> <Words text={one.text} /> {one.note}</li>
		{/each}
		{#each record.control as one (one)}<li><Words text={one} /></li>{/each}
		{#each record.instruments as one (one.name)}
			<li>{one.name}: {one.readings} readings, {one.tested}</li>
		{/each}
	</ul>
	{#if !stands}
		<form
			class="no-print mt-3 grid gap-2 border-l-4 border-edge pl-3"
			aria-label="Sign"
			onsubmit={sign}
		>
			{#if view.stops.length}
				<p>
					<strong>Hold points stand open:</strong>
					{view.stops.join('; ')}. Look at them, or go past by name, then sign. All of them are
					under
					<a
						class="inline-flex min-h-11 items-center underline"
						href="/jobs/{here.job.id}/{here.structure.id}/ground?tab=holds">On site, Hold points</a
					>.
				</p>
			{/if}
			<label>
				<span class="font-semibold">What is said with it (leave empty if nothing)</span>
				<input class="field mt-1" bind:value={note} maxlength="500" autocomplete="off" />
			</label>
			<p class="text-sm text-ink-soft">
				Signing says that this is what was measured, by you. Any later reading, plan or acceptance
				shows beside it.
			</p>
			<p><button class="board-button" disabled={view.stops.length > 0}>Sign this record</button></p>
		</form>
	{/if}
	<p class="mt-2 text-sm break-all text-ink-soft">Hash of what is signed: {record.digest}</p>
{:else if !trouble}
	<p>Putting the record together…</p>
{/if}
{#if trouble}<p role="alert" class="caution font-semibold">{trouble}</p>{/if}
