<!-- The plan in front of one, begun in the practice yard: hidden truth, nothing of it among the job's readings. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import { answer, api, ApiError } from '$lib/api/client';
	import type { Units } from '$lib/api/types';
	import { person } from '$lib/person/person.svelte';
	import { newId } from '$lib/ui/newId';

	interface Props {
		structure: string;
		units: Units;
	}
	let { structure, units }: Props = $props();
	let trouble = $state('');

	async function begin() {
		if (!(await person.ensure())) return;
		try {
			const body = { id: newId(), task: 'own-plan' as const, units, structure };
			const run = await answer(api.POST('/api/practice/runs', { body }));
			await goto(`/practice/${run.id}/ground`);
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			trouble = error.told;
		}
	}
</script>

<section class="mt-4" aria-label="Practise this plan">
	<p>
		<button class="board-button plain" type="button" onclick={begin}
			>Practise squaring this plan in the yard</button
		>
	</p>
	{#if trouble}<p role="alert" class="mt-1 font-semibold text-string">{trouble}</p>{/if}
</section>
