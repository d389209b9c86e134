<script lang="ts">
	import Words from '$lib/lengths/Words.svelte';
	import type { Schemas } from '$lib/api/client';

	interface Props {
		result: Schemas['LevelsResult'];
	}
	let { result }: Props = $props();
</script>

<div class="slate" role="status" data-state={result.state}>
	<h1 class="text-2xl leading-snug font-bold"><Words text={result.headline} /></h1>
	<p class="mt-1"><Words text={result.advice} /></p>
</div>
{#each result.first_boards as one (one.at)}
	<p class={one.works ? 'mt-2' : 'caution my-2'} role={one.works ? undefined : 'status'}>
		<Words text={one.text} />
	</p>
{/each}

<style>
	/* a slate the book is chalked on; its left edge says the kind without words */
	.slate {
		min-height: 5.5rem;
		padding: 0.7rem 1rem;
		color: var(--chalk);
		background: var(--slate);
		border-left: 8px solid var(--edge);
	}
	.slate[data-state='closed'] {
		border-left-color: #7fd08f;
	}
	.slate[data-state='doubtful'] {
		border-left: 8px dashed #ff9a80;
	}
	.slate p {
		color: var(--chalk-soft);
	}
</style>
