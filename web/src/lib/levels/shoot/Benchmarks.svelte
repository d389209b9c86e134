<script lang="ts">
	import LengthField from '$lib/lengths/LengthField.svelte';
	import BenchmarkField from './BenchmarkField.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	const more = $derived(stage.planned.benchmarks ?? []);
	let name = $state('');
	let height = $state('');
	let trouble = $state('');

	async function add(event: SubmitEvent) {
		event.preventDefault();
		trouble = await stage.plan((plan) => ({
			...plan,
			// a book that began on the unspoken benchmark goes on standing on it
			benchmark: plan.benchmark ?? stage.firstBenchmark,
			benchmarks: [...(plan.benchmarks ?? []), { name: name.trim(), height: height.trim() }]
		}));
		if (!trouble) name = height = '';
	}
	async function drop(gone: (typeof more)[number]) {
		trouble = await stage.plan((plan) => ({
			...plan,
			benchmarks: (plan.benchmarks ?? []).filter(
				(one) => one.name !== gone.name || one.on !== gone.on
			)
		}));
	}
</script>

<h2 class="mt-4 text-lg font-bold">Benchmarks</h2>
<BenchmarkField {stage} />
{#each more as one (`${one.name} ${one.on ?? ''}`)}
	<p class="flex items-center gap-3 border-t border-rule">
		<b class="text-lg">{stage.label(one.name)}{one.on ? `, ${one.on}` : ''}</b><span
			class="numbers grow text-right text-lg">{one.height}</span
		>
		<button class="no-print min-h-11 underline" onclick={() => drop(one)}>take it out</button>
	</p>
{/each}
<form
	class="no-print grid grid-cols-[1fr_1fr_auto] items-start gap-2"
	aria-label="Another benchmark"
	onsubmit={add}
>
	<label
		><span class="font-semibold">Another benchmark</span>
		<input class="field mt-1 text-xl" bind:value={name} /></label
	>
	<LengthField
		label="Height of it"
		value={height}
		units={stage.job.units}
		signed
		onInput={(text) => (height = text)}
	/>
	<button class="board-button mt-7" disabled={!name.trim() || !height.trim()}>Add</button>
	{#if trouble}<p role="alert" class="col-span-3 font-semibold text-string">{trouble}</p>{/if}
</form>
