<script lang="ts">
	import type { StructureResult, Units } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';
	import Counted from '$lib/ui/Counted.svelte';
	import Choice from '$lib/ui/Choice.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
		fence: StructureResult['fence'];
		onPlan: () => void;
	}
	let { draft, units, fence, onPlan }: Props = $props();

	const KINDS = { end: 'end', corner: 'corner', gate: 'gate', line: '' } as const;
	const set = $derived(draft.doc.fence?.set ?? []);
	const RESPACE = [
		{ value: 'hold', label: 'Hold the plan' },
		{ value: 'share', label: 'Share the rest' }
	] as const;

	/** Where a post was really set; emptied, it was not. */
	function setAt(post: number, text: string) {
		const others = set.filter((one) => one.post !== post);
		const now = text.trim() ? [...others, { post, station: text }] : others;
		draft.put(
			['fence', 'set'],
			now.length ? now.toSorted((one, other) => one.post - other.post) : undefined
		);
	}
	const typed = (post: number): string =>
		String(set.find((one) => one.post === post)?.station ?? '');
	const troubleAt = (post: number): string | undefined => {
		const index = set.findIndex((one) => one.post === post);
		return index < 0 ? undefined : draft.trouble('fence', 'set', index, 'station');
	};
</script>

{#if fence}
	<p class="text-lg font-semibold"><Words text={fence.text} /></p>
	<Counted counted={fence.counted} />
	<p class="text-ink-soft">
		Every number runs from the first corner to the post’s centre: hook the tape once and leave it.
	</p>
	{#each fence.troubles as one (one)}<p class="caution font-semibold">
			<Words text={one} />
		</p>{/each}
	{#each fence.shifts as one (one.post)}
		<button
			type="button"
			class="board-button plain my-1"
			onclick={() => draft.put(['fence', 'moved', String(one.post)], one.shift_text)}
			>Move post {one.post} by <Len text={one.shift_text} /></button
		>
	{/each}
	{#each Object.entries(draft.doc.fence?.moved ?? {}) as [post, by] (post)}
		<p>
			Post {post} is moved by <b class="numbers">{by}</b>, on along the run where it has no minus.
			<button
				type="button"
				class="min-h-11 underline"
				onclick={() => draft.put(['fence', 'moved', post], undefined)}
				>back to its bay<span class="sr-only">: post {post}</span></button
			>
		</p>
	{/each}
	{#if fence.cross_text}<p class="border-l-4 border-move pl-3">
			<Words text={fence.cross_text} />
		</p>{/if}
	{#if set.length}
		<p class="mt-2 font-semibold">Posts not set yet</p>
		<Choice
			label="What becomes of posts that are not set yet"
			options={RESPACE}
			value={draft.doc.fence?.respace ?? 'hold'}
			onValue={(value) => draft.put(['fence', 'respace'], value)}
		/>
	{/if}
	<table class="mt-2 w-full text-left" aria-label="Posts of the fence">
		<thead class="text-sm text-ink-soft">
			<tr
				><th>Post</th><th class="text-right">Mark at</th><th class="text-right max-sm:hidden"
					>Bay</th
				><th class="text-right max-sm:hidden">Deep</th><th class="text-right max-sm:hidden">Long</th
				><th>Set at</th></tr
			>
		</thead>
		<tbody class="numbers">
			{#each fence.posts as post, index (post.name)}
				{@const bay = fence.bays[index - 1]}
				<tr class="border-t border-rule align-top">
					<th class="py-2 font-bold"
						>{index + 1}<span class="ml-2 text-sm font-normal text-ink-soft"
							>{[post.corner, KINDS[post.kind]].filter(Boolean).join(' ')}</span
						>{#if post.depth_text}<span class="block text-sm font-normal text-ink-soft sm:hidden"
								><Len text={post.depth_text} /> deep</span
							>{/if}</th
					>
					<td class="py-2 text-right text-xl font-bold"
						><Len text={post.now_text} />{#if post.now_text !== post.station_text}<span
								class="block text-sm font-normal text-ink-soft"
								>planned <Len text={post.station_text} /></span
							>{/if}</td
					>
					<td class="py-2 text-right max-sm:hidden"
						>{#if bay}<Len text={bay.width_text} />{#if bay.gate}<span
									class="block text-sm text-ink-soft"
									>gate{#if bay.leaf_text}<span class="ml-1">leaf <Len text={bay.leaf_text} /></span
										>{/if}</span
								>{/if}{/if}</td
					>
					<td class="py-2 text-right max-sm:hidden"
						><Len
							text={post.depth_text ?? '–'}
						/>{#if post.hole_deep_text && post.hole_deep_text !== post.depth_text}<span
								class="block text-sm text-ink-soft">hole <Len text={post.hole_deep_text} /></span
							>{/if}</td
					>
					<td class="py-2 text-right max-sm:hidden" class:text-string={post.short_mm > 0}
						><Len text={post.length_text ?? '–'} /></td
					>
					<td class="w-32 py-1"
						><LengthField
							bare
							label="Post {index + 1} was set at"
							value={typed(index + 1)}
							{units}
							signed
							refused={troubleAt(index + 1)}
							onInput={(text) => setAt(index + 1, text)}
						/>
						{#if post.drift_text}<span class="text-sm"
								>{post.drift_mm === 0 ? 'on its mark' : ''}{#if post.drift_mm}<Len
										text={post.drift_text}
									/>{post.drift_mm > 0 ? ' on' : ' back'}{/if}</span
							>{/if}</td
					>
				</tr>
			{/each}
		</tbody>
	</table>
{:else}
	<p>Nothing stands on this run yet.</p>
	<button class="board-button mt-3" type="button" onclick={onPlan}>Set out a fence</button>
{/if}
