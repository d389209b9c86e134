<!-- What a tape claims on a short pull, and what the crew's readings keep to, on one rule. -->
<script lang="ts">
	import type { Trends } from '$lib/api/types';
	import Words from '$lib/lengths/Words.svelte';

	interface Props {
		kept: NonNullable<Trends['kept']>;
	}
	let { kept }: Props = $props();

	/** The rule ends a little beyond what is farthest out. */
	const longest = $derived(
		1.15 * Math.max(kept.claim_mm, kept.high_mm ?? 2 * kept.error_mm, kept.error_mm)
	);
	const at = (mm: number) => (100 * mm) / longest;
</script>

<figure class="rule" aria-hidden="true">
	<div class="row">
		<span>the tape claims</span>
		<div class="way"><i class="claim" style:width="{at(kept.claim_mm)}%"></i></div>
		<b>±<Words text={kept.claim} /></b>
	</div>
	<div class="row">
		<span>we keep to</span>
		<div class="way">
			<i
				class="range"
				style:left="{at(kept.low_mm)}%"
				style:width="{at((kept.high_mm ?? longest) - kept.low_mm)}%"
			></i>
			<i class="nail" style:left="{at(kept.error_mm)}%"></i>
		</div>
		<b>±<Words text={kept.error} /></b>
	</div>
</figure>

<style>
	.rule {
		display: grid;
		gap: 0.4rem;
		max-width: 40rem;
		margin-block: 0.5rem;
	}
	.row {
		display: grid;
		grid-template-columns: 8rem 1fr 4.5rem;
		align-items: center;
		gap: 0.75rem;
	}
	.way {
		position: relative;
		height: 1.5rem;
		border-bottom: 2px solid var(--color-ink);
	}
	.claim {
		position: absolute;
		bottom: 0;
		height: 60%;
		border-right: 3px solid var(--color-ink);
		background: var(--color-rule);
	}
	.range {
		position: absolute;
		bottom: 0;
		height: 60%;
		background: color-mix(in srgb, var(--color-string) 35%, transparent);
	}
	.nail {
		position: absolute;
		bottom: 0;
		width: 4px;
		height: 100%;
		margin-left: -2px;
		background: var(--color-string);
	}
</style>
