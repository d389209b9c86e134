<script lang="ts">
	import { answer, api, ApiError, type Schemas } from '$lib/api/client';
	import type { Footprint, Units } from '$lib/api/types';
	import { cornerName } from '$lib/plan/planDoc';
	import Dialog from '$lib/ui/Dialog.svelte';
	import Outline from './Outline.svelte';

	interface Props {
		open: boolean;
		units: Units;
		onClose: () => void;
		onTake: (footprint: Footprint) => void;
	}
	let { open, units, onClose, onTake }: Props = $props();

	const UNIT_MM: Record<string, number> = { mm: 1, cm: 10, m: 1000, in: 25.4, ft: 304.8 };
	let read = $state.raw<Schemas['OutlinesRead']>();
	let chosen = $state(0);
	let unit = $state('mm');
	let start = $state(0);
	let message = $state('');
	const outline = $derived(read?.outlines[chosen]);

	async function openFile(file: File | undefined) {
		if (!file) return;
		read = undefined;
		message = '';
		try {
			const isPoints = /\.(csv|txt)$/i.test(file.name);
			const body = (await file.arrayBuffer()) as unknown as string;
			const send = { body, bodySerializer: (raw: unknown) => raw as BodyInit };
			read = await answer(
				isPoints
					? api.POST('/api/outlines/points', { ...send, params: { query: { units } } })
					: api.POST('/api/outlines/dxf', send)
			);
			chosen = start = 0;
			unit = read.unit ?? (units === 'ft-in' ? 'in' : 'mm');
			if (read.outlines.length === 0) message = 'No outline was found in this file.';
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			message = error.problem.problems?.[0]?.message ?? error.message;
		}
	}

	async function take() {
		if (!outline) return;
		try {
			const body = { units, points: outline.points, unit_mm: UNIT_MM[unit] ?? 1, start };
			onTake(
				await answer(
					api.POST('/api/footprints/from-outline', { body: { ...body, closed: outline.closed } })
				)
			);
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			message = error.problem.problems?.[0]?.message ?? error.message;
		}
	}
</script>

<Dialog {open} title="A footprint from a file" {onClose}>
	<label class="block">
		<span class="font-semibold">Drawing (DXF) or points (CSV: name, x, y)</span>
		<input
			class="field mt-1"
			type="file"
			accept=".dxf,.csv,.txt"
			onchange={(event) => openFile(event.currentTarget.files?.[0])}
		/>
	</label>
	{#if message}<p role="alert" class="caution mt-3 font-semibold">{message}</p>{/if}
	{#if read && outline}
		<fieldset class="mt-3">
			<legend class="font-semibold">Which outline</legend>
			<div class="mt-1 grid max-h-64 gap-1 overflow-auto">
				{#each read.outlines as one, index (index)}
					<label class="flex items-center gap-3 border border-rule p-1 has-checked:border-string">
						<input type="radio" name="outline" value={index} bind:group={chosen} class="size-5" />
						<Outline points={one.points} closed={one.closed} />
						<span
							><b>{one.layer}</b><br />{one.points.length} corners{one.closed
								? ''
								: ', an open line'}</span
						>
					</label>
				{/each}
			</div>
		</fieldset>
		<div class="mt-3 grid grid-cols-2 gap-4">
			<label
				><span class="font-semibold">Drawn in</span>
				<select class="field mt-1" bind:value={unit}
					>{#each Object.keys(UNIT_MM) as one (one)}<option>{one}</option>{/each}</select
				></label
			>
			<label
				><span class="font-semibold">Corner A is its</span>
				<select class="field mt-1" bind:value={start} disabled={!outline.closed}
					>{#each { length: outline.points.length }, index (index)}<option value={index}
							>{cornerName(index)}</option
						>{/each}</select
				></label
			>
		</div>
		{#if read.skipped.length}
			<p class="mt-3 font-semibold">What could not be read:</p>
			<ul class="max-h-32 list-disc overflow-auto pl-5 text-sm">
				{#each read.skipped as one (one)}<li>{one}</li>{/each}
			</ul>
		{/if}
		<button type="button" class="board-button mt-4" onclick={take}>Take this outline</button>
	{/if}
</Dialog>
