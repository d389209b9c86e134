<script lang="ts">
	import type { SquareStage } from './stage.svelte';

	interface Props {
		stage: SquareStage;
	}
	let { stage }: Props = $props();
	const sheet = $derived(stage.sheet);
</script>

<div class="no-print mb-1 flex items-center gap-2">
	<div
		class="flex min-w-0 shrink items-center overflow-x-auto whitespace-nowrap"
		role="group"
		aria-label="Rounds"
	>
		{#each sheet.rounds as round (round)}
			<button
				class="round"
				aria-pressed={round === sheet.round}
				onclick={() => sheet.show(round)}
				{@attach (button) => {
					if (round === sheet.round) button.scrollIntoView({ block: 'nearest', inline: 'center' });
				}}
				>Round {round}{#if sheet.occasionOf(round)}, again{/if}</button
			>
		{/each}
	</div>
	<button
		class="round shrink-0"
		aria-label="Another round"
		disabled={!sheet.canBegin}
		onclick={() => stage.begin()}>+<span class="max-sm:hidden">&nbsp;another</span></button
	>
	<button class="board-button plain ml-auto shrink-0" onclick={() => (stage.shouting = true)}>
		<span class="nail-key max-sm:hidden" aria-hidden="true">S</span>Shout
	</button>
</div>

<style>
	.round {
		flex-shrink: 0;
		min-height: var(--touch);
		padding-inline: 0.6rem;
		border-bottom: 3px solid transparent;
	}
	.round[aria-pressed='true'] {
		font-weight: 800;
		border-color: var(--string);
	}
	.round:disabled {
		opacity: 0.45;
	}
</style>
