<!-- What is said of an instrument: a new one, or one that stands there. -->
<script lang="ts">
	import { untrack } from 'svelte';
	import type { ShelfDocument, ShelfInstrument, ShelfKindTold, Units } from '$lib/api/types';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import { ROD_MARKS } from '$lib/levels/words';
	import { KeptForm } from '$lib/ui/keptForm.svelte';
	import { SAID, type Said } from './kinds';

	interface Props {
		/** The one that is changed; none for a new one. */
		one?: ShelfInstrument;
		/** What can stand on the shelf. */
		kinds: ShelfKindTold[];
		units: Units;
		/** Keeps it; answers what went wrong, or ''. */
		onKeep: (instrument: ShelfDocument) => Promise<string>;
		onDone: () => void;
	}
	let { one, kinds, units, onKeep, onDone }: Props = $props();

	const kept = untrack(() => one?.document as ShelfDocument | undefined);
	const text = (value: unknown) =>
		typeof value === 'string' || typeof value === 'number' ? String(value) : '';
	const link = kept?.link;
	const form = new KeptForm(
		untrack(() => `anvilhead.instrument.${one ? `${one.id}.${one.revision}` : 'new'}.${units}`),
		{
			name: kept?.name ?? '',
			kind: kept?.kind ?? 'steel-tape',
			said: {
				error: text(kept?.error),
				drift: text(kept?.drift),
				drift_over: text(kept?.drift_over),
				reach: text(kept?.reach),
				offset: text(kept?.offset),
				foot: text(kept?.foot)
			},
			numbers: {
				pull: text(kept?.pull),
				weight: text(kept?.weight),
				section: text(kept?.section),
				test_every: text(kept?.test_every)
			},
			marks: text(kept?.marks),
			how: link?.how ?? 'hand',
			host: link?.how === 'gateway' ? link.host : '',
			port: link?.how === 'gateway' ? text(link.port) : '',
			standIn: link?.how === 'gateway' && Boolean(link.simulated),
			madeUp: {
				hook: link?.how === 'simulated' ? text(link.hook) : '',
				misreads: link?.how === 'simulated' && link.misreads ? String(link.misreads * 100) : ''
			}
		}
	);
	const fields = $derived(form.typed);
	$effect(() => form.keep());
	let trouble = $state('');
	/** A tape has a hook, and is read by eye. */
	const tells = $derived(fields.kind === 'steel-tape');
	const told = $derived(kinds.find((of) => of.kind === fields.kind));
	const has = (what: Said) => SAID[fields.kind].includes(what);
	const reach = $derived(
		fields.kind === 'line-level' || fields.kind === 'spirit-level'
			? 'Longest span'
			: has('error') && !told?.level
				? 'How long it is'
				: 'Reaches'
	);

	/** What was typed of a group, as it is sent. */
	function typed<T extends Record<string, string>>(of: T, keys: (keyof T)[]) {
		return Object.fromEntries(
			keys.map((key) => [key, of[key]?.trim()]).filter(([, value]) => value)
		);
	}
	function made(): ShelfDocument {
		const lengths = [
			...(has('error') ? (['error'] as const) : []),
			...(has('drift') ? (['drift', 'drift_over'] as const) : []),
			...(has('reach') ? (['reach'] as const) : []),
			...(has('offset') ? (['offset'] as const) : []),
			...(has('foot') ? (['foot'] as const) : [])
		];
		const whole = [
			'test_every' as const,
			...(has('steel') || has('string') ? (['pull', 'weight'] as const) : []),
			...(has('steel') ? (['section'] as const) : [])
		];
		const numeric = Object.entries(typed(fields.numbers, whole)).map(([key, value]) => [
			key,
			Number(String(value).replace(',', '.'))
		]);
		return {
			name: fields.name.trim(),
			kind: fields.kind,
			...typed(fields.said, lengths),
			...Object.fromEntries(numeric),
			...(has('marks') && fields.marks ? { marks: fields.marks } : {}),
			...(fields.how === 'simulated'
				? {
						link: {
							how: fields.how,
							seed: link?.how === 'simulated' ? link.seed : 1,
							...(tells ? typed(fields.madeUp, ['hook']) : {}),
							...(tells && fields.madeUp.misreads.trim()
								? { misreads: Number(fields.madeUp.misreads.replace(',', '.')) / 100 }
								: {})
						}
					}
				: {}),
			...(fields.how === 'gateway'
				? {
						link: {
							how: fields.how,
							host: fields.host.trim(),
							port: Number(fields.port),
							simulated: fields.standIn
						}
					}
				: {})
		} as ShelfDocument;
	}
	async function keep(event: SubmitEvent) {
		event.preventDefault();
		trouble = await onKeep(made());
		if (trouble) return;
		form.clear();
		onDone();
	}
</script>

<form
	class="grid grid-cols-2 gap-x-3 gap-y-2"
	aria-label={one ? `What is said of ${one.name}` : 'New instrument'}
	onsubmit={keep}
>
	<label class="font-semibold"
		>Name painted on it
		<input
			class="field mt-1"
			data-first
			bind:value={fields.name}
			placeholder="Tape 4"
			maxlength="64"
		/></label
	>
	<label class="font-semibold"
		>Kind
		<select
			class="field mt-1"
			bind:value={fields.kind}
			disabled={Boolean(one?.tests.length || one?.uses.length)}
		>
			{#each kinds as of (of.kind)}<option value={of.kind}>{of.name}</option>{/each}
		</select></label
	>
	{#if has('error')}
		<LengthField
			label="One reading is good for ±"
			value={fields.said.error}
			{units}
			placeholder="as usual"
			hint="as its maker says, or as you know it"
			onInput={(text) => (fields.said.error = text)}
		/>
	{/if}
	{#if has('reach')}
		<LengthField
			label={reach}
			value={fields.said.reach}
			{units}
			placeholder="as usual"
			onInput={(text) => (fields.said.reach = text)}
		/>
	{/if}
	{#if has('drift')}
		<LengthField
			label={has('error') ? 'and ± more by' : 'Off by ±'}
			value={fields.said.drift}
			{units}
			placeholder="as usual"
			hint="over the distance beside it"
			onInput={(text) => (fields.said.drift = text)}
		/>
		<LengthField
			label="over"
			value={fields.said.drift_over}
			{units}
			placeholder="as usual"
			onInput={(text) => (fields.said.drift_over = text)}
		/>
	{/if}
	{#if has('offset')}
		<LengthField
			label="Its beam off the string"
			value={fields.said.offset}
			{units}
			onInput={(text) => (fields.said.offset = text)}
		/>
	{/if}
	{#if has('foot')}
		<LengthField
			label="Missing of its foot"
			value={fields.said.foot}
			{units}
			placeholder="whole"
			onInput={(text) => (fields.said.foot = text)}
		/>
	{/if}
	{#if has('marks')}
		<label class="font-semibold"
			>Marked in
			<select class="field mt-1" bind:value={fields.marks}>
				<option value="">nobody said</option>
				{#each Object.entries(ROD_MARKS) as [value, label] (value)}<option {value}>{label}</option
					>{/each}
			</select></label
		>
	{/if}
	{#if has('steel') || has('string')}
		<label class="font-semibold"
			>{has('steel') ? 'Right at a pull of, newtons' : 'String pulled with, newtons'}
			<input
				class="field numbers mt-1 text-right text-xl"
				inputmode="decimal"
				placeholder={has('steel') ? '50' : '44'}
				bind:value={fields.numbers.pull}
			/></label
		>
		<label class="font-semibold"
			>{has('steel') ? 'Weighs, newtons a metre' : 'String weighs, newtons a metre'}
			<input
				class="field numbers mt-1 text-right text-xl"
				inputmode="decimal"
				placeholder={has('steel') ? '0.2' : '0.013'}
				bind:value={fields.numbers.weight}
			/></label
		>
	{/if}
	{#if has('steel')}
		<label class="font-semibold"
			>Its band, square millimetres
			<input
				class="field numbers mt-1 text-right text-xl"
				inputmode="decimal"
				placeholder="2.5"
				bind:value={fields.numbers.section}
			/></label
		>
	{/if}
	<label class="font-semibold"
		>Test it every so many days
		<input
			class="field numbers mt-1 text-right text-xl"
			inputmode="numeric"
			placeholder={one ? String(one.test_every) : 'as usual'}
			bind:value={fields.numbers.test_every}
		/>
		<span class="text-sm font-normal text-ink-soft">0 when nobody asks for it</span></label
	>
	{#if told?.answers}
		<label class="font-semibold"
			>Its readings
			<select class="field mt-1" bind:value={fields.how}>
				<option value="hand">are typed by hand</option>
				<option value="gateway">come from a gateway on the site’s network</option>
				<option value="simulated">are simulated, to try things out</option>
			</select></label
		>
		{#if fields.how === 'gateway'}
			<label class="font-semibold"
				>Address
				<input class="field mt-1" bind:value={fields.host} placeholder="192.168.1.20" /></label
			>
			<label class="font-semibold"
				>Port
				<input
					class="field numbers mt-1"
					inputmode="numeric"
					bind:value={fields.port}
					placeholder="7070"
				/></label
			>
			<div class="col-span-2">
				<Checkbox checked={fields.standIn} onChecked={(on) => (fields.standIn = on)}
					>what answers there is a stand-in</Checkbox
				>
			</div>
		{/if}
		{#if fields.how === 'simulated' && tells}
			<LengthField
				label="Its hook reads too much by"
				value={fields.madeUp.hook}
				{units}
				signed
				placeholder="nothing"
				onInput={(text) => (fields.madeUp.hook = text)}
			/>
			<label class="font-semibold"
				>Readings that go wrong, of 100
				<input
					class="field numbers mt-1 text-right text-xl"
					inputmode="decimal"
					placeholder="none"
					bind:value={fields.madeUp.misreads}
				/></label
			>
		{/if}
		{#if fields.how === 'simulated' || (fields.how === 'gateway' && fields.standIn)}
			<p class="caution col-span-2 text-sm">
				A stand-in: whatever is read with it is told as simulated, in the book, on sheets and in
				records.
			</p>
		{/if}
	{/if}
	{#if trouble}<p role="alert" class="col-span-2 font-semibold text-string">{trouble}</p>{/if}
	<button class="board-button col-span-2" disabled={!fields.name.trim()}
		>{one ? 'Keep it like this' : 'Put it on the shelf'}</button
	>
</form>
