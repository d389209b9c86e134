<!-- Instruments of the shelf to practise with, one for each use; the yard's own where none is chosen. -->
<script lang="ts">
	import type { ShelfInstrument, Units } from '$lib/api/types';
	import { Shelf } from '$lib/shelf/shelf.svelte';

	interface Props {
		units: Units;
		/** Ids of those chosen. */
		onChosen: (ids: string[]) => void;
	}
	let { units, onChosen }: Props = $props();

	const shelf = new Shelf();
	let chosen = $state<Record<string, string>>({});
	const uses = $derived.by(() => {
		const found: Record<string, ShelfInstrument[]> = {};
		for (const one of shelf.instruments ?? [])
			if (one.practised_as && !one.away) (found[one.practised_as] ??= []).push(one);
		return Object.entries(found);
	});
	function choose(use: string, id: string) {
		chosen = { ...chosen, [use]: id };
		onChosen(Object.values(chosen).filter(Boolean));
	}
</script>

<details
	class="mb-4"
	ontoggle={(event) => event.currentTarget.open && !shelf.instruments && void shelf.load(units)}
>
	<summary class="flex min-h-11 cursor-pointer items-center underline"
		>With instruments of your shelf</summary
	>
	{#if shelf.trouble}<p role="alert" class="caution font-semibold">{shelf.trouble}</p>{/if}
	{#if shelf.instruments && !uses.length}
		<p>No tape and no level stands on <a class="underline" href="/shelf">your shelf</a> yet.</p>
	{/if}
	<div class="grid max-w-3xl gap-3 sm:grid-cols-2">
		{#each uses as [use, instruments] (use)}
			<label class="font-semibold first-letter:uppercase"
				>{use}
				<select
					class="field mt-1"
					value={chosen[use] ?? ''}
					onchange={(event) => choose(use, event.currentTarget.value)}
				>
					<option value="">the yard’s own</option>
					{#each instruments as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
				</select></label
			>
		{/each}
	</div>
	<p class="mt-2 text-ink-soft">
		They are read as good as they claim to be, and off by what their last test found.
	</p>
</details>
