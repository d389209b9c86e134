<!-- Which tape, or which square-throwing laser, a plan is squared with: what the shelf knows of it is taken over. -->
<script lang="ts">
	import type { ShelfInstrument, ShelfKind, Units } from '$lib/api/types';
	import Words from '$lib/lengths/Words.svelte';
	import { Shelf } from './shelf.svelte';

	interface Props {
		label: string;
		kind: ShelfKind;
		units: Units;
		/** A job of the samples, whose instruments no other job takes. */
		sample: boolean;
		/** Its name in the plan; empty when none is named. */
		value: string;
		onTake: (one: ShelfInstrument | undefined) => void;
	}
	let { label, kind, units, sample, value, onTake }: Props = $props();

	const shelf = new Shelf();
	$effect(() => void shelf.load(units));
	const here = $derived(
		(shelf.instruments ?? []).filter(
			(one) => one.kind === kind && !one.away && (!one.sample || sample)
		)
	);
	const chosen = $derived(here.find((one) => one.name === value));
</script>

{#if here.length || value}
	<div>
		<label class="block">
			<span class="font-semibold">{label}</span>
			<select
				class="field mt-1"
				{value}
				onchange={(event) => onTake(here.find((one) => one.name === event.currentTarget.value))}
			>
				<option value="">nobody said</option>
				{#each here as one (one.id)}<option value={one.name}>{one.name}</option>{/each}
				{#if value && !chosen}<option {value}>{value}</option>{/if}
			</select>
		</label>
		{#if chosen && !chosen.fine}<p class="caution mt-1 text-sm" role="status">{chosen.stands}</p>
		{:else if value && shelf.instruments && !chosen}<p class="mt-1 text-sm text-ink-soft">
				It does not stand on this shelf; what the plan says of it counts.
			</p>{/if}
		{#if chosen?.correction}<p class="mt-1 text-sm"><Words text={chosen.correction} /></p>{/if}
	</div>
{/if}
