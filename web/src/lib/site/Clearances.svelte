<script lang="ts">
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import type { Job, Structure } from '$lib/api/types';
	import type { PlanDraft } from '$lib/plan/draft.svelte';
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';

	interface Props {
		draft: PlanDraft;
		job: Job;
		structure: Structure;
	}
	let { draft, job, structure }: Props = $props();

	const site = $derived(structure.result.site);
	const nameOf = (id: string) => {
		const other = job.structures.find((one) => one.name_in_file === id);
		return other?.name ?? id;
	};
	const allowed = $derived(draft.doc.may_overlap ?? []);

	function toggle(to: string) {
		const next = allowed.includes(to) ? allowed.filter((one) => one !== to) : [...allowed, to];
		draft.put(['may_overlap'], next.length ? next : undefined);
	}
</script>

{#if structure.not_placed}
	<p role="alert" class="caution font-semibold">{structure.not_placed}</p>
{/if}
{#if site}
	<h2 class="mt-3 font-bold">Room around it</h2>
	<table class="w-full text-left" aria-label="Room around it">
		<tbody>
			{#each site.clearances as one (one.to)}
				<tr class="border-t border-rule align-baseline">
					<th class="py-1.5 pr-2">{nameOf(one.to)}</th>
					<td>
						<span class={one.clear ? '' : 'font-bold text-string'}><Words text={one.words} /></span>
						{#if one.outermost}
							<span
								class="block text-sm {one.outermost.clear
									? 'text-ink-soft'
									: 'font-bold text-string'}"><Words text={one.outermost.words} /></span
							>
						{/if}
						<span class="block text-sm text-ink-soft">
							{#each Object.entries(one.corner_texts) as [corner, text], i (corner)}{i
									? ' · '
									: ''}{corner}&nbsp;<Len {text} />{/each}
						</span>
					</td>
					<td class="text-right">
						{#if one.overlaps || one.short_mm > 0}
							<Checkbox checked={allowed.includes(one.to)} onChecked={() => toggle(one.to)}
								>on purpose</Checkbox
							>
						{/if}
					</td>
				</tr>
			{:else}
				<tr><td class="text-ink-soft">Nothing else is on the site yet.</td></tr>
			{/each}
		</tbody>
	</table>
{/if}
