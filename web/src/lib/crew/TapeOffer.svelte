<!-- What the crew's own rounds say of its tape, offered where a tape's ± is typed; taken by a tap alone. -->
<script lang="ts">
	import { answer, api, ApiError } from '$lib/api/client';
	import type { Trends, Units } from '$lib/api/types';

	interface Props {
		units: Units;
		/** What stands there now. */
		value: string;
		onTake: (value: string) => void;
	}
	let { units, value, onTake }: Props = $props();

	let trends = $state.raw<Trends>();
	$effect(() => void load(units));
	async function load(units: Units) {
		try {
			trends = await answer(api.GET('/api/trends', { params: { query: { units } } }));
		} catch (error) {
			if (!(error instanceof ApiError)) throw error; // nothing is offered, and nothing else needs it
		}
	}
	const offer = $derived(trends?.sample ? undefined : trends?.kept?.offer);
</script>

{#if trends && offer}
	<div class="border-l-4 border-rule pl-3" role="note" aria-label="Your own tape">
		<p>{trends.tape}</p>
		<p class="mt-1 flex flex-wrap items-center gap-3">
			{#if value === offer}
				<span class="font-semibold">Taken here: ±{offer}.</span>
				<button class="board-button plain" type="button" onclick={() => onTake('')}
					>As the tape claims</button
				>
			{:else}
				<button class="board-button plain" type="button" onclick={() => onTake(offer)}
					>Take ±{offer} here</button
				>
			{/if}
			<a class="inline-flex min-h-11 items-center underline" href="/crew">what our rounds say</a>
		</p>
	</div>
{/if}
