<script lang="ts">
	import type { Square } from '$lib/api/types';
	import { spoken } from '$lib/drawing/labels/spoken';
	import Len from '$lib/lengths/Len.svelte';
	import { WAYS } from './words';

	interface Props {
		square: Square;
		/** The line that everything is set off from; it stays. */
		held: string;
	}
	let { square, held }: Props = $props();

	const lettersOf = (line: string) => [...line].toSorted().join('');
	const settled = $derived(
		square.lines.filter((one) => one.settled && lettersOf(one.line) !== lettersOf(held))
	);
</script>

{#if settled.length && !square.order}
	<section class="mt-3" aria-label="Lines that are settled">
		<h2 class="font-bold">Settled by their offsets to line {held}</h2>
		<p class="text-ink-soft">
			These lines can be set now. Where the corners are along them takes more pulls.
		</p>
		<ul class="mt-1">
			{#each settled as line (line.line)}
				{#each line.ends as end (end.board)}
					<li class="flex justify-between gap-3 border-t border-rule py-1 text-lg">
						<span
							><b>{spoken(end.board)}</b>
							{end.move_mm ? (WAYS[end.toward] ?? end.toward) : 'stays'}</span
						>
						{#if end.move_mm}<strong><Len text={end.text} /></strong>{/if}
					</li>
				{/each}
			{/each}
		</ul>
	</section>
{/if}
