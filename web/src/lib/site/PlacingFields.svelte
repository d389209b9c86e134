<script lang="ts">
	import type { Job, Structure, Units } from '$lib/api/types';
	import DraftLength from '$lib/plan/DraftLength.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
		job: Job;
		structure: Structure;
	}
	let { draft, units, job, structure }: Props = $props();

	const placing = $derived(draft.doc.placing);
	const sides = $derived(structure.result.sides);
	const corners = $derived(Object.keys(structure.result.corners));
	const points = $derived(job.control.points ?? []);
	/** Lines of control, and the sides of the other structures that are placed themselves. */
	const references = $derived([
		...(job.control.lines ?? []).map((line) => ({ value: line.name, label: line.name })),
		...job.structures
			.filter((one) => one.id !== structure.id && one.on_site)
			.flatMap((one) =>
				one.sides.map((side) => ({
					value: `${one.name_in_file}/${side}`,
					label: `${one.name}, side ${side}`
				}))
			)
	]);

	function begin(way: string) {
		const side = sides[0];
		const onLine = { line: side?.line ?? 'AB', corner: side?.from ?? 'A', station: '0' };
		const reference = references[0]?.value ?? '';
		if (way === 'point') {
			draft.put(['placing'], { by: 'point', corner: 'A', at: points[0]?.name ?? '', bearing: 90 });
		} else if (way === 'offsets') {
			const offsets = [
				{ station: '0', offset: '' },
				{ station: '', offset: '' }
			];
			draft.put(['placing'], { by: 'offsets', reference, offsets, ...onLine });
		} else if (way === 'gap') {
			draft.put(['placing'], { by: 'gap', reference, gap: '', ...onLine });
		} else draft.put(['placing'], undefined);
	}

	/** The corners that lie on the side measured to. */
	const ends = $derived(
		sides
			.filter((side) => placing && placing.by !== 'point' && side.line === placing.line)
			.flatMap((side) => [side.from, side.to])
	);
	/** What is typed, to the other side of what it is measured from. */
	const turned = (text: string) =>
		text.trim().startsWith('-') ? text.trim().slice(1) : text.trim() && `-${text.trim()}`;
	function otherSide() {
		if (placing?.by === 'gap') draft.put(['placing', 'gap'], turned(draft.text('placing', 'gap')));
		if (placing?.by === 'offsets')
			for (const n of placing.offsets.keys())
				draft.put(
					['placing', 'offsets', n, 'offset'],
					turned(draft.text('placing', 'offsets', n, 'offset'))
				);
	}
	function setLine(line: string) {
		draft.put(['placing', 'line'], line);
		draft.put(['placing', 'corner'], sides.find((side) => side.line === line)?.from);
	}
</script>

{#snippet length(label: string, path: (string | number)[], hint: string, signed = true)}
	<DraftLength {draft} path={['placing', ...path]} {label} {units} {signed} {hint} />
{/snippet}
{#snippet choice(label: string, key: string, values: { value: string; label: string }[])}
	<label class="block">
		<span class="font-semibold">{label}</span>
		<select
			class="field mt-1"
			value={draft.text('placing', key)}
			onchange={(event) => {
				if (key === 'line') return setLine(event.currentTarget.value);
				draft.put(['placing', key], event.currentTarget.value);
				if (key === 'reference') draft.put(['placing', 'stretch'], undefined);
			}}
		>
			{#each values as one (one.value)}<option value={one.value}>{one.label}</option>{/each}
		</select>
	</label>
{/snippet}

<label class="block">
	<span class="font-semibold">Where it stands</span>
	<select
		class="field mt-1"
		value={placing?.by ?? ''}
		onchange={(event) => begin(event.currentTarget.value)}
	>
		<option value="">not placed on the site</option>
		<option value="point" disabled={points.length === 0}
			>a corner on a known point, along a bearing</option
		>
		<option value="offsets" disabled={references.length === 0}
			>a side by two offsets from a wall or boundary</option
		>
		<option value="gap" disabled={references.length === 0}
			>a side at one gap from a neighbour</option
		>
	</select>
</label>
{#if placing}
	<div class="mt-2 grid grid-cols-2 gap-x-4 gap-y-2">
		{#if placing.by === 'point'}
			{@render choice(
				'Corner',
				'corner',
				corners.map((name) => ({ value: name, label: name }))
			)}
			{@render choice(
				'On point',
				'at',
				points.map((p) => ({ value: p.name, label: p.name }))
			)}
			<label class="block">
				<span class="font-semibold">Bearing of {sides[0]?.line}</span>
				<input
					class="field numbers mt-1 text-right text-xl"
					inputmode="decimal"
					value={String(placing.bearing ?? 90)}
					oninput={(event) => draft.put(['placing', 'bearing'], event.currentTarget.value)}
				/>
				<span class="mt-1 block text-sm text-ink-soft">degrees clockwise from north</span>
			</label>
		{:else}
			{@render choice(
				'Side',
				'line',
				sides.map((s) => ({ value: s.line, label: s.line }))
			)}
			{@render choice('Measured from', 'reference', references)}
			{#if placing.by === 'gap'}
				{@render length('Gap', ['gap'], 'square off it')}
			{:else}
				{#each { length: placing.offsets.length }, n (n)}
					{@render length(
						`Station ${n + 1}`,
						['offsets', n, 'station'],
						'along the wall or boundary'
					)}
					{@render length(
						`Offset ${n + 1}`,
						['offsets', n, 'offset'],
						'square off it, left of the way it runs'
					)}
				{/each}
			{/if}
			{@render choice(
				'Corner',
				'corner',
				ends.map((name) => ({ value: name, label: name }))
			)}
			{@render length('At station', ['station'], 'along the wall or boundary')}
			<button type="button" class="board-button plain col-span-2" onclick={otherSide}
				>To the other side of it</button
			>
		{/if}
	</div>
	<p class="mt-1 text-sm text-ink-soft">
		On the drawing, press the line it is measured from, or the side of its own that faces it. No
		wall is taken for straight or square: two offsets far apart give the line.
	</p>
{/if}
