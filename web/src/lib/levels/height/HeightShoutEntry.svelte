<script lang="ts">
	import type { Standing } from '$lib/api/types';
	import Words from '$lib/lengths/Words.svelte';
	import ShoutView from '$lib/shout/ShoutView.svelte';
	import { HeightEntry } from './heightEntry.svelte';
	import Sign from './Sign.svelte';
	import SightField from '$lib/levels/shoot/SightField.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';

	interface Props {
		stage: LevelsStage;
		row: Standing;
		rows: Standing[];
		index: number;
		onShow: (index: number) => void;
	}
	let { stage, row, rows, index, onShow }: Props = $props();

	const entry = new HeightEntry(
		() => stage,
		() => row
	);
	const on = $derived(rows.filter((one) => one.way === 'on').length);
	/** The next that is not on height, in order, from the top again at the end. */
	const following = $derived.by(() => {
		const ahead = rows.findIndex((one, at) => at > index && one.way !== 'on');
		const again = rows.findIndex((one, at) => at < index && one.way !== 'on');
		return ahead >= 0 ? ahead : again >= 0 ? again : index;
	});
	/** One that is not on height yet is moved and read again: it stays, with the way it must go. */
	async function keep(): Promise<boolean> {
		const outcome = await entry.keep();
		return outcome === 'kept' || (outcome === 'sent' && row.way === 'on');
	}
	const cannot = $derived(!stage.setup || stage.setup.shots.length === 0);
</script>

{#snippet said()}
	{#if entry.trouble}<strong class="text-string" role="alert">{entry.trouble}</strong>
	{:else if entry.readsAs}<span class="text-measured"
			>= <Words text={entry.readsAs} />{#if entry.says}: <b><Words text={entry.says} /></b
				>{/if}</span
		>
	{:else if entry.waiting}<span class="text-ink-soft">kept here, on its way</span>{/if}
{/snippet}
<ShoutView
	open={stage.shouting}
	title="{on} of {rows.length} {row.name} on height"
	name={stage.label(row.at)}
	text={row.target_reading_text ?? row.text}
	{index}
	count={rows.length}
	value={entry.text}
	label="Rod reads at {stage.label(row.at)}"
	placeholder="rod reads"
	readonly={cannot}
	pad={{ marks: entry.marks, signed: true }}
	echo={said}
	onType={(text) => entry.type(text)}
	onKeep={keep}
	{onShow}
	{following}
	onClose={() => (stage.shouting = false)}
>
	<p class="text-ink-soft">
		{row.target_reading_text
			? `on the rod, from ${stage.result?.standing_text}`
			: (row.trouble ?? 'above the datum: no instrument stands yet')}
	</p>
	<p class="words" class:on={row.way === 'on'} aria-live="assertive">
		<Sign way={row.on_thing ? row.way : null} />
		<Words text={row.on_thing ? row.words : 'Not shot yet'} />
	</p>
	{#if entry.isCorrected}
		<div class="mt-1"><SightField {entry} at={stage.label(row.at)} /></div>
	{/if}
</ShoutView>

<style>
	.words {
		font-size: min(9vw, 7vh);
		font-weight: 800;
		line-height: 1.1;
		color: var(--move);
	}
	.words.on {
		color: var(--good);
	}
</style>
