<script lang="ts">
	import LengthField from '$lib/lengths/LengthField.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	const kept = $derived(stage.planned.benchmark);
	let trouble = $state('');
	const typed = $derived(stage.benchmarkTyped);
	const nameNow = $derived(stage.draft('benchmark name') || (kept?.name ?? 'BM'));
	const heightNow = $derived(stage.draft('benchmark height') || String(kept?.height ?? '0'));

	async function keep(event: SubmitEvent) {
		event.preventDefault();
		trouble = await stage.keepBenchmark();
	}
</script>

<form
	class="mb-3 grid grid-cols-[1fr_1fr_auto] items-start gap-2"
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
	<LengthField
		label="Its height"
		value={heightNow}
		units={stage.job.units}
		signed
		hint="0 is as good as any; it must survive the job"
		onInput={(text) => stage.type('benchmark height', text)}
	/>
	<button class="board-button mt-7" disabled={!typed}>Keep</button>
	{#if trouble}<p role="alert" class="col-span-3 font-semibold text-string">{trouble}</p>{/if}
</form>
