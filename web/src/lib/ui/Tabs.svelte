<script lang="ts">
	import { Tabs } from 'bits-ui';
	import type { Snippet } from 'svelte';

	interface Props {
		/** What the tabs part, for those who hear it. */
		label: string;
		tabs: { value: string; label: string }[];
		value: string;
		onValue: (value: string) => void;
		children: Snippet<[string]>;
	}
	let { label, tabs, value, onValue, children }: Props = $props();
</script>

<Tabs.Root bind:value={() => value, onValue}>
	<Tabs.List class="tabs" aria-label={label}>
		{#each tabs as tab (tab.value)}
			<Tabs.Trigger value={tab.value} class="tab">{tab.label}</Tabs.Trigger>
		{/each}
	</Tabs.List>
	{#each tabs as tab (tab.value)}
		<Tabs.Content value={tab.value} class="pt-3">
			{#if tab.value === value}{@render children(tab.value)}{/if}
		</Tabs.Content>
	{/each}
</Tabs.Root>

<style>
	/* a level line with kerfs cut into it; the string lies in the kerf of what is open */
	:global(.tabs) {
		display: flex;
		flex-wrap: wrap;
		gap: 0 clamp(0.7rem, 1.2vw, 1.1rem);
		border-bottom: 2px solid var(--edge);
	}
	:global(.tab) {
		position: relative;
		min-height: var(--touch);
		font-weight: 650;
		color: var(--ink-soft);
	}
	:global(.tab[data-state='active']) {
		color: var(--ink);
		font-weight: 800;
	}
	:global(.tab[data-state='active'])::after {
		content: '';
		position: absolute;
		inset: auto 0 -2px;
		height: 4px;
		background: var(--string);
	}
</style>
