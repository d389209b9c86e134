<!-- Labels for stakes, printed in the size of the sheets at hand. -->
<script lang="ts">
	import { SvelteSet } from 'svelte/reactivity';
	import { answer, api, ApiError, type Schemas } from '$lib/api/client';
	import type { Units } from '$lib/api/types';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import { handOut } from '$lib/handover/handOut';
	import type { RegisterRow } from './register.svelte';

	interface Props {
		structureId: string;
		units: Units;
		usual: Schemas['Usual'];
		/** Kinds of things in the register, and how they are called. */
		kinds: RegisterRow['kind'][];
		names: Record<RegisterRow['kind'], string>;
	}
	let { structureId, units, usual, kinds, names }: Props = $props();

	let wide = $state('');
	let high = $state('');
	let trouble = $state('');
	let making = $state(false);
	const left = new SvelteSet<RegisterRow['kind']>(['corner']);
	const printable = $derived(kinds.filter((kind) => kind !== 'nail' && kind !== 'form'));

	async function print() {
		making = true;
		trouble = '';
		try {
			const file = await answer(
				api.POST('/api/structures/{structure_id}/labels.pdf', {
					params: { path: { structure_id: structureId } },
					body: {
						units,
						wide: wide || usual.label_wide,
						high: high || usual.label_high,
						paper: usual.paper,
						only: printable.filter((kind) => !left.has(kind))
					},
					parseAs: 'blob'
				})
			);
			handOut(file, 'labels.pdf');
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			trouble = error.told;
		} finally {
			making = false;
		}
	}
</script>

{#if printable.length}
	<section class="mt-4" aria-label="Labels">
		<h2 class="font-bold">Labels for the stakes</h2>
		<div class="grid grid-cols-2 gap-x-4">
			<LengthField
				label="A label is wide"
				value={wide}
				{units}
				placeholder={usual.label_wide}
				onInput={(text) => (wide = text)}
			/>
			<LengthField
				label="and high"
				value={high}
				{units}
				placeholder={usual.label_high}
				onInput={(text) => (high = text)}
			/>
		</div>
		<div class="flex flex-wrap gap-x-4" role="group" aria-label="Which stakes get a label">
			{#each printable as kind (kind)}
				<label class="flex min-h-11 items-center gap-2"
					><input
						type="checkbox"
						checked={!left.has(kind)}
						onchange={(event) => {
							if (event.currentTarget.checked) left.delete(kind);
							else left.add(kind);
						}}
					/>{names[kind]}</label
				>
			{/each}
		</div>
		<button
			type="button"
			class="board-button"
			disabled={making || printable.every((kind) => left.has(kind))}
			onclick={() => void print()}>{making ? 'Making labels …' : 'Labels (PDF)'}</button
		>
		{#if trouble}<p role="alert" class="font-semibold text-string">{trouble}</p>{/if}
		<p class="text-sm text-ink-soft">
			Each says its offset in a ring with an arrow toward the object, what it refers to, cut or fill
			where it was shot; the square code holds the same as plain text.
		</p>
	</section>
{/if}
