<!-- What is dangerous at a step of this structure: what it is stands there, why and what to do open by a press. -->
<script lang="ts">
	import Words from '$lib/lengths/Words.svelte';
	import { useDangers, type WorkStep } from './dangers.svelte';

	interface Props {
		step: WorkStep;
		/** One line that opens, where hands are at work. */
		brief?: boolean;
	}
	let { step, brief = false }: Props = $props();

	const dangers = useDangers();
	const cautions = $derived(dangers.cautions(step));
</script>

{#snippet list()}
	<ul aria-label="Look out">
		{#each cautions as one (one.danger)}
			<li>
				<details>
					<summary><strong><Words text={one.what} /></strong> {one.do}</summary>
					<p>{one.why} {one.decides}</p>
				</details>
			</li>
		{/each}
	</ul>
{/snippet}

{#if cautions.length}
	<div class="cautions">
		{#if brief}
			<details>
				<summary
					><strong>Look out:</strong>
					{cautions.map((one) => one.what.replace(/\.$/, '').toLowerCase()).join('; ')}.</summary
				>
				{@render list()}
			</details>
		{:else}
			{@render list()}
		{/if}
	</div>
{/if}

<style>
	.cautions {
		margin-block: 0.5rem;
		border-left: 6px solid var(--string);
		padding-left: 0.75rem;
	}
	summary {
		min-height: var(--touch);
		padding-block: 0.35rem;
		cursor: pointer;
		list-style: none;
	}
	summary::-webkit-details-marker {
		display: none;
	}
	summary::after {
		content: ' Why?';
		color: var(--ink-soft);
		text-decoration: underline;
		white-space: nowrap;
	}
	details[open] > summary::after {
		content: '';
	}
	p {
		padding-bottom: 0.5rem;
		color: var(--ink-soft);
	}
	@media print {
		summary::after {
			content: '';
		}
	}
</style>
