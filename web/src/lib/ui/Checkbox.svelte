<script lang="ts">
	import { Checkbox } from 'bits-ui';
	import type { Snippet } from 'svelte';

	interface Props {
		checked: boolean;
		onChecked: (checked: boolean) => void;
		/** What is agreed to. */
		children: Snippet;
	}
	let { checked, onChecked, children }: Props = $props();
</script>

<label class="check">
	<Checkbox.Root bind:checked={() => checked, onChecked} class="check-box">
		{#snippet children({ checked: on })}
			<svg viewBox="0 0 20 20" aria-hidden="true">
				{#if on}<path d="M3 10.5 L8 16 L17 3.500" />{/if}
			</svg>
		{/snippet}
	</Checkbox.Root>
	<span>{@render children()}</span>
</label>

<style>
	.check {
		display: inline-flex;
		align-items: center;
		min-height: var(--touch);
		cursor: pointer;
	}
	/* the box is small, what is pressed is not */
	.check :global(.check-box) {
		display: grid;
		flex: none;
		place-items: center;
		width: var(--touch);
		height: var(--touch);
		margin-left: -0.6rem;
	}
	.check svg {
		width: 1.6rem;
		height: 1.6rem;
		background: var(--sheet);
		border: 1.5px solid var(--edge);
		border-bottom-width: 3px;
	}
	.check path {
		fill: none;
		stroke: var(--string);
		stroke-width: 3.5;
	}
	@media (forced-colors: active) {
		.check path {
			stroke: ButtonText;
		}
	}
</style>
