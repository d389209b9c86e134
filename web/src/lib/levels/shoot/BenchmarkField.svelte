<script lang="ts">
	import LengthField from '$lib/lengths/LengthField.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';
	import { THINGS } from '$lib/levels/words';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	const id = $props.id();
	const kept = $derived(stage.planned.benchmark);
	let trouble = $state('');
	const typed = $derived(stage.benchmarkTyped);
	const nameNow = $derived(stage.draft('benchmark name') || (kept ? stage.label(kept.name) : 'BM'));
	const onNow = $derived(stage.draft('benchmark on') || (kept?.on ?? ''));
	const heightNow = $derived(stage.draft('benchmark height') || String(kept?.height ?? '0'));

	async function keep(event: SubmitEvent) {
		event.preventDefault();
		trouble = await stage.keepBenchmark();
	}
</script>

<form
	class="mb-3 grid grid-cols-2 items-start gap-2 sm:grid-cols-[1fr_1fr_1fr_auto]"
	aria-label="Benchmark"
	onsubmit={keep}
>
	<label
		><span class="font-semibold">Benchmark</span>
		<input
			class="field mt-1 text-xl"
			value={nameNow}
			oninput={(event) => stage.type('benchmark name', event.currentTarget.value)}
		/></label
	>
	<label
		><span class="font-semibold">Thing there</span>
		<input
			class="field mt-1"
			list="{id}-things"
			value={onNow}
			placeholder="the mark itself"
			autocomplete="off"
			oninput={(event) => stage.type('benchmark on', event.currentTarget.value)}
		/>
		<datalist id="{id}-things">
			{#each THINGS as one (one)}<option value={one}></option>{/each}
		</datalist>
		<span class="text-sm text-ink-soft">or a first thing, such as board tops at A</span></label
	>
	<LengthField
		label="Its height"
		value={heightNow}
		units={stage.job.units}
		signed
		hint="0 is as good as any, or what it stands above the ground there; it must survive the job"
		onInput={(text) => stage.type('benchmark height', text)}
	/>
	<button class="board-button mt-7" disabled={!typed}>Keep</button>
	{#if trouble}<p role="alert" class="col-span-full font-semibold text-string">{trouble}</p>{/if}
</form>
