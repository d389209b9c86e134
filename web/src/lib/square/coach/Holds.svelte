<script lang="ts">
	import type { PlanDoc, Structure } from '$lib/api/types';
	import Checkbox from '$lib/ui/Checkbox.svelte';
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
	let inner = $state('');
	/** Control that is chosen to be held; all of it while none is. */
	let of = $state<string[]>([]);
	let trouble = $state('');
	const control = $derived(structure.names.control);
	const heldPoints = $derived(
		Object.entries(control).reduce(
			(sum, [name, points]) => sum + (of.length && !of.includes(name) ? 0 : points),
			0
		)
	);

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
		>A point and a direction, two points, an inner line, or what stood there before</summary
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
		{#if structure.names.inner.length}
			<div class="grid grid-cols-[1fr_auto] items-end gap-2">
				<label
					>An inner line
					<select class="field" aria-label="Inner line held" bind:value={inner}>
						<option value="">–</option>
						{#each structure.names.inner as name (name)}<option>{name}</option>{/each}
					</select></label
				>
				<button
					class="board-button plain"
					disabled={!inner}
					onclick={() => hold({ by: 'line', line: inner })}>Hold</button
				>
				<span class="col-span-2 text-sm text-ink-soft">
					Swing every corner to its string, and pull from one of its ends.
				</span>
			</div>
		{/if}
		<fieldset>
			<legend>What stood there before</legend>
			<div class="flex flex-wrap gap-x-5">
				{#each Object.entries(control) as [name, points] (name)}
					<Checkbox
						checked={of.includes(name)}
						onChecked={(yes) => (of = yes ? [...of, name] : of.filter((one) => one !== name))}
					>
						{name}, {points === 1 ? 'a point' : `${points} points`}
					</Checkbox>
				{/each}
			</div>
			<button
				class="board-button plain mt-1"
				disabled={heldPoints < 2}
				onclick={() => hold(of.length ? { by: 'wall', of } : { by: 'wall' })}
				>{of.length ? 'Hold these' : 'Hold all of it'}</button
			>
			<span class="block text-sm text-ink-soft">
				{Object.keys(control).length
					? 'Two points give a direction. Pull from them, or swing to their line.'
					: 'Place the structure on the site first, from a wall or two points.'}
			</span>
		</fieldset>
	</div>
</details>

<style>
	.chosen {
		background: var(--sheet);
		box-shadow: inset 4px 0 0 var(--string);
	}
</style>
