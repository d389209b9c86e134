<script lang="ts">
	import type { PlanDoc, Units } from '$lib/api/types';
	import type { PlanDraft } from '$lib/plan/draft.svelte';
	import LengthList from '$lib/plan/LengthList.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
		sides: string[];
	}
	let { draft, units, sides }: Props = $props();

	type Kind = NonNullable<NonNullable<PlanDoc['inner']>[number]['kind']>;
	const KINDS: { value: Kind; label: string }[] = [
		{ value: 'beam', label: 'Grade beam' },
		{ value: 'piers', label: 'Piers' },
		{ value: 'posts', label: 'Posts' },
		{ value: 'partition', label: 'Partition' },
		{ value: 'mark', label: 'Mark' }
	];
	const rows = $derived(draft.doc.inner ?? []);

	function addRow() {
		const name = String.fromCharCode(80 + (rows.length % 10));
		draft.put(['inner', rows.length], {
			name,
			kind: 'piers',
			side: sides[0] ?? 'AB',
			distances: ['']
		});
	}

	const troubleOf = (index: number) => draft.trouble('inner', index);
</script>

<ul class="grid gap-4">
	{#each rows as row, index (index)}
		<li class="border-l-4 border-rule pl-3">
			<div class="flex flex-wrap items-center gap-2">
				<input
					class="field !w-16"
					aria-label="Name of row {index + 1}"
					value={row.name}
					oninput={(event) => draft.put(['inner', index, 'name'], event.currentTarget.value)}
				/>
				<select
					class="field !w-auto"
					aria-label="What stands on {row.name}"
					value={row.kind ?? 'mark'}
					onchange={(event) => draft.put(['inner', index, 'kind'], event.currentTarget.value)}
				>
					{#each KINDS as kind (kind.value)}<option value={kind.value}>{kind.label}</option>{/each}
				</select>
				<label class="flex items-center gap-2"
					>from
					<select
						class="field !w-auto"
						value={row.side}
						onchange={(event) => draft.put(['inner', index, 'side'], event.currentTarget.value)}
					>
						{#each sides as side (side)}<option>{side}</option>{/each}
					</select>
				</label>
				<button
					type="button"
					class="ml-auto min-h-11 px-2 text-xl"
					aria-label="Take {row.name} out"
					onclick={() => draft.put(['inner', index], undefined)}>×</button
				>
			</div>
			<div class="mt-1">
				<LengthList
					{draft}
					path={['inner', index, 'distances']}
					label="Distance of {row.name} from {row.side}, number"
					more="+ distance"
					{units}
				/>
			</div>
			{#if troubleOf(index)}<p role="alert" class="font-semibold text-string">
					{troubleOf(index)}
				</p>{/if}
		</li>
	{/each}
</ul>
<button type="button" class="board-button plain mt-3" onclick={addRow}>Another row</button>
<p class="mt-1 text-sm text-ink-soft">
	Distances are running totals, each from the side itself: errors do not pile up.
</p>
