<script lang="ts">
	import type { Square } from '$lib/api/types';
	import Words from '$lib/lengths/Words.svelte';

	interface Props {
		square: Square;
	}
	let { square }: Props = $props();

	const odd = $derived(square.outcome && !square.outcome.as_told ? square.outcome : null);
	const agreeing = $derived(square.meetings.filter((one) => one.agrees));
	const apart = $derived(square.meetings.filter((one) => !one.agrees));
</script>

{#if square.moved}
	<section class="mt-3" aria-label="What moved">
		<p class="font-bold"><Words text={square.moved.title} /></p>
		<ul class="list-disc pl-5">
			{#each square.moved.corners.filter((one) => one.sure) as one (one.corner)}
				<li><Words text={one.text} /></li>
			{/each}
		</ul>
	</section>
{/if}
{#if odd}
	<section class="caution mt-3" aria-label="What became of the moves">
		<p class="font-bold"><Words text={odd.title} /></p>
		<ul class="list-disc pl-5">
			{#each odd.nails as nail (nail.board)}<li><Words text={nail.text} /></li>{/each}
		</ul>
	</section>
{:else if square.outcome}
	<p class="mt-3 text-good" role="note"><Words text={square.outcome.title} /></p>
{/if}
{#each apart as one, index (index)}
	<p class="caution mt-2"><Words text={one.text} /></p>
{/each}
{#if agreeing.length}
	<details class="no-print mt-1">
		<summary class="flex min-h-11 cursor-pointer items-center underline"
			>Corners that two ways come to</summary
		>
		<ul class="list-disc pl-5">
			{#each agreeing as one, index (index)}
				<li>
					{one.ways.map((way) => way.join('–')).join(' and ')}: <Words text={one.text} />
				</li>
			{/each}
		</ul>
	</details>
{/if}
