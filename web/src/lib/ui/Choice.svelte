<!-- One of a few, side by side. -->
<script lang="ts" generics="Value extends string">
	import { RadioGroup } from 'bits-ui';

	interface Props {
		/** What is chosen between, for those who hear it. */
		label: string;
		options: readonly { value: Value; label: string }[];
		value: Value;
		onValue: (value: Value) => void;
		/** As wide as what they say, in place of all alike. */
		loose?: boolean;
	}
	let { label, options, value, onValue, loose = false }: Props = $props();
</script>

<RadioGroup.Root
	bind:value={() => value, (next) => onValue(next as Value)}
	orientation="horizontal"
	aria-label={label}
	class={['choices', loose && 'loose']}
>
	{#each options as option (option.value)}
		<RadioGroup.Item value={option.value} class="one">{option.label}</RadioGroup.Item>
	{/each}
</RadioGroup.Root>

<style>
	:global(.choices) {
		display: grid;
		grid-auto-columns: 1fr;
		grid-auto-flow: column;
		gap: 0.5rem;
	}
	:global(.choices.loose) {
		display: flex;
		flex-wrap: wrap;
	}
	:global(.choices .one) {
		min-height: var(--touch);
		padding-inline: 0.75rem;
		border: 1.5px solid var(--edge);
	}
	/* the string lies under what is chosen */
	:global(.choices .one[data-state='checked']) {
		font-weight: 750;
		border-bottom: 4px solid var(--string);
	}
	@media (forced-colors: active) {
		:global(.choices .one[data-state='checked']) {
			border-color: Highlight;
		}
	}
</style>
