<script lang="ts">
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import type { LevelPlan } from '$lib/api/types';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import Cuts from '$lib/build/Cuts.svelte';
	import FenceHeights from './FenceHeights.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';
	import Stepped from './Stepped.svelte';
	import Straight from '$lib/levels/shoot/Straight.svelte';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	const units = $derived(stage.job.units);
	const posts = $derived((stage.result?.posts ?? []).filter((one) => stage.isOwn(one.at)));
	const names = $derived([...new Set(posts.map((one) => one.name))]);
	let name = $state('posts');
	let top = $state('');
	let length = $state('');
	let least = $state('');
	let clear = $state('');
	let follow = $state('');
	let pad = $state('');
	let onSeats = $state(false);
	/** Lengths that posts on seats are cut from, and what is left over the string. */
	let stock = $state(['', '']);
	let trim = $state('');
	let trouble = $state('');
	const prefix = $derived(stage.levels?.prefix ?? '');
	/** Where posts can stand: crossings of inner lines, corners, points of the ground. */
	const places = $derived.by(() => {
		const { inner, corners } = stage.structure.result;
		const crossings = inner.points.map((one) => one.name);
		const given = (stage.planned.points ?? [])
			.filter((one) => (one.structure ?? stage.levels?.on) === stage.structure.name_in_file)
			.map((one) => one.name);
		const named = Object.keys(stage.structure.result.places);
		return [...new Set([...crossings, ...Object.keys(corners), ...named, ...given])];
	});
	/** Those that were chosen; all crossings, else all corners, before anybody chose. */
	let picked = $state<string[]>();
	const usual = $derived.by(() => {
		const { inner, corners } = stage.structure.result;
		return inner.points.length ? inner.points.map((one) => one.name) : Object.keys(corners);
	});
	const stand = $derived(places.filter((one) => (picked ?? usual).includes(one)));
	const chosen = $derived(stand.map((one) => prefix + one));

	function toggle(point: string) {
		picked = stand.includes(point) ? stand.filter((one) => one !== point) : [...stand, point];
	}

	/** Posts without those of a name at this structure's own points; the same name elsewhere stays. */
	function withoutOwn(all: NonNullable<LevelPlan['posts']>, gone: string) {
		return all.flatMap((one) => {
			const at = one.name === gone ? one.at.filter((point) => !stage.isOwn(point)) : one.at;
			return at.length ? [{ ...one, at }] : [];
		});
	}

	async function keep(event: SubmitEvent) {
		event.preventDefault();
		trouble = await stage.plan((plan) => ({
			...plan,
			posts: [
				...withoutOwn(plan.posts ?? [], name),
				{
					name,
					...(follow.trim() ? { follow: follow.trim() } : { top: top.trim() }),
					at: chosen,
					...(onSeats
						? {
								...(stock.some((one) => one.trim())
									? { stock: stock.map((one) => one.trim()).filter(Boolean) }
									: {}),
								...(trim.trim() ? { trim: trim.trim() } : {})
							}
						: { length: length.trim(), least: least.trim() || 0, clear: clear.trim() || 0,
								...(pad.trim() ? { pad: pad.trim() } : {})
							})
				}
			]
		}));
	}
	async function drop(gone: string) {
		trouble = await stage.plan((plan) => ({
			...plan,
			posts: withoutOwn(plan.posts ?? [], gone)
		}));
	}
</script>

<FenceHeights {stage} />
{#each names as group (group)}
	{@const range = stage.result?.post_tops.find((one) => one.name === group)}
	{@const cuts = stage.result?.post_cuts.find((one) => one.name === group)}
	<h2 class="text-lg font-bold">{group}</h2>
	{#if range}
		<p class={range.fits ? '' : 'caution font-semibold'}><Words text={range.text} /></p>
		{#each range.breaks as one (one.at)}
			<p class="caution"><b>{stage.label(one.at)}</b>: <Words text={one.text} /></p>
		{/each}
	{/if}
	<table class="w-full text-left" aria-label={group}>
		<tbody>
			{#each posts.filter((one) => one.name === group) as post (post.at)}
				<tr class="border-t border-rule">
					<th class="py-1 pr-3 text-lg">{stage.label(post.at)}</th>
					<td class:short={post.short_mm > 0}><Words text={post.text} /></td>
				</tr>
			{/each}
		</tbody>
	</table>
	{#if cuts}
		<p class="font-semibold"><Words text={cuts.text} /></p>
		<Cuts cuts={cuts.cuts} />
	{/if}
	<button class="no-print min-h-11 underline" onclick={() => drop(group)}>take them out</button>
{/each}
<form
	class="no-print mt-2 grid grid-cols-2 gap-2 border-t-2 border-edge pt-2"
	aria-label="Posts"
	onsubmit={keep}
>
	<h2 class="col-span-2 text-lg font-bold">Posts whose tops stand on one line</h2>
	<label>Called <input class="field" bind:value={name} /></label>
	<div class="self-end">
		<Checkbox checked={onSeats} onChecked={(on) => (onSeats = on)}>they stand on seats</Checkbox>
	</div>
	<LengthField
		label="Their tops at"
		value={follow.trim() ? '' : top}
		{units}
		signed
		placeholder={follow.trim() ? 'they follow the ground' : ''}
		onInput={(t) => (top = t)}
	/>
	{#if !onSeats}
		<LengthField label="Post length" value={length} {units} onInput={(t) => (length = t)} />
		<LengthField
			label="In the ground at least"
			value={least}
			{units}
			hint="by local rule"
			onInput={(t) => (least = t)}
		/>
		<LengthField
			label="Out of it at least"
			value={clear}
			{units}
			placeholder="not asked"
			onInput={(t) => (clear = t)}
		/>
		<LengthField
			label="Or each out of the ground by"
			value={follow}
			{units}
			placeholder="tops level"
			onInput={(t) => (follow = t)}
		/>
		<LengthField
			label="Pad under each, thick"
			value={pad}
			{units}
			placeholder="none"
			onInput={(t) => (pad = t)}
		/>
	{:else}
		<LengthField
			label="Left over the string"
			value={trim}
			{units}
			placeholder="nothing"
			hint="trimmed once they stand"
			onInput={(t) => (trim = t)}
		/>
		{#each stock as one, index (index)}
			<LengthField
				label={index === 0 ? 'Cut from lengths of' : 'or of'}
				value={one}
				{units}
				placeholder={index === 0 ? 'not said' : 'no other'}
				onInput={(t) => (stock[index] = t)}
			/>
		{/each}
	{/if}
	<fieldset class="col-span-2">
		<legend class="font-semibold">They stand at</legend>
		<div class="flex max-h-52 flex-wrap gap-1 overflow-y-auto">
			{#each places as one (one)}
				<button
					type="button"
					class="place"
					aria-pressed={stand.includes(one)}
					onclick={() => toggle(one)}>{one}</button
				>
			{/each}
		</div>
	</fieldset>
	{#if trouble}<p role="alert" class="col-span-2 font-semibold text-string">{trouble}</p>{/if}
	<button
		class="board-button col-span-2"
		disabled={(!top.trim() && !follow.trim()) || !stand.length || (!onSeats && !length.trim())}>Work them out</button
	>
</form>
<Stepped {stage} />
<Straight {stage} />

<style>
	.place {
		min-height: var(--touch);
		padding-inline: 0.6rem;
		border: 1.5px solid var(--edge);
	}
	.place[aria-pressed='true'] {
		font-weight: 800;
		border-bottom: 4px solid var(--string);
	}
	.short {
		font-weight: 700;
		color: var(--string);
	}
</style>
