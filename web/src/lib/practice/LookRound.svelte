<!-- A walk round the yard with a look up: what hangs over it, and what is painted on its ground. -->
<script lang="ts">
	import Words from '$lib/lengths/Words.svelte';
	import type { PracticeRun, Run } from '$lib/practice/run.svelte';

	interface Props {
		practice: PracticeRun;
		look: NonNullable<Run['look']>;
	}
	let { practice, look }: Props = $props();
</script>

{#if look.dangers.length || look.text}
	<div role="status" class="grid gap-2">
		{#if look.text}<p>{look.text}</p>{/if}
		{#each look.dangers as one (one.kind)}<p class="caution"><Words text={one.text} /></p>{/each}
	</div>
{:else}
	<p>
		<button
			class="board-button plain"
			aria-disabled={practice.isBusy}
			onclick={() => practice.take({ do: 'look' })}
			>Look round and up, {practice.run?.costs.look} minutes</button
		>
	</p>
{/if}
