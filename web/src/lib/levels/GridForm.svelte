<script lang="ts">
	import LengthField from '$lib/lengths/LengthField.svelte';
	import type { LevelsStage } from './stage.svelte';

	interface Props {
		stage: LevelsStage;
		/** Letter in front of the numbers. */
		letter: string;
		/** How far beyond the walls it reaches, millimetres. */
		beyondMm?: number;
	}
	let { stage, letter, beyondMm = 0 }: Props = $props();

	const units = $derived(stage.job.units);
	const here = $derived(stage.structure.name_in_file);
	let step = $state('');
	let point = $state('');
	let along = $state('');
	let left = $state('');
	let trouble = $state('');
	const grid = $derived(
		(stage.planned.grids ?? []).find(
			(one) => one.name === letter && (one.structure ?? stage.levels?.on) === here
		)
	);

	/** A grid over the structure, every step both ways. */
	async function lay(event: SubmitEvent) {
		event.preventDefault();
		const places = Object.values(stage.structure.result.corners);
		const size = stage.typedMm(step);
		const span = (pick: 'x_mm' | 'y_mm') => {
			const all = places.map((one) => one[pick]);
			return {
				low: Math.min(...all) - beyondMm,
				long: Math.max(...all) - Math.min(...all) + 2 * beyondMm
			};
		};
		const x = span('x_mm');
		const y = span('y_mm');
		const mm = await size;
		if (!mm) {
			trouble = 'Type how far apart the points are.';
			return;
		}
		const count = (long: number) => Math.min(Math.max(Math.floor(long / mm + 1e-6) + 1, 1), 100);
		trouble = await stage.plan((plan) => ({
			...plan,
			grids: [
				...(plan.grids ?? []).filter((one) => one !== grid),
				{
					name: letter,
					structure: here,
					start: [x.low, y.low],
					step: [step.trim(), step.trim()],
					columns: count(x.long),
					rows: count(y.long)
				}
			]
		}));
	}

	async function addPoint(event: SubmitEvent) {
		event.preventDefault();
		trouble = await stage.plan((plan) => ({
			...plan,
			points: [
				...(plan.points ?? []).filter((one) => one.name !== point.trim()),
				{ name: point.trim(), structure: here, place: [along.trim(), left.trim()] }
			]
		}));
		if (!trouble) point = along = left = '';
	}
</script>

<details class="no-print mt-3">
	<summary class="flex min-h-11 cursor-pointer items-center font-semibold underline"
		>{grid
			? `Grid ${letter}: ${grid.columns} by ${grid.rows} points`
			: 'Points to shoot: a grid, or one by one'}</summary
	>
	<form class="grid grid-cols-2 items-start gap-2" aria-label="Grid of points" onsubmit={lay}>
		<LengthField
			label="A point every"
			value={step}
			{units}
			hint="{letter}1, {letter}2 … row by row"
			onInput={(text) => (step = text)}
		/>
		<button class="board-button mt-7" disabled={!step.trim()}>Lay the grid</button>
	</form>
	<form class="grid grid-cols-2 items-start gap-2" aria-label="One point" onsubmit={addPoint}>
		<label class="col-span-2"
			><span class="font-semibold">One point, called</span>
			<input class="field" bind:value={point} /></label
		>
		<LengthField
			label="Along the first side"
			value={along}
			{units}
			signed
			onInput={(text) => (along = text)}
		/>
		<LengthField
			label="and to its left"
			value={left}
			{units}
			signed
			onInput={(text) => (left = text)}
		/>
		<button
			class="board-button plain col-span-2"
			disabled={!point.trim() || !along.trim() || !left.trim()}>Add the point</button
		>
	</form>
	{#if trouble}<p role="alert" class="font-semibold text-string">{trouble}</p>{/if}
</details>
