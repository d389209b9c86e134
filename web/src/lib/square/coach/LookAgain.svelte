<script lang="ts">
	import type { Schemas } from '$lib/api/client';
	import type { Occasion, Structure } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';

	interface Props {
		structure: Structure;
		recheck: Schemas['RecheckResult'] | undefined;
		/** Whether another round can be begun now. */
		canBegin: boolean;
		onBegin: (occasion: Occasion) => Promise<string>;
	}
	let { structure, recheck, canBegin, onBegin }: Props = $props();

	const CHOICES: { value: Occasion; label: string }[] = [
		{ value: 'after-pinning', label: 'After pinning' },
		{ value: 'after-digging', label: 'After digging' },
		{ value: 'before-pour', label: 'Before the pour' }
	];
	const accepted = $derived(structure.accepted.at(-1));
	let trouble = $state('');
</script>

<section aria-label="Look again">
	<h2 class="text-xl font-bold">Look again</h2>
	<p>
		Stakes are knocked, forms are racked, banks give. Pull again after every disturbance: concrete
		gives one chance.
	</p>
	{#if recheck}
		<p class="mt-2 font-semibold"><Words text={recheck.text} /></p>
		<ol class="mt-1 grid grid-cols-2 gap-x-6" aria-label="Pulls to look again with">
			{#each recheck.pulls as pull, index (pull.from + pull.to)}
				<li class="flex gap-2 border-b border-rule py-1 text-lg">
					<span class="w-6 text-ink-soft">{index + 1}</span><strong class="grow"
						>{pull.from}–{pull.to}</strong
					><Len text={pull.call_text} />
				</li>
			{/each}
		</ol>
	{/if}
	{#if accepted}
		<p class="mt-2 text-ink-soft">
			They are held against round {accepted.round}, accepted by {accepted.who}.
		</p>
	{:else}
		<p class="mt-2">Accept a round first: what moved is told against it.</p>
	{/if}
	<p class="no-print mt-2 flex flex-wrap gap-2">
		{#each CHOICES as one (one.value)}
			<button
				class="board-button plain"
				disabled={!canBegin || !accepted}
				onclick={async () => (trouble = await onBegin(one.value))}>{one.label}</button
			>
		{/each}
	</p>
	{#if trouble}<p role="alert" class="font-semibold text-string">{trouble}</p>{/if}
</section>
