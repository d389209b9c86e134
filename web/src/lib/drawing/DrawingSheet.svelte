<script lang="ts">
	import type { Snippet } from 'svelte';
	import type { Structure, Units } from '$lib/api/types';
	import Words from '$lib/lengths/Words.svelte';
	import Popover from '$lib/ui/Popover.svelte';
	import { gestures } from './gestures';
	import PlanTools from './PlanTools.svelte';
	import { drawn } from './drawn.svelte';
	import type { Label } from '$lib/drawing/labels/labels';
	import ScaleStick from './ScaleStick.svelte';
	import type { Sheet } from './sheet.svelte';
	import type { XY } from './viewport';

	type StructureTold = Structure['told'];

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
		/** The drawing in words, and its corners with what is said of each. */
		told?: StructureTold | undefined;
		/** Where a corner is on the plan, millimetres. */
		corners?: Record<string, XY>;
		/** Numbers and names that found no room. */
		left?: Label[];
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
		told,
		corners = {},
		left = [],
		children,
		over
	}: Props = $props();

	const id = $props.id();
	/** The corner that keys have come to. */
	let corner = $state('');
	const place = $derived(corner ? corners[corner] : undefined);
	const ring = $derived(place && sheet.at(place));
	const turned = $derived(sheet.view.turned === true);
	$effect(() => {
		drawn.turned = turned;
		return () => (drawn.turned = false);
	});

	function key(event: KeyboardEvent) {
		if (event.ctrlKey || event.metaKey) return;
		const step = { PageDown: 1, PageUp: -1 }[event.key];
		const names = Object.keys(corners);
		if (step && names.length) {
			const from = corner ? names.indexOf(corner) : step > 0 ? -1 : 0;
			corner = names[(from + step + names.length) % names.length] ?? '';
			event.preventDefault();
		} else if (event.key === 'Escape') corner = '';
		else if (sheet.key(event.key)) event.preventDefault();
	}
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
<div
	class="relative size-full overflow-hidden border border-rule bg-sheet"
	style:touch-action={sheet.isFitted ? 'pan-y' : 'none'}
	bind:clientWidth={sheet.width}
	bind:clientHeight={sheet.height}
	role="group"
	aria-label="{label}; plus, minus and zero zoom, arrows move it{Object.keys(corners).length
		? ', page up and down go from corner to corner'
		: ''}"
	aria-describedby={told ? `${id}-told` : undefined}
	tabindex="0"
	onkeydown={key}
	onblur={() => (corner = '')}
	{@attach gestures(sheet)}
>
	<svg class="absolute inset-0 size-full {look}" role="img" aria-label="{drawing}, drawn to scale">
		{#if sheet.width > 0}
			<g transform={sheet.shift || undefined} class:shifted={sheet.shift !== ''}>
				{@render children()}
				{#if ring}<circle cx={ring.x} cy={ring.y} r="17" class="ring" />{/if}
			</g>
			{@render over?.()}
			<ScaleStick
				scale={sheet.view.scale}
				{units}
				at={{ x: 14, y: sheet.isNarrow ? 24 : sheet.height - 12 }}
			/>
		{/if}
	</svg>
	{#if told}<p id="{id}-told" class="sr-only"><Words text={told.text} /></p>{/if}
	<p class="corner" class:sr-only={!corner} aria-live="polite">
		<Words text={corner ? (told?.corners[corner] ?? '') : ''} />
	</p>
	{#if turned}<p class="turned">drawn turned a quarter</p>{/if}
	{#if left.length}
		<div class="left" class:low={turned}>
			<Popover label="{left.length} without room">
				<ul class="numbers font-semibold">
					{#each left as one (one.key)}<li><Words text={one.said ?? one.text} /></li>{/each}
				</ul>
			</Popover>
		</div>
	{/if}
	<PlanTools {sheet} factor={factor ?? 1} drawnLarger={factor !== undefined} {onFactor} />
</div>

<style>
	/* while fingers move the drawing, its lines stay as thick as they are */
	.shifted :global(*) {
		vector-effect: non-scaling-stroke;
	}
	.ring {
		fill: none;
		stroke: var(--string);
		stroke-width: 3;
	}
	.corner {
		position: absolute;
		inset: auto 0.5rem 3.2rem 0.5rem;
		padding: 0.3rem 0.6rem;
		background: var(--ink);
		color: var(--sheet);
		font-weight: 600;
	}
	.turned,
	.left {
		position: absolute;
		top: 0.3rem;
		right: 0.5rem;
		background: var(--sheet);
		padding-inline: 0.4rem;
		font-size: 0.9rem;
		color: var(--ink-soft);
	}
	.left.low {
		top: 1.8rem;
	}
</style>
