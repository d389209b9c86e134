<script lang="ts">
	import type { PlanDoc, Structure } from '$lib/api/types';
	import Words from '$lib/lengths/Words.svelte';

	interface Props {
		structure: Structure;
		onHold: (hold: PlanDoc['hold']) => Promise<string>;
	}
	let { structure, onHold }: Props = $props();

	type Hold = NonNullable<PlanDoc['hold']>;
	const square = $derived(structure.result.square);
	const corners = $derived(Object.keys(structure.result.corners));
	const lines = $derived(structure.result.sides.map((side) => side.line));
	let point = $state('');
	let line = $state('');
	let one = $state('');
	let other = $state('');
	let trouble = $state('');

	async function hold(chosen: Hold) {
		trouble = await onHold(chosen);
	}
</script>

<h2 class="text-xl font-bold">What stays where it is</h2>
<p>
	Now: <strong>{structure.plan.hold}</strong>. Pulls say how corners lie to each other; what is held
	says where the whole lies.
</p>
{#if trouble}<p role="alert" class="caution mt-2 font-semibold">{trouble}</p>{/if}
{#if square?.holds.length}
	<table class="mt-3 w-full text-left" aria-label="What it would take">
		<thead class="text-sm text-ink-soft"
			><tr><th>If this stays</th><th>to move</th><th><span class="sr-only">choose</span></th></tr
			></thead
		>
		<tbody>
			{#each square.holds as row (row.name)}
				<tr class="border-t border-rule" class:chosen={row.name === structure.plan.hold}>
					<th class="py-1 pl-2 font-semibold">{row.name}</th>
					<td class="py-1"><Words text={row.text} /></td>
					<td class="text-right">
						{#if row.name === structure.plan.hold}<span class="px-2 text-good">held</span>{:else}
							<button
								class="min-h-11 px-2 underline"
								aria-label="Hold: {row.name}"
								onclick={() => hold(row.document as Hold)}>hold</button
							>{/if}
					</td>
				</tr>
			{/each}
		</tbody>
	</table>
{:else if structure.document.frame}
	<p class="mt-2">
		A joined frame racks alike whatever stays: hold the side that lies where it should.
	</p>
{:else}
	<p class="caution mt-2">
		Once the pulls say where the strings are, the moves for each choice stand here side by side.
	</p>
{/if}
<details class="mt-3">
	<summary class="flex min-h-11 cursor-pointer items-center font-semibold underline"
		>A point and a direction, two points, or what stood there before</summary
	>
	<div class="grid gap-3">
		<div class="grid grid-cols-[1fr_1fr_auto] items-end gap-2">
			<label
				>Corner
				<select class="field" aria-label="Corner held" bind:value={point}>
					<option value="">–</option>
					{#each corners as name (name)}<option>{name}</option>{/each}
				</select></label
			>
			<label
				>and direction of
				<select class="field" aria-label="Direction of line" bind:value={line}>
					<option value="">–</option>
					{#each lines as name (name)}<option>{name}</option>{/each}
				</select></label
			>
			<button
				class="board-button plain"
				disabled={!point || !line}
				onclick={() => hold({ by: 'point', point, line })}>Hold</button
			>
		</div>
		<div class="grid grid-cols-[1fr_1fr_auto] items-end gap-2">
			<label
				>Corner
				<select class="field" aria-label="First corner held" bind:value={one}>
					<option value="">–</option>
					{#each corners as name (name)}<option>{name}</option>{/each}
				</select></label
			>
			<label
				>and corner
				<select class="field" aria-label="Second corner held" bind:value={other}>
					<option value="">–</option>
					{#each corners as name (name)}<option>{name}</option>{/each}
				</select></label
			>
			<button
				class="board-button plain"
				disabled={!one || !other || one === other}
				onclick={() => hold({ by: 'points', points: [one, other] })}>Hold</button
			>
		</div>
		<p>
			<button
				class="board-button plain"
				disabled={!structure.names.can_hold_wall}
				onclick={() => hold({ by: 'wall' })}>Hold what stood there before</button
			>
			<span class="block text-sm text-ink-soft">
				{structure.names.can_hold_wall
					? 'Walls and points held as true on the site; pull from them or swing to them.'
					: 'Place the structure on the site first, from a wall or two points.'}
			</span>
		</p>
	</div>
</details>

<style>
	.chosen {
		background: var(--sheet);
		box-shadow: inset 4px 0 0 var(--string);
	}
</style>
