<!-- What waits for hold points: they come first, and the rest once each was looked at or gone past by name. -->
<script lang="ts">
	import type { Snippet } from 'svelte';
	import { useHere } from '$lib/job/context';
	import HoldCard from './HoldCard.svelte';
	import { useDangers, type Stops } from './dangers.svelte';

	interface Props {
		before: Stops;
		/** What waits; left out, the hold points stand there and nothing is taken away. */
		children?: Snippet;
	}
	let { before, children }: Props = $props();

	const TITLE: Record<Stops, string> = {
		stakes: 'Stop before the first stake',
		digging: 'Stop before anything is dug',
		'the pour': 'Stop before the pour'
	};
	const here = useHere();
	const dangers = useDangers();
	const stops = $derived(dangers.stopping(before));
</script>

{#if stops.length}
	<div class="gate no-print">
		<h2 class="text-xl font-extrabold">{TITLE[before]}</h2>
		<div class="mt-2 grid gap-2">
			{#each stops as hold (hold.hold)}
				<HoldCard {hold} several={here.job.structures.length > 1} />
			{/each}
		</div>
	</div>
{:else if dangers.asked}
	<!-- not before: what is laid open and then shut is lost from under the hand -->
	{@render children?.()}
{/if}

<style>
	/* a pole with two colours lies across the way */
	.gate {
		margin-block: 0.5rem;
		padding-top: 1rem;
		background: repeating-linear-gradient(
				115deg,
				var(--string) 0 1.2rem,
				var(--sheet) 1.2rem 2.4rem
			)
			top / 100% 0.55rem no-repeat;
	}
</style>
