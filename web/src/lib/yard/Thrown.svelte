<!-- What was thrown away and can be had back, each with the days that are left. -->
<script lang="ts">
	import { answer, api, ApiError, type Schemas } from '$lib/api/client';
	import type { YardAct } from './acts';

	interface Props {
		/** Differs once anything of the yard was done. */
		version: number;
		onAct: (act: YardAct) => void;
	}
	let { version, onAct }: Props = $props();

	let thrown = $state.raw<Schemas['ThrownView'][]>([]);
	let open = $state(false);
	$effect(() => {
		void version;
		void load();
	});
	async function load() {
		try {
			thrown = await answer(api.GET('/api/jobs/thrown-away'));
		} catch (error) {
			if (!(error instanceof ApiError)) throw error; // the list of jobs tells that the server is away
		}
	}
	const left = (until: string) =>
		Math.max(0, Math.ceil((Date.parse(until) - Date.now()) / 86_400_000));
</script>

{#if thrown.length}
	<p class="mt-6">
		<button class="min-h-11 underline" aria-expanded={open} onclick={() => (open = !open)}
			>{thrown.length} thrown away: {open ? 'hide' : 'show'}</button
		>
	</p>
	{#if open}
		<ul class="grid gap-1" aria-label="Thrown away">
			{#each thrown as one (one.structure_id ?? one.job_id)}
				<li class="flex flex-wrap items-center gap-3 border-t border-rule">
					<strong>{one.name}</strong>
					{#if one.structure_id}<span class="text-ink-soft">of {one.job}</span>{/if}
					<span class="text-ink-soft">{left(one.until)} days left</span>
					<button
						class="board-button plain"
						onclick={() =>
							onAct(
								one.structure_id
									? { kind: 'restore-structure', id: one.structure_id, name: one.name }
									: { kind: 'restore', id: one.job_id, name: one.name }
							)}>Bring it back</button
					>
				</li>
			{/each}
		</ul>
	{/if}
{/if}
