<script lang="ts">
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import GridForm from '$lib/levels/surface/GridForm.svelte';
	import Finishes from './Finishes.svelte';
	import SlabForm from './SlabForm.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	const slabs = $derived(
		(stage.result?.slabs ?? []).filter((one) => one.structure === stage.structure.name_in_file)
	);
	let adding = $state(false);
	let changing = $state('');
	const changed = $derived((stage.planned.slabs ?? []).find((one) => one.name === changing));
	let trouble = $state('');

	async function drop(name: string) {
		trouble = await stage.plan((plan) => ({
			...plan,
			slabs: (plan.slabs ?? []).filter((one) => one.name !== name)
		}));
	}
</script>

<Finishes {stage} />
{#each slabs as slab (slab.name)}
	<article
		class="border-l-4 pl-3 {slab.spots.some((one) => one.thin) ? 'border-string' : 'border-edge'}"
	>
		<h2 class="text-lg font-bold">{slab.name}</h2>
		<p class="font-semibold"><Words text={slab.text} /></p>
		<dl class="numbers my-1 grid grid-cols-3 gap-x-3 text-xl font-bold">
			{#if slab.least_text}<div>
					<dt class="text-sm font-normal text-ink-soft">least</dt>
					<dd><Len text={slab.least_text} /></dd>
				</div>
				<div>
					<dt class="text-sm font-normal text-ink-soft">mean</dt>
					<dd><Len text={slab.mean_text ?? ''} /></dd>
				</div>{/if}
			<div>
				<dt class="text-sm font-normal text-ink-soft">concrete, waste with it</dt>
				<dd>{slab.concrete_text}</dd>
			</div>
			{#if slab.base_text}<div>
					<dt class="text-sm font-normal text-ink-soft">base</dt>
					<dd>{slab.base_text}</dd>
				</div>{/if}
		</dl>
		{#each slab.troubles as one (one)}<p class="caution font-semibold"><Words text={one} /></p>{/each}
		{#each slab.existing as side (side.side)}
			<p class="mt-1 font-semibold">Along {side.side} there is concrete: no form.</p>
			<ul>
				{#each side.falls as one (one.along_mm)}
					<li class:font-semibold={one.back}>
						{#if one.at}<b>{stage.label(one.at)}</b>,{/if}
						<Len text={one.height_text} />: the slab <Words text={one.fall_text} /> from there{one.back
							? '; water runs back'
							: ''}.
					</li>
				{/each}
			</ul>
		{/each}
		{#if slab.fall_text}<p><Words text={slab.fall_text} /></p>{/if}
		<table class="w-full text-left" aria-label="Forms and rails of {slab.name}">
			<thead class="text-sm text-ink-soft">
				<tr
					><th>Form, rail or peg</th><th class="text-right">Height</th><th class="text-right"
						>Rod reads</th
					></tr
				>
			</thead>
			<tbody>
				{#each [...slab.edges, ...slab.rails, ...slab.pegs] as edge (edge.name)}
					<tr class="border-t border-rule text-lg">
						<th class="py-1 font-semibold">{edge.name}</th>
						<td class="text-right"><Len text={edge.text} /></td>
						<td class="text-right font-bold"><Len text={edge.reading_text ?? '–'} /></td>
					</tr>
				{/each}
			</tbody>
		</table>
		<p class="no-print flex gap-4">
			<button class="min-h-11 underline" onclick={() => (changing = slab.name)}>change it</button>
			<button class="min-h-11 underline" onclick={() => drop(slab.name)}>take it out</button>
		</p>
	</article>
{/each}
{#if trouble}<p role="alert" class="font-semibold text-string">{trouble}</p>{/if}
{#if !stage.structure.result.closed}
	<p>An open line encloses nothing to pour.</p>
{:else if adding || changed || !slabs.length}
	{#key changed?.name}
		<SlabForm
			{stage}
			slab={changed}
			onKept={() => {
				adding = false;
				changing = '';
			}}
		/>
	{/key}
{:else}
	<button class="board-button plain no-print mt-2" onclick={() => (adding = true)}
		>Another slab</button
	>
{/if}
<GridForm {stage} letter="H" />
<p class="caution mt-3 text-sm">
	Wet cement burns: cover skin and eyes. Cap bars and pins. Thickness, base and reinforcement are
	for the drawings, the engineer and the inspector to say.
</p>
