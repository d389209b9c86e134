<script lang="ts">
	import { untrack } from 'svelte';
	import HeightShoutEntry from './HeightShoutEntry.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	const rows = $derived(stage.standings.filter((one) => one.name === stage.target));
	let index = $state(0);
	const row = $derived(rows[Math.min(index, rows.length - 1)]);
	// what is on height already is not called again: begin at the first that is not
	$effect(() => {
		if (!stage.shouting) return;
		untrack(
			() =>
				(index = Math.max(
					0,
					rows.findIndex((one) => one.way !== 'on')
				))
		);
	});
</script>

{#if row}
	<HeightShoutEntry {stage} {row} {rows} index={rows.indexOf(row)} onShow={(to) => (index = to)} />
{/if}
