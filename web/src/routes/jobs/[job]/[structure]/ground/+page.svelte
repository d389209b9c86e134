<script lang="ts">
	import { page } from '$app/state';
	import type { Control } from '$lib/api/types';
	import { useDangers } from '$lib/dangers/dangers.svelte';
	import HoldCard from '$lib/dangers/HoldCard.svelte';
	import { useHere } from '$lib/job/context';
	import { useEditor } from '$lib/plan/editor.svelte';
	import KeepBar from '$lib/plan/KeepBar.svelte';
	import Clearances from '$lib/site/Clearances.svelte';
	import ControlFields from '$lib/site/ControlFields.svelte';
	import PlacingFields from '$lib/site/PlacingFields.svelte';
	import type { Measurable } from '$lib/site/siteDrawing';
	import SitePlan from '$lib/site/SitePlan.svelte';
	import { SitePreview } from '$lib/site/sitePreview.svelte';
	import Tabs from '$lib/ui/Tabs.svelte';

	const here = useHere();
	const dangers = useDangers();
	const editor = useEditor(here);
	const units = $derived(here.job.units);
	let control = $state.raw<Control>();
	const changed = $derived(control !== undefined);
	let tab = $state(
		page.url.searchParams.get('tab') ??
			((here.job.control.lines ?? []).length ? 'place' : 'control')
	);

	const hasSite = $derived(
		here.job.site.lines.length + here.job.site.points.length > 0 ||
			here.job.structures.some((one) => one.on_site)
	);

	const TABS = [
		{ value: 'control', label: 'Held as true' },
		{ value: 'place', label: 'Where it stands' },
		{ value: 'holds', label: 'Hold points' }
	];

	const preview = new SitePreview();
	$effect(() => {
		if (editor.isChanged && editor.doc.placing) preview.ask(here.structure.id, editor.doc, units);
		else preview.clear();
	});
	const isMeasured = $derived(
		editor.doc.placing?.by === 'gap' || editor.doc.placing?.by === 'offsets'
	);

	/** A side that was pressed: one of its own faces what it is measured from, any other is that. */
	function pick(side: Measurable) {
		if (!side.own) {
			editor.put(['placing', 'reference'], side.value);
			editor.put(['placing', 'stretch'], side.stretch);
			return;
		}
		const line = here.structure.result.sides.find((one) => one.line === side.value);
		editor.put(['placing', 'line'], side.value);
		editor.put(['placing', 'corner'], line?.from);
	}

	async function keepControl() {
		if (!control) return;
		const sent = control;
		await here.session.holdAsTrue(sent);
		// what was refused stays typed
		if (!here.session.trouble) control = undefined;
	}
</script>

<svelte:head><title>On site · {here.name} · Anvilhead</title></svelte:head>

<main class="two-panes">
	<section class="grid content-start gap-1">
		<h1 class="text-2xl font-extrabold">Where it stands on the site</h1>
		<p class="caution my-2 text-sm">
			<strong>Boundary and setback lines</strong> belong to a licensed surveyor and the permit. Find or
			have set the monuments before measuring from a fence: fences lie.
		</p>
		<Tabs label="Parts of the ground" tabs={TABS} value={tab} onValue={(value) => (tab = value)}>
			{#snippet children(open)}
				{#if open === 'control'}
					<form
						aria-label="Held as true"
						onsubmit={(event) => {
							event.preventDefault();
							void keepControl();
						}}
					>
						<p class="mb-2 text-sm text-ink-soft">
							East and north from any one point; the same for all structures of this job.
						</p>
						<ControlFields
							control={control ?? here.job.control}
							{units}
							onChange={(next) => (control = next)}
						/>
						<div class="mt-3 flex flex-wrap gap-2">
							<button class="board-button" disabled={!changed}>Hold this as true</button>
							<button
								type="button"
								class="board-button plain"
								disabled={!changed}
								onclick={() => (control = undefined)}>Put back</button
							>
							<button
								type="button"
								class="board-button plain"
								disabled={!here.job.can_undo_control}
								onclick={() => here.session.undoControl()}>Undo</button
							>
						</div>
					</form>
				{:else if open === 'holds'}
					<p class="mb-2 text-sm text-ink-soft">
						Where work stops until somebody looked, by name. The code and licensed people decide;
						this keeps who looked at what.
					</p>
					<div class="grid gap-2">
						{#each dangers.found?.holds ?? [] as hold (hold.hold)}
							<HoldCard {hold} several={here.job.structures.length > 1} />
						{/each}
					</div>
				{:else}
					<form
						aria-label="Where it stands"
						onsubmit={(event) => {
							event.preventDefault();
							void editor.keep(units);
						}}
					>
						<PlacingFields draft={editor} {units} job={here.job} structure={here.structure} />
						{#if preview.shown?.not_placed}
							<p role="alert" class="caution mt-2 font-semibold">{preview.shown.not_placed}</p>
						{/if}
						<div class="mt-2">
							<KeepBar {editor} structure={here.structure} {units} />
						</div>
						<Clearances draft={editor} job={here.job} structure={here.structure} />
					</form>
				{/if}
			{/snippet}
		</Tabs>
	</section>
	<div class="pane">
		{#if hasSite}
			<SitePlan
				job={here.job}
				structure={here.structure}
				{units}
				as={preview.shown}
				onPick={tab === 'place' && isMeasured ? pick : undefined}
			/>
		{:else}
			<p
				class="grid size-full place-items-center border border-rule bg-sheet p-8 text-center text-lg text-ink-soft"
			>
				Name a point, a wall or a boundary, and place the structure from it: the site appears here.
			</p>
		{/if}
	</div>
</main>
