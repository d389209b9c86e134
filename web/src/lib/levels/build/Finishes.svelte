<script lang="ts">
	import type { Schemas } from '$lib/api/client';
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';
	import FinishForm from './FinishForm.svelte';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	const here = $derived(stage.structure.name_in_file);
	const finishes = $derived((stage.result?.finishes ?? []).filter((one) => one.structure === here));
	let changing = $state('');
	let adding = $state(false);
	const planned = (name: string) =>
		(stage.planned.finishes ?? []).find((one) => one.name === name);
	let trouble = $state('');

	async function take(name: string, rule: Schemas['FinishRule']) {
		trouble = await stage.takeFinish(name, rule);
	}

	async function drop(name: string) {
		trouble = await stage.plan((plan) => ({
			...plan,
			finishes: (plan.finishes ?? []).filter((one) => one.name !== name)
		}));
	}
</script>

{#each finishes as finish (finish.name)}
	<article class="mb-3 border-l-4 border-edge pl-3" aria-label="Heights for {finish.name}">
		<h2 class="text-lg font-bold">Which height for the {finish.name}?</h2>
		{#if finish.text}<p><Words text={finish.text} /></p>{/if}
		{#if finish.adopted}
			{@const taken = finish.adopted}
			<p class="text-lg">
				<b><Len text={taken.height_text} /></b>, {taken.name.toLowerCase()}{#if taken.target_reading_text}; the
					rod reads <b><Len text={taken.target_reading_text} /></b>{/if}
			</p>
			<p class={taken.set_again.length ? 'caution' : ''}><Words text={taken.text} /></p>
			{#if finish.layers.length}
				<ul class="numbers" aria-label="Layers under it">
					{#each finish.layers as layer (layer.name)}
						<li>
							{layer.name}: top at <Len text={layer.top_text} />{#if layer.reading_text}, rod <Len
									text={layer.reading_text}
								/>{/if}
						</li>
					{/each}
				</ul>
			{/if}
		{/if}
		{#if finish.candidates.length}
			<ul class="mt-1" aria-label="Candidates for {finish.name}">
				{#each finish.candidates as one (one.rule)}
					<li class="border-t border-rule py-1 pl-2" class:works={one.works}>
						<div class="flex items-baseline justify-between gap-3">
							<b>{one.name}</b>
							<button
								class="min-h-11 px-2 underline"
								aria-label="Take {one.height_text}, {one.name}"
								onclick={() => take(finish.name, one.rule)}>take</button
							>
						</div>
						<dl class="numbers grid grid-cols-2 gap-x-3 sm:grid-cols-4">
							<div>
								<dt class="text-sm text-ink-soft">top at</dt>
								<dd class="text-xl font-bold"><Len text={one.height_text} /></dd>
							</div>
							<div>
								<dt class="text-sm text-ink-soft">rod reads</dt>
								<dd class="text-xl font-bold"><Len text={one.target_reading_text ?? '–'} /></dd>
							</div>
							<div>
								<dt class="text-sm text-ink-soft">thick</dt>
								<dd class="text-lg">
									{#if one.least_text}<Len text={one.least_text} />–<Len
											text={one.most_text ?? ''}
										/>{:else}–{/if}
								</dd>
							</div>
							<div>
								<dt class="text-sm text-ink-soft">concrete</dt>
								<dd class="text-lg">{one.concrete_text}</dd>
							</div>
						</dl>
						<p class="text-sm {one.works ? 'text-ink-soft' : 'font-semibold'}">
							<Words text={[one.text, ...one.troubles].join(' ')} />
						</p>
					</li>
				{/each}
			</ul>
		{/if}
		<p class="no-print flex gap-4">
			<button class="min-h-11 underline" onclick={() => (changing = finish.name)}
				>change what is asked</button
			>
			<button class="min-h-11 underline" onclick={() => drop(finish.name)}>take it out</button>
		</p>
	</article>
{/each}
{#if trouble}<p role="alert" class="font-semibold text-string">{trouble}</p>{/if}
{#if adding || changing}
	{#key changing}
		<FinishForm
			{stage}
			finish={planned(changing)}
			onKept={() => {
				adding = false;
				changing = '';
			}}
		/>
	{/key}
{:else}
	<button class="board-button plain no-print mb-3" onclick={() => (adding = true)}
		>{finishes.length ? 'Another height to choose' : 'Choose the height from what was shot'}</button
	>
{/if}

<style>
	.works {
		box-shadow: inset 4px 0 0 var(--good);
	}
</style>
