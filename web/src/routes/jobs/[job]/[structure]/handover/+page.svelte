<script lang="ts">
	import { transport } from '$lib/api/transport';
	import { pictureOf } from '$lib/handover/picture';
	import { useHere } from '$lib/job/context';
	import AsBuilt from '$lib/handover/AsBuilt.svelte';
	import Tabs from '$lib/ui/Tabs.svelte';
	import Plan from '$lib/drawing/Plan.svelte';

	const here = useHere();
	const base = $derived(transport.address(`/api/structures/${here.structure.id}`));
	const ofJob = $derived(transport.address(`/api/jobs/${here.job.id}`));
	let paper = $state(here.job.usual.paper);
	let message = $state('');
	const TABS = [
		{ value: 'files', label: 'Paper and files' },
		{ value: 'built', label: 'As built' }
	];
	let tab = $state('files');

	async function savePng() {
		message = '';
		try {
			await pictureOf(
				`/api/structures/${here.structure.id}/plan.svg`,
				`${here.structure.name_in_file}.png`
			);
		} catch {
			message = 'The picture could not be made. Take the SVG instead.';
		}
	}
</script>

<svelte:head><title>Hand over · {here.name} · Anvilhead</title></svelte:head>

<main class="two-panes">
	<section class="grid content-start gap-2">
		<h1 class="text-2xl font-extrabold">
			{tab === 'built' ? 'As built' : 'On paper and in files'}
		</h1>
		<Tabs label="Parts of handing over" tabs={TABS} value={tab} onValue={(value) => (tab = value)}>
			{#snippet children(open)}
				{#if open === 'built'}
					<AsBuilt {paper} />
				{:else}
					<h2 class="mt-2 text-lg font-bold">Site sheet for the crew</h2>
					<p>
						Plan with lengths, call sheet, steps, boards and their nails, truck list, cautions.
						Black on white, big enough for gloves.
					</p>
					<div class="flex flex-wrap items-center gap-2">
						<select class="field !w-auto" aria-label="Paper" bind:value={paper}>
							<option value="a4">A4</option>
							<option value="letter">Letter</option>
						</select>
						<a class="board-button" href="{base}/sheet.pdf?paper={paper}" download
							>Site sheet (PDF)</a
						>
					</div>
					<h2 class="mt-4 text-lg font-bold">This plan</h2>
					<ul class="grid gap-2">
						<li>
							<a class="board-button plain" href="{base}/plan.dxf" download>Drawing (DXF)</a>
							<span class="text-ink-soft"
								>a layer for walls, each line beside them, boards, strings</span
							>
						</li>
						<li>
							<a class="board-button plain" href="{base}/plan.svg" download
								>Picture to scale (SVG)</a
							>
							<button class="board-button plain" onclick={savePng}>Picture (PNG)</button>
						</li>
					</ul>
					<h2 class="mt-4 text-lg font-bold">The whole job</h2>
					<ul class="grid gap-2">
						<li>
							<a class="board-button plain" href="{ofJob}/points.csv" download>Points (CSV)</a>
							<span class="text-ink-soft">corners, lines, crossings, nails; millimetres</span>
						</li>
						<li>
							<a class="board-button plain" href="{ofJob}/file" download>Job file</a>
							<span class="text-ink-soft">everything, to keep, mail, or open again</span>
						</li>
					</ul>
					{#if message}<p role="alert" class="caution font-semibold">{message}</p>{/if}
					<p class="caution mt-4 text-sm">
						What is printed is as planned, and squared as far as the readings say. Have square and
						heights checked again after pinning, after digging, and before the pour.
					</p>
				{/if}
			{/snippet}
		</Tabs>
	</section>
	<div class="pane">
		<Plan
			result={here.structure.result}
			name={here.name}
			told={here.structure.told}
			units={here.job.units}
			heldLine={here.structure.plan.held_line}
			boards
			families
			inner
		/>
	</div>
</main>
