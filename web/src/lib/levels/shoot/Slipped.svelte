<script lang="ts">
	import Words from '$lib/lengths/Words.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';

	interface Props {
		stage: LevelsStage;
		/** Checks that came out well, too. */
		all?: boolean;
	}
	let { stage, all = false }: Props = $props();

	const closings = $derived(
		(stage.result?.closings ?? []).filter((one) => all || (one.decides && !one.fits))
	);
</script>

{#each closings as closing (`${closing.setup} ${closing.number}`)}
	<article class="mb-2 border-l-4 pl-3 {closing.fits ? 'border-good' : 'border-string'}">
		<p class="font-semibold"><Words text={closing.text} /></p>
		{#if closing.suspects.length}
			<ul class="list-disc pl-5">
				{#each closing.suspects as suspect, index (index)}<li>
						<Words text={suspect.text} />
					</li>{/each}
			</ul>
		{/if}
	</article>
{/each}
