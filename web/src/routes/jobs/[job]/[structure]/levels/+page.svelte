<script lang="ts">
	import { useHere } from '$lib/job/context';
	import { keys } from '$lib/keys/keys.svelte';
	import Book from '$lib/levels/book/Book.svelte';
	import Ground from '$lib/levels/surface/Ground.svelte';
	import HeightShout from '$lib/levels/height/HeightShout.svelte';
	import Instruments from '$lib/levels/book/Instruments.svelte';
	import LevelPlanView from '$lib/levels/surface/LevelPlanView.svelte';
	import LevelSlate from '$lib/levels/LevelSlate.svelte';
	import Posts from '$lib/levels/build/Posts.svelte';
	import SectionView from '$lib/levels/surface/SectionView.svelte';
	import Shoot from '$lib/levels/shoot/Shoot.svelte';
	import Slabs from '$lib/levels/build/Slabs.svelte';
	import { useLevelsStage } from '$lib/levels/stage.svelte';
	import ToHeight from '$lib/levels/height/ToHeight.svelte';
	import Tabs from '$lib/ui/Tabs.svelte';

	const TABS = [
		{ value: 'shoot', label: 'Shoot' },
		{ value: 'height', label: 'To height' },
		{ value: 'ground', label: 'Ground' },
		{ value: 'slab', label: 'Slab' },
		{ value: 'posts', label: 'Posts' },
		{ value: 'instruments', label: 'Instruments' },
		{ value: 'book', label: 'Book' }
	];

	const here = useHere();
	const stage = useLevelsStage(here);
	const section = $derived(
		stage.tab === 'ground' && stage.section
			? stage.result?.sections.find((one) => one.name === stage.section)
			: undefined
	);
	$effect(() => {
		if (!stage.things.includes(stage.target)) stage.target = stage.things[0] ?? '';
	});
	$effect(() =>
		keys.offer([
			{
				key: 's',
				does: 'shout: one target reading on the whole screen',
				run: () => {
					if (stage.target) stage.shouting = true;
				}
			},
			{ key: 'h', does: 'go to height', run: () => (stage.tab = 'height') },
			{
				key: 'z',
				does: 'undo the last change of the plan of heights',
				run: () => void stage.undo()
			}
		])
	);
</script>

<svelte:head><title>Levels · {here.name} · Anvilhead</title></svelte:head>

<main class="two-panes">
	<section aria-label="Levels">
		{#if stage.levels}
			<LevelSlate result={stage.levels.result} />
			<a
				class="no-print inline-flex min-h-11 items-center underline min-[64rem]:hidden"
				href="#drawing">To the drawing</a
			>
			<Tabs
				label="Parts of levels"
				tabs={TABS}
				value={stage.tab}
				onValue={(value) => (stage.tab = value)}
			>
				{#snippet children(open)}
					{#if open === 'shoot'}<Shoot {stage} />
					{:else if open === 'height'}<ToHeight {stage} />
					{:else if open === 'ground'}<Ground {stage} />
					{:else if open === 'slab'}<Slabs {stage} />
					{:else if open === 'posts'}<Posts {stage} />
					{:else if open === 'instruments'}<Instruments {stage} />
					{:else}<Book {stage} />{/if}
				{/snippet}
			</Tabs>
			<p class="no-print mt-3 flex flex-wrap gap-x-4">
				{#if stage.levels.can_undo}
					<button class="min-h-11 underline" onclick={() => void stage.undo()}
						>Undo the last change of what is planned here</button
					>
				{/if}
				{#if stage.levels.can_redo}
					<button class="min-h-11 underline" onclick={() => void stage.redo()}>Redo it</button>
				{/if}
			</p>
		{:else}
			<p>{stage.trouble || 'Fetching the level book…'}</p>
		{/if}
	</section>
	<div class="pane" id="drawing">
		{#if section}
			<SectionView {section} />
		{:else if stage.levels}
			<LevelPlanView
				levels={stage.levels}
				structure={here.structure}
				name={here.name}
				units={here.job.units}
				thing={stage.tab === 'height' ? stage.target : ''}
				slabs={stage.tab === 'slab'}
				ground={stage.tab === 'ground'}
				onPick={stage.picking?.take}
			/>
			{#if stage.picking}
				<p class="picking" aria-live="polite">Tap a point: {stage.picking.what}.</p>
			{/if}
		{/if}
	</div>
</main>
{#if stage.levels}<HeightShout {stage} />{/if}

<style>
	.picking {
		position: absolute;
		inset: auto 0.5rem 3.2rem 0.5rem;
		width: fit-content;
		padding: 0.3rem 0.6rem;
		background: var(--move);
		color: var(--sheet);
		font-weight: 600;
	}
</style>
