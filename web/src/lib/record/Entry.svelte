<!-- One line of the record: what happened, what belongs to it, and the way to its place on the drawing. -->
<script lang="ts">
	import type { LogEntry } from '$lib/api/types';
	import Words from '$lib/lengths/Words.svelte';

	interface Props {
		entry: LogEntry;
		job: string;
		/** What its structure is called; empty for the job as a whole. */
		structure: string;
		time: Intl.DateTimeFormat;
		zone: string;
	}
	let { entry, job, structure, time, zone }: Props = $props();

	const late = $derived(
		new Intl.DateTimeFormat(undefined, { dateStyle: 'short', timeStyle: 'short', timeZone: zone })
	);
	const asked = $derived(
		entry.action.startsWith('hold-')
			? '?tab=holds'
			: entry.points.length
				? `?at=${entry.points.map(encodeURIComponent).join(',')}`
				: ''
	);
	const where = $derived(
		entry.structure_id && entry.stage
			? `/jobs/${job}/${entry.structure_id}/${entry.stage}${asked}`
			: ''
	);
	const facts = $derived(Object.entries(entry.facts));
</script>

<li class:weighs={entry.action.startsWith('hold-past') || entry.action === 'record-broken'}>
	<span class="numbers when">{time.format(new Date(entry.at))}</span>
	<span class="who">{entry.who}</span>
	<div class="what">
		<p>
			{#if structure}<span class="text-ink-soft">{structure}:</span>{/if}
			<Words text={entry.text} />
			{#if where}<a class="no-print inline-flex min-h-11 items-center underline" href={where}
					>{entry.points.length ? 'See it' : 'Go there'}</a
				>{/if}
			{#if entry.from_file}<span class="text-sm text-ink-soft">from a job file</span>{/if}
		</p>
		{#if facts.length || entry.on_device}
			<p class="facts">
				{#each facts as [name, value], n (name)}{n ? '; ' : ''}{name.toLowerCase()}: <Words
						text={value}
					/>{/each}{#if entry.on_device}{facts.length ? '; ' : ''}by the device’s clock {late.format(
						new Date(entry.on_device)
					)}{/if}
			</p>
		{/if}
	</div>
</li>

<style>
	li {
		display: grid;
		grid-template-columns: 4.5rem 8rem 1fr;
		gap: 0 0.75rem;
		padding: 0.3rem 0;
		border-top: 1px solid var(--rule);
		align-items: baseline;
	}
	.who {
		font-weight: 650;
		overflow-wrap: anywhere;
	}
	.facts {
		font-size: 0.9rem;
		color: var(--ink-soft);
	}
	.weighs .what {
		border-left: 6px dashed var(--string);
		padding-left: 0.6rem;
	}
	/* on a phone when and who stand over what happened, which takes the whole width */
	@media (max-width: 40rem) {
		li {
			grid-template-columns: auto 1fr;
		}
		.when,
		.who {
			font-size: 0.9rem;
		}
		.what {
			grid-column: 1 / -1;
		}
	}
</style>
