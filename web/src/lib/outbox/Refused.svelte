<script lang="ts">
	import { outbox, type Parcel } from './outbox.svelte';

	interface Props {
		/** Parcels that the server would not take and that no row of the view shows. */
		parcels: Parcel[];
		/** How a point of a level reading is called here. */
		label?: (name: string) => string;
		/** Whether to say which structure each is of. */
		named?: boolean;
	}
	let { parcels, label = (name) => name, named = false }: Props = $props();

	const KINDS: Record<Parcel['kind'], string> = {
		pull: 'Reading',
		shot: 'Reading',
		strike: 'Striking a reading',
		'strike-shot': 'Striking a reading',
		unstrike: 'Taking a strike back',
		'unstrike-shot': 'Taking a strike back',
		done: 'What was done to',
		note: 'Note'
	};
	function what(parcel: Parcel): string {
		const { body, shot } = parcel;
		if (body) return `${body.from}–${body.to} ${body.reading}`;
		if (shot) return `${label(shot.at)} ${shot.reading}`;
		if (parcel.note) return parcel.note.text ?? '';
		if (parcel.done) return parcel.done.items.map((item) => item.what).join(', ');
		return '';
	}
</script>

{#if parcels.length}
	<section class="caution my-2" aria-label="Not taken" role="alert">
		<h2 class="font-bold">Not taken</h2>
		{#each parcels as parcel (parcel.key ?? parcel.id)}
			<p class="mt-1">
				<b>{named && parcel.where ? `${parcel.where}: ` : ''}{KINDS[parcel.kind]} {what(parcel)}</b>
				<span class="block font-semibold text-string">{parcel.refused}</span>
				<button class="min-h-11 pr-4 underline" type="button" onclick={() => outbox.again(parcel)}
					>send it again</button
				>
				<button class="min-h-11 underline" type="button" onclick={() => outbox.drop(parcel)}
					>throw it away</button
				>
			</p>
		{/each}
	</section>
{/if}
