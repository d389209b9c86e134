<script lang="ts">
	import type { LevelPlan } from '$lib/api/types';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import type { LevelsStage } from './stage.svelte';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	const kept = $derived(stage.planned.benchmark);
	let name = $state<string>();
	let height = $state<string>();
	let trouble = $state('');
	const nameNow = $derived(name ?? kept?.name ?? 'BM');
	const heightNow = $derived(height ?? String(kept?.height ?? '0'));
	const changed = $derived(name !== undefined || height !== undefined || !kept);

	async function keep(event: SubmitEvent) {
		event.preventDefault();
		trouble = await stage.plan((plan: LevelPlan) => ({
			...plan,
			benchmark: { name: nameNow.trim(), height: heightNow.trim() }
		}));
		if (!trouble) name = height = undefined;
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
			oninput={(event) => (name = event.currentTarget.value)}
		/></label
	>
	<LengthField
		label="Its height"
		value={heightNow}
		units={stage.job.units}
		signed
		hint="0 is as good as any; it must survive the job"
		onInput={(text) => (height = text)}
	/>
	<button class="board-button mt-7" disabled={!changed}>Keep</button>
	{#if trouble}<p role="alert" class="col-span-3 font-semibold text-string">{trouble}</p>{/if}
</form>
