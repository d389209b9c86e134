<script lang="ts">
	import LengthField from '$lib/lengths/LengthField.svelte';
	import Len from '$lib/lengths/Len.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';
	import { withoutSpots } from './targets';
	import { THINGS } from '$lib/levels/words';

	interface Props {
		stage: LevelsStage;
		onKept: () => void;
	}
	let { stage, onKept }: Props = $props();

	type Where = 'corners' | 'boards' | 'shot';
	let kind = $state<(typeof THINGS)[number]>('board tops');
	let height = $state('');
	let tolerance = $state('');
	let clear = $state('');
	let where = $state<Where>('boards');
	let trouble = $state('');
	const prefix = $derived(stage.levels?.prefix ?? '');
	const result = $derived(stage.structure.result);
	const string = $derived(result.heights?.string_text ?? '');
	const names = $derived.by(() => {
		if (where === 'corners') return Object.keys(result.corners).map((name) => prefix + name);
		if (where === 'boards') return result.boards.map((board) => prefix + board.board);
		return (stage.result?.points ?? []).filter((one) => one.place).map((one) => one.name);
	});

	async function keep(event: SubmitEvent) {
		event.preventDefault();
		await setTo([{ height: height.trim(), at: names }]);
	}

	/** Every board to its own string: one height, or stepped. */
	const strings = $derived.by(() => {
		const heights: Record<string, string[]> = {};
		for (const board of result.boards) {
			if (board.height) (heights[board.height.string_mm] ??= []).push(prefix + board.board);
		}
		return Object.entries(heights).map(([mm, at]) => ({ height: Number(mm), at }));
	});

	async function setTo(wanted: { height: string | number; at: string[] }[]) {
		const points = wanted.flatMap((one) => one.at);
		trouble = await stage.plan((plan) => ({
			...plan,
			targets: [
				...withoutSpots(plan.targets ?? [], kind, points),
				...wanted.map((one) => ({
					name: kind,
					kind,
					...one,
					...(tolerance.trim() ? { tolerance: tolerance.trim() } : {}),
					...(kind === 'sill' && clear.trim() ? { clear: clear.trim() } : {})
				}))
			]
		}));
		if (trouble) return;
		stage.target = kind;
		onKept();
	}
</script>

<form
	class="no-print mt-3 grid grid-cols-2 gap-2 border-t-2 border-edge pt-2"
	aria-label="To set to height"
	onsubmit={keep}
>
	<h2 class="col-span-2 text-lg font-bold">What is to be set to height</h2>
	<label
		>Thing
		<select class="field" aria-label="Thing" bind:value={kind}>
			{#each THINGS as one (one)}<option>{one}</option>{/each}
		</select></label
	>
	<label
		>At
		<select class="field" aria-label="At" bind:value={where}>
			<option value="boards">all boards</option>
			<option value="corners">all corners</option>
			<option value="shot">every point shot</option>
		</select></label
	>
	<LengthField
		label="Height"
		value={height}
		units={stage.job.units}
		signed
		hint="up or down from the datum of the benchmark"
		onInput={(text) => (height = text)}
	/>
	<LengthField
		label="Within"
		value={tolerance}
		units={stage.job.units}
		placeholder="as usual for it"
		onInput={(text) => (tolerance = text)}
	/>
	{#if kind === 'sill'}
		<div class="col-span-2">
			<LengthField
				label="Clear of the ground inside by"
				value={clear}
				units={stage.job.units}
				placeholder="as the local code asks"
				hint="held against every place inside the outline; told in Ground"
				onInput={(text) => (clear = text)}
			/>
		</div>
	{/if}
	{#if kind === 'board tops' && strings.length}
		<button
			class="col-span-2 min-h-11 text-left underline"
			type="button"
			onclick={() => setTo(strings)}
			>Set every board to its string, <Len text={string} />{strings.length > 1
				? ' and stepped down as planned'
				: ''}</button
		>
	{/if}
	{#if trouble}<p role="alert" class="col-span-2 font-semibold text-string">{trouble}</p>{/if}
	<button class="board-button col-span-2" disabled={!height.trim()}>Keep it</button>
</form>
