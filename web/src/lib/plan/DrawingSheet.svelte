<script lang="ts">
	import type { Snippet } from 'svelte';
	import type { Units } from '$lib/api/types';
	import { gestures } from './gestures';
	import PlanTools from './PlanTools.svelte';
	import ScaleStick from './ScaleStick.svelte';
	import type { Sheet } from './sheet.svelte';

	interface Props {
		sheet: Sheet;
		/** What the sheet is, and what is drawn on it, for those who hear it. */
		label: string;
		drawing: string;
		units: Units;
		/** How many times larger errors are drawn; offered to be chosen when given. */
		factor?: number | undefined;
		onFactor?: (factor: number | undefined) => void;
		/** More classes of the drawing. */
		class?: string;
		/** What moves with the view. */
		children: Snippet;
		/** What stands still over it. */
		over?: Snippet;
	}
	let {
		sheet,
		label,
		drawing,
		units,
		factor,
		onFactor = () => {},
		class: look = '',
		children,
		over
	}: Props = $props();
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
<div
	class="relative size-full overflow-hidden border border-rule bg-sheet"
	style:touch-action={sheet.isFitted ? 'pan-y' : 'none'}
	bind:clientWidth={sheet.width}
	bind:clientHeight={sheet.height}
	role="group"
	aria-label="{label}; plus, minus and zero zoom, arrows move it"
	tabindex="0"
	onkeydown={(event) => {
		if (!event.ctrlKey && !event.metaKey && sheet.key(event.key)) event.preventDefault();
	}}
	{@attach gestures(sheet)}
>
	<svg class="absolute inset-0 size-full {look}" role="img" aria-label="{drawing}, drawn to scale">
		{#if sheet.width > 0}
			<g transform={sheet.shift || undefined}>{@render children()}</g>
			{@render over?.()}
			<ScaleStick
				scale={sheet.view.scale}
				{units}
				at={{ x: 14, y: sheet.isNarrow ? 24 : sheet.height - 12 }}
			/>
		{/if}
	</svg>
	<PlanTools {sheet} factor={factor ?? 1} drawnLarger={factor !== undefined} {onFactor} />
</div>
