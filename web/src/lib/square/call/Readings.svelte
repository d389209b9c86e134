<script lang="ts">
	import Len from '$lib/lengths/Len.svelte';
	import type { Pull, Structure } from '$lib/api/types';
	import { INSTRUMENTS } from '$lib/square/coach/words';

	interface Props {
		structure: Structure;
		onStrike: (pull: Pull) => void;
		onTakeBack: (pull: Pull) => void;
	}
	let { structure, onStrike, onTakeBack }: Props = $props();

	const when = new Intl.DateTimeFormat(undefined, { dateStyle: 'short', timeStyle: 'short' });
</script>

{#if structure.pulls.length}
	<details class="no-print mt-4">
		<summary class="flex min-h-11 cursor-pointer items-center font-semibold underline">
			All {structure.pulls.length} readings, struck ones too
		</summary>
		<table class="w-full text-left">
			<thead class="text-sm text-ink-soft">
				<tr
					><th>Round</th><th>Pull</th><th>Read</th><th>Off</th><th>Who, when, with</th><th></th></tr
				>
			</thead>
			<tbody>
				{#each structure.pulls as pull (pull.id)}
					<tr class="border-t border-rule" class:struck={pull.struck}>
						<td>{pull.round}</td>
						<td class="font-semibold">{pull.name}</td>
						<td><Len text={pull.reading.text} /></td>
						<td
							><Len text={pull.difference_text ?? ''} />{#if pull.burn.mm > 0}<span
									class="block text-sm text-ink-soft"><Len text={pull.burn.text} /> burned</span
								>{/if}</td
						>
						<td class="text-sm"
							>{pull.who}, {when.format(new Date(pull.at))}, {INSTRUMENTS[
								pull.instrument
							]}{pull.simulated ? ', simulated' : ''}</td
						>
						<td class="text-right">
							{#if pull.struck}
								<span class="text-sm">struck by {pull.struck.who}</span>
								<button
									class="min-h-11 px-1 underline"
									aria-label="Let {pull.name}, {pull.reading.text} count again"
									onclick={() => onTakeBack(pull)}>take back</button
								>
							{:else}
								<button
									class="min-h-11 px-1 underline"
									aria-label="Strike {pull.name}, {pull.reading.text}"
									onclick={() => onStrike(pull)}>strike</button
								>
							{/if}
						</td>
					</tr>
				{/each}
			</tbody>
		</table>
	</details>
{/if}

<style>
	.struck td:nth-child(-n + 4) {
		text-decoration: line-through;
		color: var(--ink-soft);
	}
	td,
	th {
		padding-right: 0.5rem;
	}
</style>
