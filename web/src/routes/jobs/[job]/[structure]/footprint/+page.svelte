<script lang="ts">
	import { useHere } from '$lib/job/context';
	import Len from '$lib/lengths/Len.svelte';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import { useEditor } from '$lib/plan/editor.svelte';
	import KeepBar from '$lib/plan/KeepBar.svelte';
	import Plan from '$lib/plan/Plan.svelte';
	import { KINDS, type PlanFields } from '$lib/plan/planForm';

	const here = useHere();
	const editor = useEditor(here);
	const troubles = $derived(editor.preview.troubles);
	const result = $derived(editor.preview.shown?.result ?? here.structure.result);
	const held = $derived(editor.preview.shown?.plan.held_line ?? here.structure.plan.held_line);
</script>

<svelte:head><title>Footprint · {here.name} · Anvilhead</title></svelte:head>

<main class="two-panes">
	<form
		class="grid content-start gap-1"
		aria-label="Footprint"
		onsubmit={(event) => {
			event.preventDefault();
			void editor.keep(here.job.units);
		}}
	>
		<h1 class="text-2xl font-extrabold">What stands here</h1>
		<div class="grid grid-cols-2 gap-4">
			<label class="block">
				<span class="font-semibold">Name</span>
				<input
					class="field mt-1"
					value={editor.fields.name}
					oninput={(e) => editor.set('name', e.currentTarget.value)}
				/>
				<span class="mt-1 block min-h-5 text-sm font-semibold text-string"
					>{troubles['/name'] ?? ''}</span
				>
			</label>
			<label class="block">
				<span class="font-semibold">Kind</span>
				<select
					class="field mt-1"
					value={editor.fields.kind}
					onchange={(e) => editor.set('kind', e.currentTarget.value as PlanFields['kind'])}
				>
					{#each KINDS as kind (kind.value)}<option value={kind.value}>{kind.label}</option>{/each}
				</select>
			</label>
			<LengthField
				label="Length, A to B"
				value={editor.fields.length}
				units={here.job.units}
				refused={troubles['/footprint/length']}
				onInput={(text) => editor.set('length', text)}
			/>
			<LengthField
				label="Width, B to C"
				value={editor.fields.width}
				units={here.job.units}
				refused={troubles['/footprint/width']}
				onInput={(text) => editor.set('width', text)}
			/>
			<LengthField
				label="Corner may be off"
				value={editor.fields.tolerance}
				units={here.job.units}
				refused={troubles['/tolerance']}
				hint="Framing slab 1/8 in (3 mm), footings 1/4 in (6 mm)"
				onInput={(text) => editor.set('tolerance', text)}
			/>
			<label class="block">
				<span class="font-semibold">Line that is held</span>
				<select
					class="field mt-1"
					value={editor.fields.held}
					onchange={(e) => editor.set('held', e.currentTarget.value)}
				>
					{#each here.structure.result.sides as side (side.line)}<option>{side.line}</option>{/each}
				</select>
				<span class="mt-1 block text-sm text-ink-soft"
					>It stays where it is; the others move to it.</span
				>
			</label>
		</div>
		<KeepBar {editor} structure={here.structure} units={here.job.units} />
		<table class="mt-4 w-full text-left" aria-label="Sides and diagonals">
			<tbody>
				{#each [...result.sides, ...result.diagonals] as one (one.from + one.to)}
					<tr class="border-t border-rule">
						<th class="py-1 font-bold">{one.from}–{one.to}</th>
						<td class="text-ink-soft">
							{'line' in one ? 'side' : 'diagonal'}{#if Math.abs(one.remainder_mm) >= 0.05},
								rounding leaves {one.remainder_mm > 0 ? '+' : '−'}{Math.abs(
									one.remainder_mm
								).toFixed(1)} mm{/if}
						</td>
						<td class="text-right text-xl font-semibold"><Len text={one.text} /></td>
					</tr>
				{/each}
				<tr class="border-t border-rule"
					><th class="py-1">Inside</th><td></td><td class="numbers text-right text-xl"
						>{result.area_text}</td
					></tr
				>
			</tbody>
		</table>
		<p class="caution mt-4 text-sm">
			Sizes come from the drawings, boundary and setback lines from a licensed surveyor and the
			permit. Anvilhead is no survey and no engineering.
		</p>
	</form>
	<div class="pane">
		<Plan {result} name={here.name} units={here.job.units} heldLine={held} />
	</div>
</main>
