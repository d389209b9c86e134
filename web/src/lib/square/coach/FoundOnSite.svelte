<script lang="ts">
	import type { Structure } from '$lib/api/types';
	import Words from '$lib/lengths/Words.svelte';
	import type { CoachActions } from './actions';

	interface Props {
		structure: Structure;
		actions: CoachActions;
	}
	let { structure, actions }: Props = $props();

	const found = $derived(structure.pulls.filter((pull) => pull.as_plan));
	const standing = $derived(structure.result.as_found);
	let trouble = $state('');
	/** Revision of the plan that a distance was taken in; what was taken can be undone while nothing came after. */
	let taken = $state(0);

	async function take(id: string) {
		trouble = await actions.takeAsFound(id);
		if (!trouble) taken = structure.revision;
	}

	async function undo() {
		trouble = await actions.undoPlan();
		taken = 0;
	}
</script>

{#if found.length || standing.length}
	<h2 class="mt-5 text-xl font-bold">Found on site</h2>
	{#if trouble}<p role="alert" class="caution mt-2 font-semibold">{trouble}</p>{/if}
	{#if standing.length}
		<ul class="mt-2" aria-label="Lengths as found">
			{#each standing as one (one.from + one.to)}<li><Words text={one.text} /></li>{/each}
		</ul>
	{/if}
	{#if taken === structure.revision}
		<p class="mt-2" role="status">
			The plan has it; boards and numbers follow.
			<button class="min-h-11 px-2 underline" onclick={undo}>Undo</button>
		</p>
	{/if}
	{#if found.length}
		<p class="mt-2">
			What stands cannot be moved: take what a tape found as the plan, and all else is set out from
			it. Only where the drawings allow it.
		</p>
		<table class="mt-2 w-full text-left" aria-label="Taken as the plan">
			<tbody>
				{#each found as pull (pull.id)}
					<tr class="border-t border-rule">
						<th class="py-1 pl-2 font-semibold">{pull.name}</th>
						<td class="py-1"><Words text={pull.as_plan ?? ''} /></td>
						<td class="text-right">
							<button
								class="min-h-11 px-2 underline"
								aria-label="take as plan: {pull.name}, {pull.as_plan}"
								onclick={() => take(pull.id)}>take as plan</button
							>
						</td>
					</tr>
				{/each}
			</tbody>
		</table>
	{/if}
{/if}
