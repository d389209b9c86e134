<script lang="ts">
	import type { Structure } from '$lib/api/types';
	import Words from '$lib/lengths/Words.svelte';
	import { documentOf } from '$lib/plan/planDoc';
	import type { CoachActions } from './actions';

	interface Props {
		structure: Structure;
		actions: CoachActions;
	}
	let { structure, actions }: Props = $props();

	const tape = $derived(structure.result.tape);
	const reads = $derived(documentOf(structure).tape_reads);
	let trouble = $state('');
</script>

{#if tape || reads}
	<section class="mt-4" aria-label="What the rounds say of the tape">
		<h2 class="text-xl font-bold">The tape itself</h2>
		{#if trouble}<p role="alert" class="caution mt-2 font-semibold">{trouble}</p>{/if}
		{#if reads}
			<p class="mt-1">
				The plan takes <b><Words text={String(reads.more)} /></b> off its readings, and has it in
				every call.
				<button
					class="min-h-11 px-2 underline"
					onclick={async () => (trouble = await actions.tapeReads(null))}>Take that back</button
				>
			</p>
		{/if}
		{#if tape}
			<p class="mt-1"><Words text={tape.text} /></p>
			{#if tape.document}
				<button
					class="board-button plain mt-1"
					onclick={async () => (trouble = await actions.tapeReads(tape.document))}
					>{reads ? 'Take this off as well' : 'Take it off every reading'}</button
				>
			{/if}
		{/if}
	</section>
{/if}
