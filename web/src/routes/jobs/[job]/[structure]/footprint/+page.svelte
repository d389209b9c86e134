<script lang="ts">
	import { page } from '$app/state';
	import type { Structure } from '$lib/api/types';
	import { useSession } from '$lib/job/context';
	import Len from '$lib/lengths/Len.svelte';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import { PlanEditor } from '$lib/plan/editor.svelte';
	import KeepBar from '$lib/plan/KeepBar.svelte';
	import Plan from '$lib/plan/Plan.svelte';
	import { KINDS, planOf, type PlanFields } from '$lib/plan/planForm';

	const session = useSession();
	const structure = $derived(session.structure(page.params.structure ?? '') as Structure);
	const job = $derived(session.job);
	const editor = new PlanEditor(
		() => structure,
		(kept) => session.take(kept)
	);
	const troubles = $derived(editor.preview.troubles);
	const result = $derived(editor.preview.shown?.result ?? structure.result);
	const held = $derived(editor.preview.shown?.plan.held_line ?? structure.plan.held_line);

	$effect(() => {
		if (job) editor.preview.ask(planOf(editor.fields), job.units, job.burn.written);
	});
	const area = $derived(
		job?.units === 'ft-in'
			? `${(result.area_mm2 / 92903.04).toFixed(1)} sq ft`
			: `${(result.area_mm2 / 1e6).toFixed(2)} m²`
	);
</script>

<svelte:head
	><title>Footprint · {structure.plan.name ?? structure.name_in_file} · Anvilhead</title
	></svelte:head
>

{#if job}
	<main class="two-panes">
		<form
			class="grid content-start gap-1"
			aria-label="Footprint"
			onsubmit={(event) => {
				event.preventDefault();
				void editor.keep(job.units);
			}}
		>
			<h1 class="text-2xl font-extrabold">What stands here</h1>
			<div class="grid grid-cols-2 gap-4">
				<label class="block">
					<span class="font-semibold">Name</span>
					<input
						class="field mt-1"
						maxlength="120"
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
						{#each KINDS as kind (kind.value)}<option value={kind.value}>{kind.label}</option
							>{/each}
					</select>
				</label>
				<LengthField
					label="Length, A to B"
					value={editor.fields.length}
					units={job.units}
					refused={troubles['/footprint/length']}
					onInput={(text) => editor.set('length', text)}
				/>
				<LengthField
					label="Width, B to C"
					value={editor.fields.width}
					units={job.units}
					refused={troubles['/footprint/width']}
					onInput={(text) => editor.set('width', text)}
				/>
				<LengthField
					label="Corner may be off"
					value={editor.fields.tolerance}
					units={job.units}
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
						{#each structure.result.sides as side (side.line)}<option>{side.line}</option>{/each}
					</select>
					<span class="mt-1 block text-sm text-ink-soft"
						>It stays where it is; the others move to it.</span
					>
				</label>
			</div>
			<KeepBar {editor} {structure} units={job.units} />
			<table class="mt-4 w-full text-left" aria-label="Sides and diagonals">
				<tbody>
					{#each [...result.sides, ...result.diagonals] as one (one.from + one.to)}
						<tr class="border-t border-rule">
							<th class="py-1 font-bold">{one.from}–{one.to}</th>
							<td class="text-ink-soft">{'line' in one ? 'side' : 'diagonal'}</td>
							<td class="text-right text-xl font-semibold"><Len text={one.text} /></td>
						</tr>
					{/each}
					<tr class="border-t border-rule"
						><th class="py-1">Inside</th><td></td><td class="numbers text-right text-xl">{area}</td
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
			<Plan
				{result}
				name={structure.plan.name ?? structure.name_in_file}
				units={job.units}
				heldLine={held}
			/>
		</div>
	</main>
{/if}
