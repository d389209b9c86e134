<script lang="ts">
	import LengthField from '$lib/lengths/LengthField.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';

	interface Props {
		stage: LevelsStage;
		/** Letter in front of the numbers. */
		letter: string;
		/** How far beyond the walls it reaches. */
		beyond?: string | number;
	}
	let { stage, letter, beyond = 0 }: Props = $props();

	const units = $derived(stage.job.units);
	const here = $derived(stage.structure.name_in_file);
	let step = $state('');
	let point = $state('');
	let along = $state('');
	let left = $state('');
	let trouble = $state('');
	const isThis = (one: { name: string; structure?: string | null }) =>
		one.name === letter && (one.structure ?? stage.levels?.on) === here;
	const grid = $derived((stage.planned.grids ?? []).find(isThis));
	const count = $derived(
		(stage.levels?.points ?? []).filter(({ label }) => new RegExp(`^${letter}[0-9]+$`).test(label))
			.length
	);

	/** A grid over the structure, every step both ways; the server lays it. */
	async function lay(event: SubmitEvent) {
		event.preventDefault();
		trouble = await stage.plan((plan) => ({
			...plan,
			grids: [
				...(plan.grids ?? []).filter((one) => !isThis(one)),
				{ name: letter, structure: here, step: [step.trim(), step.trim()], beyond, centred: true }
			]
		}));
	}

	async function addPoint(event: SubmitEvent) {
		event.preventDefault();
		trouble = await stage.plan((plan) => ({
			...plan,
			points: [
				...(plan.points ?? []),
				{ name: point.trim(), structure: here, place: [along.trim(), left.trim()] }
			]
		}));
		if (!trouble) point = along = left = '';
	}
</script>

<details class="no-print mt-3">
	<summary class="flex min-h-11 cursor-pointer items-center font-semibold underline"
		>{grid
			? `Grid ${letter}: ${count} ${count === 1 ? 'point' : 'points'}`
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
