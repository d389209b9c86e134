<script lang="ts">
	import type { Units } from '$lib/api/types';
	import DraftLength from '$lib/plan/DraftLength.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';
	import { pointer } from '$lib/plan/planDoc';

	interface Props {
		draft: PlanDraft;
		units: Units;
		sides: string[];
		/** An open line: offsets count to the right of the way walked. */
		open: boolean;
	}
	let { draft, units, sides, open }: Props = $props();

	const lines = $derived(draft.doc.lines ?? []);
	const troubleOf = (index: number, ...rest: string[]) =>
		draft.preview.troubles[pointer(['lines', index, ...rest])];

	function addLine() {
		draft.put(['lines', lines.length], { family: '', offset: '' });
	}
	function addSide(index: number, side: string) {
		if (side) draft.put(['lines', index, 'on', side], draft.text('lines', index, 'offset'));
	}
</script>

<ul class="grid gap-3">
	{#each lines as line, index (index)}
		<li class="border-l-4 border-rule pl-3">
			<div class="grid grid-cols-[minmax(0,1fr)_9rem_auto] items-start gap-2">
				<label>
					<span class="sr-only">Name of line {index + 1}</span>
					<input
						class="field"
						value={line.family}
						placeholder="form face, offset line"
						oninput={(event) => draft.put(['lines', index, 'family'], event.currentTarget.value)}
					/>
				</label>
				<DraftLength
					{draft}
					path={['lines', index, 'offset']}
					bare
					label="Offset of {line.family || `line ${index + 1}`}"
					{units}
					signed
					placeholder={open ? 'to the right' : 'outward'}
				/>
				<button
					type="button"
					class="min-h-11 px-2 text-xl"
					aria-label="Take {line.family || 'this line'} out"
					onclick={() => draft.put(['lines', index], undefined)}>×</button
				>
			</div>
			{#each Object.keys(line.on ?? {}) as side (side)}
				<div class="mt-1 grid grid-cols-[minmax(0,1fr)_9rem_auto] items-center gap-2">
					<span class="text-right">beside {side}</span>
					<DraftLength
						{draft}
						path={['lines', index, 'on', side]}
						bare
						label="Offset of {line.family} beside {side}"
						{units}
						signed
					/>
					<button
						type="button"
						class="min-h-11 px-2 text-xl"
						aria-label="As everywhere beside {side}"
						onclick={() => draft.put(['lines', index, 'on', side], undefined)}>×</button
					>
				</div>
			{/each}
			<select
				class="field mt-1 !w-auto"
				aria-label="A side where {line.family || 'this line'} differs"
				value=""
				onchange={(event) => {
					addSide(index, event.currentTarget.value);
					event.currentTarget.value = '';
				}}
			>
				<option value="">differs beside…</option>
				{#each sides.filter((side) => !(line.on ?? {})[side]) as side (side)}<option>{side}</option
					>{/each}
			</select>
			{#if troubleOf(index) || troubleOf(index, 'family')}
				<p role="alert" class="font-semibold text-string">
					{troubleOf(index) ?? troubleOf(index, 'family')}
				</p>
			{/if}
		</li>
	{/each}
</ul>
<button type="button" class="board-button plain mt-2" onclick={addLine}>Another line</button>
