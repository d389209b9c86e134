<script lang="ts">
	import { lengths } from '$lib/keypad/keypad.svelte';
	import type { HeightEntry } from '$lib/levels/height/heightEntry.svelte';

	interface Props {
		entry: HeightEntry;
		/** How the point is called here. */
		at: string;
	}
	let { entry, at }: Props = $props();
</script>

<label class="block"
	>sight distance
	<input
		class="field numbers !w-32 text-right"
		aria-label="Sight to {at}"
		placeholder={entry.row.sight_mm === null ? 'needed' : 'from the plan'}
		value={entry.distance}
		oninput={(event) => entry.typeDistance(event.currentTarget.value)}
		{@attach lengths(() => ({ marks: entry.marks }))}
	/></label
>
