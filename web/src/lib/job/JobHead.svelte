<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import type { Job, StageName, Structure } from '$lib/api/types';
	import { keys } from '$lib/keys/keys.svelte';
	import { theme } from '$lib/look/theme.svelte';
	import Len from '$lib/lengths/Len.svelte';
	import Mark from '$lib/ui/Mark.svelte';
	import { useNotes } from '$lib/notes/notes.svelte';
	import NotesDialog from '$lib/notes/NotesDialog.svelte';
	import NailKey from '$lib/ui/NailKey.svelte';
	import BurnDialog from './BurnDialog.svelte';
	import { UNITS, type JobSession } from './session.svelte';
	import { slate } from '$lib/slate/slate.svelte';
	import StageLine from './StageLine.svelte';

	interface Props {
		session: JobSession;
		job: Job;
		structure: Structure;
	}
	let { session, job, structure }: Props = $props();

	let burning = $state(false);
	let noting = $state(false);
	const notes = useNotes();
	const base = $derived(`/jobs/${job.id}/${structure.id}`);
	const place = $derived(page.url.pathname.split('/').at(-1));
	/** Choosing a method belongs to squaring. */
	const current = $derived((place === 'methods' ? 'square' : place) as StageName);
	const units = $derived(UNITS.find((one) => one.value === job.units) ?? UNITS[0]);

	$effect(() =>
		keys.offer([
			{ key: '=', does: 'the slate: one-off sums', run: () => slate.open(job.units) },
			{ key: 'n', does: 'notes and photos', run: () => (noting = true) },
			{ key: 'b', does: 'where the tape is started', run: () => (burning = true) },
			{ key: 'p', does: 'print this sheet', run: () => window.print() },
			{ key: 'u', does: 'switch the units', run: () => session.nextUnits() },
			...structure.stages.map((stage, index) => ({
				key: String(index + 1),
				does: `stage: ${stage.name}`,
				run: () => void goto(`${base}/${stage.name}`)
			}))
		])
	);
</script>

<header class="pt-2">
	<div class="flex flex-wrap items-center gap-x-3">
		<a
			href="/"
			class="inline-flex min-h-11 min-w-11 items-center gap-2"
			aria-label="The yard, all jobs"><Mark /></a
		>
		<p class="text-xl font-extrabold">{job.name}</p>
		{#if job.structures.length > 1}
			<select
				class="field !w-auto !py-0 font-semibold"
				aria-label="Structure"
				value={structure.id}
				onchange={(event) => void goto(`/jobs/${job.id}/${event.currentTarget.value}/${current}`)}
			>
				{#each job.structures as one (one.id)}
					<option value={one.id}>{one.name}</option>
				{/each}
			</select>
		{:else if structure.plan.name && structure.plan.name !== job.name}
			<p class="text-lg">{structure.plan.name}</p>
		{/if}
		<div class="no-print flex flex-wrap items-center sm:ml-auto">
			<NailKey letter="B" onPress={() => (burning = true)}>
				<span
					>burn {#if job.burn.mm > 0}<Len text={job.burn.text} />{:else}none{/if}</span
				>
			</NailKey>
			<NailKey letter="U" onPress={() => session.nextUnits()}>{units?.short}</NailKey>
			<NailKey letter="D" onPress={() => theme.toggle()}
				>{theme.name === 'light' ? 'dusk' : 'daylight'}</NailKey
			>
			<NailKey letter="N" onPress={() => (noting = true)}
				>notes{notes.hanging.length ? ` ${notes.hanging.length}` : ''}</NailKey
			>
			{#each ['days', 'record'] as one (one)}
				<a class="inline-flex min-h-11 items-center px-2 underline" href="/jobs/{job.id}/{one}"
					>{one}</a
				>
			{/each}
			<NailKey letter="=" onPress={() => slate.open(job.units)}>slate</NailKey>
			<span class="max-sm:hidden"
				><NailKey letter="P" onPress={() => window.print()}>print</NailKey></span
			>
			<NailKey letter="?" onPress={() => (keys.listed = true)}>keys</NailKey>
		</div>
	</div>
	{#if session.switched}
		{@const switched = session.switched}
		<p class="no-print flex flex-wrap items-center gap-3" role="status">
			{switched.text}
			<button class="min-h-11 underline" onclick={switched.back}>Put it back</button>
			<button class="min-h-11 underline" onclick={() => (session.switched = undefined)}
				>It stays</button
			>
		</p>
	{/if}
	<StageLine stages={structure.stages} {current} {base} />
</header>
<NotesDialog
	{structure}
	name={structure.plan.name ?? structure.name_in_file}
	stage={current}
	open={noting}
	onClose={() => (noting = false)}
/>
<BurnDialog {session} {job} open={burning} onClose={() => (burning = false)} />
