<script lang="ts">
	import { useHere } from '$lib/job/context';
	import Len from '$lib/lengths/Len.svelte';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import { useEditor } from '$lib/plan/editor.svelte';
	import KeepBar from '$lib/plan/KeepBar.svelte';
	import Plan from '$lib/plan/Plan.svelte';

	const here = useHere();
	const editor = useEditor(here);
	const result = $derived(editor.preview.shown?.result ?? here.structure.result);
	const setback = $derived((editor.preview.shown?.plan ?? here.structure.plan).board_setback.text);
</script>

<svelte:head><title>Boards · {here.name} · Anvilhead</title></svelte:head>

<main class="two-panes">
	<form
		class="grid content-start gap-1"
		aria-label="Boards"
		onsubmit={(event) => {
			event.preventDefault();
			void editor.keep(here.job.units);
		}}
	>
		<h1 class="text-2xl font-extrabold">Where the boards stand</h1>
		<p class="caution my-2">
			<strong>Before the first stake:</strong> call the utility locating service, wait for its marks,
			and dig by hand near them. A struck gas or power line kills. Wear eye protection when driving stakes.
		</p>
		<div class="grid grid-cols-2 gap-4">
			<LengthField
				label="Board setback"
				value={editor.fields.setback}
				units={here.job.units}
				refused={editor.preview.troubles['/board_setback']}
				hint="Clear of the dig: 1 to 3 ft by hand, 4 ft or more by machine"
				onInput={(text) => editor.set('setback', text)}
			/>
			<LengthField
				label="Stake again over"
				value={editor.fields.restakeOver}
				units={here.job.units}
				refused={editor.preview.troubles['/restake_over']}
				hint="A nail that must move more says start again"
				onInput={(text) => editor.set('restakeOver', text)}
			/>
		</div>
		<KeepBar {editor} structure={here.structure} units={here.job.units} />
		<p class="mt-4">
			{result.boards.length} boards, two at each corner on three stakes: {result.stakes} stakes. Each
			nail is on its line,
			<strong><Len text={setback} /></strong> beyond the corner.
		</p>
		<table class="mt-2 w-full text-left" aria-label="Strings">
			<thead class="text-sm text-ink-soft">
				<tr><th>Line</th><th>Boards</th><th class="text-right">Nail to nail</th></tr>
			</thead>
			<tbody>
				{#each result.strings as string (string.line)}
					<tr class="border-t border-rule">
						<th class="py-1.5 text-lg font-bold">{string.line}</th>
						<td>
							at {result.boards
								.filter((board) => board.line === string.line)
								.map((board) => board.corner)
								.join(' and ')}{string.line === here.structure.plan.held_line ? ', held' : ''}
						</td>
						<td class="text-right text-xl font-semibold"><Len text={string.text} /></td>
					</tr>
				{/each}
			</tbody>
		</table>
		<p class="mt-2 text-sm text-ink-soft">
			Knots and wraps come on top. Keep the string on the same side of every nail.
		</p>
		<p class="mt-4">
			<a class="board-button" href="/jobs/{here.job.id}/{here.structure.id}/square"
				>Boards are up: square the strings</a
			>
		</p>
	</form>
	<div class="pane">
		<Plan
			{result}
			name={here.name}
			units={here.job.units}
			heldLine={here.structure.plan.held_line}
			boards
		/>
	</div>
</main>
