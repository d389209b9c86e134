<script lang="ts">
	import Words from '$lib/lengths/Words.svelte';
	import type { Square } from '$lib/api/types';

	interface Props {
		square: Square | null | undefined;
		/** The round on the screen has no reading yet. */
		fresh: boolean;
		round: number;
		/** Why the round is pulled, when it is to look again. */
		again?: string;
		/** The lines that are pulled where nothing else is said. */
		plain: string;
	}
	let { square, fresh, round, again = '', plain }: Props = $props();

	const title = $derived(
		fresh || !square
			? round === 1
				? 'Pull the first round'
				: again
					? `Look again ${again}`
					: `Pull round ${round}`
			: square.headline
	);
	const text = $derived(
		fresh || !square
			? round === 1
				? 'Type each reading as it stands on the tape, burn and all. Any order will do.'
				: again
					? 'The first pulls of the sheet are those that would show a corner moving.'
					: 'The call column shows what each tape should read now that the nails are moved.'
			: square.reason
	);
</script>

<div class="slate" role="status" data-verdict={fresh ? undefined : square?.verdict}>
	<h1 class="text-xl leading-snug font-bold">
		<Words text={title} />
	</h1>
	<p class="mt-1">
		<Words {text} />
		{#if !fresh && (square?.verdict === 'adjust' || square?.verdict === 'restake')}
			<a class="no-print whitespace-nowrap underline" href="#moves">The moves</a>
		{/if}
	</p>
	{#if !fresh && square}
		{#if square.simulated}<p class="mt-1 font-semibold"><Words text={square.simulated} /></p>{/if}
		{#if square.family !== plain}<p class="mt-1">Pulled on {square.family}.</p>{/if}
		{#if square.went_on}<p class="mt-1">{square.went_on}</p>{/if}
		{#if square.certainty?.text}<p class="mt-1"><Words text={square.certainty.text} /></p>{/if}
		{#if square.frame}<p class="mt-1"><Words text={square.frame.text} /></p>{/if}
		{#each square.traps as trap (trap.trap)}
			<p class="mt-1 font-semibold">
				<Words text={trap.text} />
			</p>
		{/each}
		{#if square.suspects.length}
			<ul class="mt-2 list-disc pl-5">
				{#each square.suspects.slice(0, 3) as suspect (suspect.from + suspect.to + suspect.slip)}
					<li>
						<Words text={suspect.text} />
					</li>
				{/each}
			</ul>
		{/if}
	{/if}
</div>

<style>
	/* a slate the verdict is chalked on; its left edge says the kind without words */
	.slate {
		min-height: 6.1rem;
		padding: 0.7rem 1rem;
		color: var(--chalk);
		background: var(--slate);
		border-left: 8px solid var(--edge);
	}
	.slate[data-verdict='square'] {
		border-left-color: #7fd08f;
	}
	.slate[data-verdict='adjust'] {
		border-left-color: #c79bff;
	}
	.slate[data-verdict='restake'],
	.slate[data-verdict='check-readings'] {
		border-left: 8px dashed #ff9a80;
	}
	.slate p,
	.slate li {
		color: var(--chalk-soft);
	}
	.slate p.font-semibold {
		color: var(--chalk);
	}
</style>
