<script lang="ts">
	import { SvelteSet } from 'svelte/reactivity';
	import type { Schemas } from '$lib/api/client';
	import type { Units } from '$lib/api/types';
	import Words from '$lib/lengths/Words.svelte';
	import Refused from '$lib/outbox/Refused.svelte';
	import { outbox } from '$lib/outbox/outbox.svelte';
	import Labels from './Labels.svelte';
	import { Register, type Doing, type RegisterRow } from './register.svelte';

	interface Props {
		structureId: string;
		/** How the structure is called. */
		name: string;
		/** Its revision and what was recorded: the register is read again when it differs. */
		version: string;
		units: Units;
		usual: Schemas['Usual'];
	}
	let { structureId, name, version, units, usual }: Props = $props();

	// what is read of the job anew has the same id and name: the register stays, and with it what is being typed
	const id = $derived(structureId);
	const where = $derived(name);
	const register = $derived(new Register(id, where));
	$effect(() => {
		void version;
		void register.load();
	});
	const KINDS: Record<RegisterRow['kind'], string> = {
		corner: 'Corners',
		nail: 'Nails',
		stake: 'Named stakes',
		place: 'Places',
		post: 'Posts',
		pad: 'Pads',
		offset: 'Stakes of lines that stay',
		form: 'Forms'
	};
	const DONE: { value: Doing; label: string }[] = [
		{ value: 'set', label: 'Set' },
		{ value: 'checked', label: 'Checked' },
		{ value: 'made', label: 'Made' },
		{ value: 'lost', label: 'Lost' },
		{ value: 'set-again', label: 'Set again' },
		{ value: 'pulled', label: 'Pulled' },
		{ value: 'not-done', label: 'Not done' }
	];
	const WORDS = Object.fromEntries(DONE.map((one) => [one.value, one.label.toLowerCase()]));
	const chosen = new SvelteSet<string>();
	const rows = $derived(register.shown?.rows ?? []);
	const kinds = $derived([...new Set(rows.map((row) => row.kind))]);
	const waiting = $derived(register.waiting);
	const refused = $derived(outbox.of(id).filter((one) => one.refused && one.kind === 'done'));
	let sending = $state(false);

	function choose(what: string, on: boolean) {
		if (on) chosen.add(what);
		else chosen.delete(what);
	}
	function chooseKind(kind: RegisterRow['kind'], on: boolean) {
		for (const row of rows) if (row.kind === kind) choose(row.what, on);
	}
	async function mark(doing: Doing) {
		const things = rows.map((row) => row.what).filter((what) => chosen.has(what));
		sending = true;
		await register.mark(things, doing);
		sending = false;
		chosen.clear();
	}
	const when = (at: string) =>
		new Date(at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });
</script>

{#if register.trouble}<p role="alert" class="caution font-semibold">{register.trouble}</p>{/if}
<Refused parcels={refused} />
{#if register.shown}
	<p class={['text-lg font-semibold', register.shown.rechecks > 0 && 'caution']}>
		<Words text={register.shown.text} />
	</p>
	{#each kinds as kind (kind)}
		{@const own = rows.filter((row) => row.kind === kind)}
		{@const all = own.every((row) => chosen.has(row.what))}
		<section class="mt-3" aria-label={KINDS[kind]}>
			<label class="flex min-h-11 items-center gap-3 font-bold"
				><input
					type="checkbox"
					class="tick"
					checked={all}
					onchange={(event) => chooseKind(kind, event.currentTarget.checked)}
				/>{KINDS[kind]}<span class="font-normal text-ink-soft">{own.length}</span></label
			>
			<ul>
				{#each own as row (row.what)}
					<li class="border-t border-rule">
						<label
							class="grid min-h-11 grid-cols-[auto_minmax(4.5rem,auto)_1fr] items-baseline gap-3 py-1"
							><input
								type="checkbox"
								class="tick self-center"
								aria-label={row.what}
								checked={chosen.has(row.what)}
								onchange={(event) => choose(row.what, event.currentTarget.checked)}
							/><b class="text-lg">{row.what}</b>
							<span class="min-w-0">
								<span class={['font-semibold', row.doing === 'lost' && 'text-string']}
									>{row.doing ? WORDS[row.doing] : 'not done'}</span
								>{#if row.who && row.at}<span class="ml-2 text-sm text-ink-soft"
										>{row.who}, {when(row.at)}</span
									>{/if}{#if waiting[row.what]}<span class="ml-2 text-sm font-semibold"
										>{WORDS[waiting[row.what] ?? 'set']}: kept here, not sent yet</span
									>{/if}
								{#if row.says}<span class="numbers block text-sm text-ink-soft"
										><Words text={row.says} /></span
									>{/if}
								{#if row.legend}<span class="numbers block text-sm"
										>{#if row.legend.ring}<span class="ring"><Words text={row.legend.ring} /></span
											>{/if}<Words
											text={[row.legend.refers, ...row.legend.grade].join('; ')}
										/></span
									>{/if}
								{#if row.recheck}<span class="caution mt-1 block font-semibold"
										><Words text={row.recheck} /></span
									>{/if}
							</span></label
						>
					</li>
				{/each}
			</ul>
		</section>
	{/each}
	<div class="bar" role="group" aria-label="What was done to what is chosen">
		<p class="w-full text-sm">
			{chosen.size === 0 ? 'Tick what was done, then say what it was.' : `${chosen.size} chosen`}
		</p>
		{#each DONE as one (one.value)}
			<button
				type="button"
				class="board-button plain"
				disabled={chosen.size === 0 || sending}
				onclick={() => void mark(one.value)}>{one.label}</button
			>
		{/each}
	</div>
	<Labels structureId={id} {units} {usual} {kinds} names={KINDS} />
{:else if !register.trouble}<p role="status">Reading the register …</p>{/if}

<style>
	.tick {
		width: 1.4rem;
		height: 1.4rem;
		accent-color: var(--string);
	}
	.ring {
		display: inline-block;
		margin-right: 0.5rem;
		padding: 0 0.55rem;
		border: 2px solid currentColor;
		border-radius: 999px;
		font-weight: 700;
	}
	.bar {
		position: sticky;
		bottom: 0;
		display: flex;
		flex-wrap: wrap;
		gap: 0.4rem;
		margin-top: 0.75rem;
		padding: 0.5rem 0;
		background: var(--stone);
		border-top: 2px solid var(--edge);
	}
</style>
