<script lang="ts">
	import { answer, api, ApiError } from '$lib/api/client';
	import type { Footprint, Units } from '$lib/api/types';
	import { cornerName, sendable, stepsOf } from '$lib/plan/planDoc';

	interface Props {
		footprint: Footprint;
		units: Units;
		/** How many corners it has. */
		corners: number;
		onChange: (footprint: Footprint) => void;
	}
	let { footprint, units, corners, onChange }: Props = $props();

	let message = $state('');

	/** Have the footprint turned about; what was typed stays as typed. */
	async function reshape(how: { mirror?: boolean; start?: number }) {
		message = '';
		const whole = sendable({ kind: 'building', footprint }).footprint;
		try {
			onChange(
				await answer(
					api.POST('/api/footprints/reshape', {
						body: { units, footprint: whole, mirror: how.mirror ?? false, start: how.start ?? 0 }
					})
				)
			);
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			message = error.problem.problems?.[0]?.message ?? error.message;
		}
	}

	const isWalk = $derived(stepsOf(footprint).length > 0);
</script>

<div class="flex flex-wrap items-center gap-2">
	{#if !isWalk}
		<button type="button" class="board-button plain" onclick={() => reshape({})}
			>Change it wall by wall</button
		>
	{:else}
		<button type="button" class="board-button plain" onclick={() => reshape({ mirror: true })}
			>Mirror</button
		>
		{#if footprint.shape === 'walk'}
			<select
				class="field !w-auto"
				aria-label="Start from another corner"
				value="0"
				onchange={(event) => {
					void reshape({ start: Number(event.currentTarget.value) });
					event.currentTarget.value = '0';
				}}
			>
				<option value="0">Start at A</option>
				{#each { length: Math.max(0, corners - 1) }, index}
					<option value={index + 1}>Start at {cornerName(index + 1)}</option>
				{/each}
			</select>
		{/if}
	{/if}
	{#if message}<p role="alert" class="basis-full font-semibold text-string">{message}</p>{/if}
</div>
