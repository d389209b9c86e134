<script lang="ts">
	import type { Units, Walk } from '$lib/api/types';
	import { walkPoints } from './drawing';
	import DrawingSheet from './DrawingSheet.svelte';
	import PlanWalk from './PlanWalk.svelte';
	import { Sheet } from './sheet.svelte';

	interface Props {
		/** A walk that has not come back to A yet. */
		walk: Walk;
		name: string;
		units: Units;
	}
	let { walk, name, units }: Props = $props();

	const sheet = new Sheet(() => walkPoints(walk));
	const at = $derived(sheet.at);
</script>

<DrawingSheet
	{sheet}
	label="Walls of {name} so far"
	drawing="{name}, as far as it is walked"
	{units}
>
	<PlanWalk {walk} {at} />
</DrawingSheet>
