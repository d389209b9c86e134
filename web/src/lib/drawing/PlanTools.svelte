<script lang="ts">
	import Toolbar from '$lib/ui/Toolbar.svelte';
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

	const tools = $derived([
		{ label: 'Nearer', sign: '+', key: '+', run: () => sheet.zoom(1.25) },
		{ label: 'Farther', sign: '−', key: '-', run: () => sheet.zoom(0.8) },
		{
			label: 'Show all of it',
			sign: 'all',
			key: '0',
			disabled: sheet.isFitted,
			run: () => sheet.all()
		}
	]);
</script>

<div class="no-print absolute right-2 bottom-2 flex items-center gap-1">
	{#if drawnLarger}
		<label class="mr-2 flex items-center gap-2 bg-sheet/90 px-2 text-sm">
			<span class="max-sm:sr-only">Errors drawn</span>
			<select
				class="field numbers !w-auto !py-0"
				value={factor}
				onchange={(event) => onFactor(Number(event.currentTarget.value))}
			>
				{#each FACTORS as value (value)}
					<option {value}>{value === 1 ? 'true to scale' : `${value} times larger`}</option>
				{/each}
			</select>
		</label>
	{/if}
	<Toolbar label="The drawing" {tools} />
</div>
