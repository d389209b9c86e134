<!-- Tools side by side, one stop of the Tab key: arrows go from one to the next. -->
<script lang="ts" module>
	export interface Tool {
		/** What it does, for those who hear it and for whoever rests on it. */
		label: string;
		/** What stands on it. */
		sign: string;
		/** Key that does the same, if there is one. */
		key?: string;
		disabled?: boolean;
		run: () => void;
	}
</script>

<script lang="ts">
	import { Toolbar, Tooltip } from 'bits-ui';

	interface Props {
		label: string;
		tools: readonly Tool[];
	}
	let { label, tools }: Props = $props();

	const REST_MS = 500;
</script>

<Tooltip.Provider delayDuration={REST_MS} disableHoverableContent>
	<Toolbar.Root aria-label={label} class="toolbar" onkeydown={(event) => event.stopPropagation()}>
		{#each tools as tool (tool.label)}
			<Tooltip.Root>
				<Tooltip.Trigger>
					{#snippet child({ props })}
						<Toolbar.Button
							{...props}
							class="tool"
							aria-label={tool.label}
							disabled={tool.disabled === true}
							onclick={tool.run}>{tool.sign}</Toolbar.Button
						>
					{/snippet}
				</Tooltip.Trigger>
				<Tooltip.Portal>
					<Tooltip.Content side="top" sideOffset={6} class="tooltip">
						{tool.label}{#if tool.key}, key <b>{tool.key}</b>{/if}
					</Tooltip.Content>
				</Tooltip.Portal>
			</Tooltip.Root>
		{/each}
	</Toolbar.Root>
</Tooltip.Provider>

<style>
	:global(.toolbar) {
		display: flex;
		gap: 0.25rem;
	}
	:global(.toolbar .tool) {
		min-width: var(--touch);
		height: var(--touch);
		padding-inline: 0.5rem;
		font-weight: 700;
		background: var(--sheet);
		border: 1.5px solid var(--edge);
	}
	:global(.toolbar .tool:disabled) {
		opacity: 0.5;
	}
	:global(.tooltip) {
		z-index: 40;
		padding: 0.3rem 0.6rem;
		background: var(--ink);
		color: var(--sheet);
		font-weight: 600;
	}
</style>
