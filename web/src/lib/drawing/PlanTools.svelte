<script lang="ts">
	import { FACTORS } from './exaggerate';
	import type { Sheet } from './sheet.svelte';

	interface Props {
		sheet: Sheet;
		/** How many times larger errors are drawn. */
		factor: number;
		/** Whether any error is drawn. */
		drawnLarger: boolean;
		onFactor: (factor: number | undefined) => void;
	}
	let { sheet, factor, drawnLarger, onFactor }: Props = $props();
</script>

<div class="no-print absolute right-2 bottom-2 flex items-center gap-1">
	{#if drawnLarger}
		<label class="mr-2 flex items-center gap-2 bg-sheet/90 px-2 text-sm">
			<span class="max-sm:sr-only">Errors drawn</span>
			<select
				class="field larger numbers !w-auto !py-0"
				value={factor}
				onchange={(event) => onFactor(Number(event.currentTarget.value))}
			>
				{#each FACTORS as value (value)}
					<option {value}>{value === 1 ? 'true to scale' : `${value} times larger`}</option>
				{/each}
			</select>
		</label>
	{/if}
	<button class="tool" aria-label="Nearer" onclick={() => sheet.zoom(1.25)}>+</button>
	<button class="tool" aria-label="Farther" onclick={() => sheet.zoom(0.8)}>−</button>
	<button
		class="tool"
		aria-label="Show all of it"
		disabled={sheet.isFitted}
		onclick={() => sheet.all()}
	>
		all
	</button>
</div>

<style>
	.tool {
		min-width: 2.25rem;
		height: 2.25rem;
		padding-inline: 0.5rem;
		font-weight: 700;
		background: var(--sheet);
		border: 1.5px solid var(--edge);
	}
	.larger {
		min-height: 2.25rem;
	}
	.tool:disabled {
		opacity: 0.5;
	}
	@media (pointer: coarse) {
		.tool {
			min-width: var(--touch);
			height: var(--touch);
		}
		.larger {
			min-height: var(--touch);
		}
	}
</style>
