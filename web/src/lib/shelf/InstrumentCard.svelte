<!-- One instrument as it stands on the plank: its tag says how it stands, and opens to its tests. -->
<script lang="ts">
	import type { ShelfInstrument } from '$lib/api/types';
	import Words from '$lib/lengths/Words.svelte';
	import Glyph from './Glyph.svelte';
	import InstrumentForm from './InstrumentForm.svelte';
	import type { Shelf } from './shelf.svelte';
	import Steel from './Steel.svelte';
	import TestForm from './TestForm.svelte';

	interface Props {
		shelf: Shelf;
		one: ShelfInstrument;
	}
	let { shelf, one }: Props = $props();

	let open = $state(false);
	let doing = $state<'' | 'test' | 'change' | 'steel' | 'knock'>('');
	let note = $state('');
	let trouble = $state('');
	const when = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium' });
	const TAG = {
		good: 'true',
		untested: 'never tested',
		overdue: 'test is due',
		knocked: 'knocked',
		failed: 'not true',
		unwatched: ''
	} as const;
	const turn = (to: typeof doing) => {
		doing = doing === to ? '' : to;
		trouble = '';
	};
	async function knock(event: SubmitEvent) {
		event.preventDefault();
		trouble = await shelf.knock(one, note.trim());
		if (!trouble) {
			note = '';
			doing = '';
		}
	}
</script>

<article class="instrument" aria-label={one.name} class:away={one.away} class:open>
	<button class="stands" aria-expanded={open} onclick={() => (open = !open)}>
		<Glyph kind={one.kind} />
		<span class="grow text-left">
			<span class="block text-lg font-bold">{one.name}</span>
			<span class="text-ink-soft">{one.kind_name}</span>
			{#if one.simulated}<strong class="simulated">simulated</strong>{/if}
			{#if one.sample && !shelf.sample}<span class="text-sm">sample</span>{/if}
		</span>
		{#if one.away}<span class="tag">put away</span>
		{:else if TAG[one.standing]}<span class="tag {one.standing}">{TAG[one.standing]}</span>{/if}
	</button>
	{#if open}
		<div class="told">
			<div>
				<p class:font-semibold={!one.fine}>{one.stands}</p>
				{#if one.claims}<p>Taken to be good for <Words text={one.claims} /></p>{/if}
				{#if one.correction}<p class="font-semibold"><Words text={one.correction} /></p>{/if}
				{#each one.drifts as text (text)}<p><Words {text} /></p>{/each}
				{#if one.uses.length}
					<p class="text-ink-soft">
						In {#each one.uses as use, i (use.job_id)}{i ? ', ' : ''}<a
								class="inline-flex min-h-11 items-center underline"
								href="/jobs/{use.job_id}">{use.job_name}</a
							>{use.name === one.name ? '' : ` as “${use.name}”`}{/each}
					</p>
				{/if}
				<p class="flex flex-wrap gap-x-5">
					{#if !one.away}
						{#if one.ways.length}<button class="min-h-11 underline" onclick={() => turn('test')}
								>{doing === 'test' ? 'not now' : 'test it'}</button
							>{/if}
						<button class="min-h-11 underline" onclick={() => turn('knock')}
							>{doing === 'knock' ? 'not now' : 'it was knocked'}</button
						>
						{#if one.kind === 'steel-tape'}<button
								class="min-h-11 underline"
								onclick={() => turn('steel')}
								>{doing === 'steel' ? 'not now' : 'heat, pull, sag'}</button
							>{/if}
						<button class="min-h-11 underline" onclick={() => turn('change')}
							>{doing === 'change' ? 'not now' : 'change'}</button
						>
					{/if}
					<button
						class="min-h-11 underline"
						onclick={async () => (trouble = await shelf.putAway(one, !one.away))}
						>{one.away ? 'put it back on the shelf' : 'put it away'}</button
					>
				</p>
				{#if doing === 'test'}
					<TestForm
						name={one.name}
						ways={one.ways}
						units={shelf.units}
						onKeep={(test) => shelf.test(one, test)}
						onDone={() => (doing = '')}
					/>
				{:else if doing === 'steel'}
					<Steel id={one.id} units={shelf.units} />
				{:else if doing === 'change'}
					<InstrumentForm
						kinds={shelf.kinds}
						{one}
						units={shelf.units}
						onKeep={(instrument) => shelf.change(one, instrument)}
						onDone={() => (doing = '')}
					/>
				{:else if doing === 'knock'}
					<form class="flex flex-wrap items-end gap-2" aria-label="A knock" onsubmit={knock}>
						<label class="grow font-semibold"
							>What happened
							<input
								class="field mt-1"
								bind:value={note}
								placeholder="fell off the tailgate"
								maxlength="500"
							/></label
						>
						<button class="board-button">Keep it: test before use</button>
					</form>
				{/if}
				{#if trouble}<p role="alert" class="font-semibold text-string">{trouble}</p>{/if}
			</div>
			<div>
				{#if one.tests.length}
					<ol aria-label="Tests of {one.name}">
						{#each one.tests as test (test.id)}
							<li class="border-t border-rule py-1" class:struck={test.struck_by}>
								<p>
									<strong>{test.title}</strong>
									<span class="text-ink-soft"
										>{when.format(new Date(test.at))}, {test.who}{#if test.job_name}, in {test.job_name}{/if}</span
									>
								</p>
								{#each test.text as text (text)}<p><Words {text} /></p>{/each}
								{#if test.note}<p>{test.note}</p>{/if}
								{#if test.struck_by}<p class="text-ink-soft">struck by {test.struck_by}</p>
								{:else if !test.job_id && !one.away}<button
										class="min-h-11 underline"
										aria-label="strike {test.title} of {when.format(new Date(test.at))}"
										onclick={async () => (trouble = await shelf.strike(one, test.id))}
										>strike it</button
									>{/if}
							</li>
						{/each}
					</ol>
				{:else}<p class="text-ink-soft">No test and no knock was kept yet.</p>{/if}
			</div>
		</div>
	{/if}
</article>

<style>
	.instrument {
		min-width: 0;
	}
	.open {
		grid-column: 1 / -1;
	}
	.stands {
		display: flex;
		width: 100%;
		align-items: flex-end;
		gap: 0.75rem;
		padding: 0.5rem 0.25rem 0;
		min-height: 4.25rem;
		border-bottom: 7px solid var(--wood);
		line-height: 1.2;
	}
	.stands > span:nth-child(2) {
		padding-bottom: 0.35rem;
	}
	.away .stands {
		border-bottom-style: dashed;
		border-bottom-color: var(--edge);
	}
	.tag {
		align-self: flex-start;
		padding: 0.1rem 0.6rem;
		border: 1.5px solid var(--edge);
		border-radius: 0 0.7rem 0.7rem 0;
		font-weight: 650;
		white-space: nowrap;
	}
	.tag.good {
		border-color: var(--good);
		color: var(--good);
	}
	.tag.failed,
	.tag.knocked {
		background: var(--string);
		border-color: var(--string);
		color: var(--string-ink);
	}
	.tag.overdue,
	.tag.untested {
		border: 2.5px solid var(--string);
	}
	.simulated {
		margin-left: 0.5rem;
		padding: 0 0.4rem;
		border: 1.5px dashed var(--move);
		color: var(--move);
	}
	.told {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(min(26rem, 100%), 1fr));
		align-items: start;
		gap: 0.5rem 2.5rem;
		padding: 0.6rem 0.25rem 1rem;
	}
	.struck {
		text-decoration: line-through;
		color: var(--ink-soft);
	}
</style>
