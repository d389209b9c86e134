<script lang="ts">
	import { untrack } from 'svelte';
	import Len from '$lib/lengths/Len.svelte';
	import type { LevelSetup } from '$lib/api/types';
	import ShotRows from '$lib/levels/shoot/ShotRows.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';
	import { LEVEL_INSTRUMENTS } from '$lib/levels/words';

	interface Props {
		stage: LevelsStage;
		setup: LevelSetup;
		/** Number of the setup, from 0. */
		index: number;
		/** Whether it is open at first. */
		last: boolean;
	}
	let { stage, setup, index, last }: Props = $props();

	const when = new Intl.DateTimeFormat(undefined, { dateStyle: 'short', timeStyle: 'short' });
	const found = $derived(stage.result?.setups[index]);
	/** Rows are drawn only while they are seen: a book may have thousands. */
	let open = $state(untrack(() => last));
</script>

<details class="border-t border-edge" bind:open>
	<summary class="flex min-h-11 cursor-pointer flex-wrap items-center gap-x-3">
		<b>Setup {index + 1}: {setup.device ?? LEVEL_INSTRUMENTS[setup.instrument]}</b>
		{#if found?.level_line_text}<span>level line <Len text={found.level_line_text} /></span>{/if}
		<span class="text-sm text-ink-soft">{setup.who}, {when.format(new Date(setup.taken))}</span>
	</summary>
	{#if open}
		{#if found && Math.abs(found.correction_mm) > 0.05}
			<p class="text-sm text-ink-soft">
				Closing the run moved it by <Len text={found.correction_text} />.
			</p>
		{/if}
		<ShotRows {stage} {setup} {found} {index} />
	{/if}
</details>
