<script lang="ts">
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import type { Control, Units } from '$lib/api/types';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import { put, textAt, type Path } from '$lib/plan/planDoc';

	interface Props {
		control: Control;
		units: Units;
		onChange: (control: Control) => void;
	}
	let { control, units, onChange }: Props = $props();

	const set = (path: Path, value: unknown) => onChange(put(control, path, value));
	const points = $derived(control.points ?? []);
	const lines = $derived(control.lines ?? []);
	const KINDS = [
		{ value: 'boundary', label: 'Boundary' },
		{ value: 'wall', label: 'Existing wall' },
		{ value: 'line', label: 'Line' },
		{ value: 'overhead', label: 'Overhead line' }
	];
</script>

{#snippet place(x: Path, y: Path, name: string)}
	<div class="grid grid-cols-2 gap-2">
		{#each [{ path: x, way: 'East' }, { path: y, way: 'North' }] as axis (axis.way)}
			<LengthField
				bare
				signed
				label="{axis.way} of {name}"
				placeholder={axis.way.toLowerCase()}
				value={textAt(control, axis.path)}
				{units}
				onInput={(text) => set(axis.path, text)}
			/>
		{/each}
	</div>
{/snippet}

<h3 class="font-bold">Points</h3>
<ul class="grid gap-2">
	{#each points as point, index (index)}
		<li class="grid grid-cols-[7rem_minmax(0,1fr)_auto] items-start gap-2">
			<input
				class="field"
				aria-label="Name of point {index + 1}"
				placeholder="peg, monument"
				value={point.name}
				oninput={(event) => set(['points', index, 'name'], event.currentTarget.value)}
			/>
			{@render place(
				['points', index, 'x'],
				['points', index, 'y'],
				point.name || `point ${index + 1}`
			)}
			<button
				type="button"
				class="min-h-11 px-2 text-xl"
				aria-label="Take {point.name || 'this point'} out"
				onclick={() => set(['points', index], undefined)}>×</button
			>
		</li>
	{/each}
</ul>
<button
	type="button"
	class="board-button plain mt-1"
	onclick={() => set(['points', points.length], { name: '', x: '', y: '' })}>Another point</button
>
<h3 class="mt-4 font-bold">Boundaries, walls, lines, overhead lines</h3>
<ul class="grid gap-3">
	{#each lines as line, index (index)}
		<li class="border-l-4 border-rule pl-3">
			<div class="flex flex-wrap items-start gap-2">
				<input
					class="field !w-36"
					aria-label="Name of line {index + 1}"
					placeholder="lane side"
					value={line.name}
					oninput={(event) => set(['lines', index, 'name'], event.currentTarget.value)}
				/>
				<select
					class="field !w-auto"
					aria-label="What {line.name || 'this line'} is"
					value={line.kind ?? 'line'}
					onchange={(event) => set(['lines', index, 'kind'], event.currentTarget.value)}
				>
					{#each KINDS as kind (kind.value)}<option value={kind.value}>{kind.label}</option>{/each}
				</select>
				<div class="w-32">
					<LengthField
						bare
						label="Keep clear of {line.name || 'this line'} by"
						placeholder="keep clear"
						value={textAt(control, ['lines', index, 'keep_clear'])}
						{units}
						onInput={(text) => set(['lines', index, 'keep_clear'], text.trim() || undefined)}
					/>
				</div>
				<button
					type="button"
					class="ml-auto min-h-11 px-2 text-xl"
					aria-label="Take {line.name || 'this line'} out"
					onclick={() => set(['lines', index], undefined)}>×</button
				>
			</div>
			{#each { length: line.points.length }, n (n)}
				<div class="mt-1 grid grid-cols-[1.5rem_minmax(0,1fr)_auto] items-start gap-2">
					<b class="pt-2">{n + 1}</b>
					{@render place(
						['lines', index, 'points', n, 0],
						['lines', index, 'points', n, 1],
						`point ${n + 1} of ${line.name}`
					)}
					<button
						type="button"
						class="min-h-11 px-2 text-xl"
						aria-label="Take point {n + 1} out"
						disabled={line.points.length < 3}
						onclick={() => set(['lines', index, 'points', n], undefined)}>×</button
					>
				</div>
			{/each}
			<div class="mt-1 flex flex-wrap items-center gap-4">
				<button
					type="button"
					class="board-button plain"
					onclick={() => set(['lines', index, 'points', line.points.length], ['', ''])}
					>+ point</button
				>
				<Checkbox
					checked={line.closed ?? false}
					onChecked={(on) => set(['lines', index, 'closed'], on)}>goes all round</Checkbox
				>
			</div>
		</li>
	{/each}
</ul>
<button
	type="button"
	class="board-button plain mt-1"
	onclick={() =>
		set(['lines', lines.length], {
			name: '',
			kind: 'boundary',
			points: [
				['', ''],
				['', '']
			]
		})}>Another line</button
>
<h3 class="mt-4 font-bold">Rules of this place</h3>
<div class="max-w-64">
	<LengthField
		label="A cut asks for protection from this depth on"
		hint="As the local code has it; nothing is assumed."
		value={textAt(control, ['trench_limit'])}
		{units}
		onInput={(text) => set(['trench_limit'], text.trim() || undefined)}
	/>
</div>
