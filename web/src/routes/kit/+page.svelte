<!-- Every part that screens are made of, in both themes; for whoever builds screens, linked from nowhere. -->
<script lang="ts">
	import LengthField from '$lib/lengths/LengthField.svelte';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import Dialog from '$lib/ui/Dialog.svelte';
	import Popover from '$lib/ui/Popover.svelte';
	import Tabs from '$lib/ui/Tabs.svelte';
	import Toolbar from '$lib/ui/Toolbar.svelte';
	import { UNITS } from '$lib/job/session.svelte';
	import type { Units } from '$lib/api/types';

	const THEMES = ['light', 'dusk'];
	const TABS = [
		{ value: 'pull', label: 'Pull and move' },
		{ value: 'record', label: 'Record' }
	];
	const TOOLS = [
		{ label: 'Nearer', sign: '+', key: '+', run: () => {} },
		{ label: 'Show all of it', sign: 'all', disabled: true, run: () => {} }
	];
	let units = $state<Units>('ft-in');
	let tab = $state('pull');
	let agreed = $state(true);
	let length = $state("44' 7 1/2");
	let asking = $state(false);
</script>

<svelte:head><title>Parts · Anvilhead</title></svelte:head>

<main class="grid min-h-dvh md:grid-cols-2">
	{#each THEMES as theme (theme)}
		<section class="grid content-start gap-5 bg-stone p-6 text-ink" data-theme={theme}>
			<h1 class="text-2xl font-extrabold">Parts, {theme}</h1>
			<div class="flex flex-wrap gap-2">
				<button class="board-button" onclick={() => (asking = true)}>Ask something</button>
				<button class="board-button plain">Leave it</button>
				<button class="board-button" disabled>Not now</button>
			</div>
			<Choice
				label="Tape, {theme}"
				options={UNITS}
				value={units}
				onValue={(next) => (units = next)}
			/>
			<Checkbox checked={agreed} onChecked={(on) => (agreed = on)}
				>one line led round the whole job</Checkbox
			>
			<LengthField
				label="A length, {theme}"
				value={length}
				{units}
				hint="as it stands on the tape"
				onInput={(text) => (length = text)}
			/>
			<LengthField
				label="A length refused, {theme}"
				value="44 63"
				{units}
				refused="63 is 12 or more."
				onInput={() => {}}
			/>
			<label
				><span class="font-semibold">One of many, {theme}</span>
				<select class="field mt-1">
					<option>steel tape</option>
					<option>laser distance meter</option>
				</select></label
			>
			<Tabs label="Tabs, {theme}" tabs={TABS} value={tab} onValue={(next) => (tab = next)}>
				{#snippet children(open)}<p>What stands under “{open}”.</p>{/snippet}
			</Tabs>
			<Toolbar label="Tools, {theme}" tools={TOOLS} />
			<Popover label="More about it"><p>It opens beside what it is about.</p></Popover>
			<p class="caution">A caution: what, why, what to do.</p>
		</section>
	{/each}
</main>
<Dialog open={asking} title="A question" onClose={() => (asking = false)}>
	<p>It stands above everything, and Escape closes it.</p>
</Dialog>
