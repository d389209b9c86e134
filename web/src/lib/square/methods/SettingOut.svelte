<script lang="ts">
	import type { StructureResult } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import { spoken } from '$lib/drawing/labels/spoken';
	import Words from '$lib/lengths/Words.svelte';

	interface Props {
		sheet: NonNullable<StructureResult['setting_out']>;
	}
	let { sheet }: Props = $props();
</script>

<h2 class="mt-4 text-xl font-bold">{sheet.name}, step by step</h2>
<p class="text-ink-soft">Good for {sheet.good_for}. <strong>{sheet.catch}</strong></p>
<ol class="steps" aria-label="Steps">
	{#each sheet.steps as step, index (index)}
		<li>
			<b class="number">{index + 1}</b>
			<p class="text-lg leading-snug">
				<Words text={step.text} />
				<span class="block text-base text-ink-soft"
					><Words
						text={step.error_text ? `${step.who} Expect within ${step.error_text}.` : step.who}
					/></span
				>
			</p>
		</li>
	{/each}
</ol>
<details class="mt-3">
	<summary class="min-h-11 cursor-pointer font-bold"
		>Every point by station, offset and ties</summary
	>
	<p class="text-sm text-ink-soft">
		Along the first side from its first corner, square off it (minus: to the right), and from the
		nails {sheet.base.map(spoken).join(' and ')}. No burn in these.
	</p>
	<div class="overflow-x-auto">
		<table class="w-full text-left" aria-label="Points">
			<thead class="text-sm text-ink-soft">
				<tr
					><th>Point</th><th class="text-right">Station</th><th class="text-right">Offset</th>
					{#each sheet.base as nail (nail)}<th class="text-right">{spoken(nail)}</th>{/each}</tr
				>
			</thead>
			<tbody>
				{#each sheet.points as point (point.point)}
					<tr class="border-t border-rule text-lg">
						<th class="py-1">{point.point}</th>
						<td class="text-right"><Len text={point.station_text} /></td>
						<td class="text-right"><Len text={point.offset_text} /></td>
						<td class="text-right"><Len text={point.first_text} /></td>
						<td class="text-right"
							><Len text={point.second_text} />{#if point.poor}<span
									class="block text-sm text-string">tapes cross poorly</span
								>{/if}</td
						>
					</tr>
				{/each}
			</tbody>
		</table>
	</div>
</details>
<details>
	<summary class="min-h-11 cursor-pointer font-bold">Marks along each line, from one end</summary>
	{#each sheet.marks as line (line.line)}
		<p class="border-t border-rule py-1">
			<b>{line.line}</b>:
			{#each line.marks as mark, i (mark.at)}{i ? ', ' : ''}{mark.at}
				<b class="text-lg"><Len text={mark.call_text} /></b>{/each}
		</p>
	{/each}
	<p class="text-sm text-ink-soft">The burn is in these.</p>
</details>
<details>
	<summary class="min-h-11 cursor-pointer font-bold">Whole-number triangles and swings</summary>
	{#each sheet.triangles as corner (corner.corner)}
		{#if corner.triangles.length}
			<p class="border-t border-rule py-1">
				<b>At {corner.corner}</b>: {#each corner.triangles as one, i (one.name)}{i
						? '; '
						: ''}<Words text={one.parts.join(' – ')} />
					<span class="text-ink-soft"
						>(<Len text={one.wrong_text} /> wrong: <Len text={one.cost_text} /> at the wall’s end)</span
					>{/each}
			</p>
		{/if}
	{/each}
	{#each sheet.swings as swing (swing.from + swing.text)}
		<p class="border-t border-rule py-1">
			Swing from {swing.from} to {swing.to}: least reading
			<b class="text-lg"><Len text={swing.text} /></b>; it reads the same within <Len
				text={swing.flat_text}
			/> along the line.
		</p>
	{/each}
</details>

<style>
	.steps {
		margin-top: 0.5rem;
		border-left: 10px solid var(--wood);
	}
	.steps li {
		display: grid;
		grid-template-columns: 2rem minmax(0, 1fr);
		padding: 0.4rem 0 0.4rem 0.7rem;
		border-top: 2px solid var(--wood-dark);
	}
	.number {
		font-size: 1.3rem;
		line-height: 1.2;
	}
	summary {
		display: flex;
		align-items: center;
		gap: 0.5rem;
	}
	summary::before {
		content: '+';
		font-weight: 800;
		color: var(--string);
	}
	details[open] summary::before {
		content: '–';
	}
</style>
