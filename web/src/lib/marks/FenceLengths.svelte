<!-- Posts of another length than the rest. -->
<script lang="ts">
	import type { Units } from '$lib/api/types';
	import DraftLength from '$lib/plan/DraftLength.svelte';
	import type { PlanDraft } from '$lib/plan/draft.svelte';

	interface Props {
		draft: PlanDraft;
		units: Units;
		/** How many posts there are. */
		posts: number;
	}
	let { draft, units, posts }: Props = $props();

	const lengths = $derived(Object.keys(draft.doc.fence?.lengths ?? {}));
	/** The first post that has no length of its own. */
	const next = $derived(
		Array.from({ length: posts }, (_, index) => String(index + 1)).find(
			(post) => !lengths.includes(post)
		)
	);

	function number(was: string, now: string) {
		const all = { ...draft.doc.fence?.lengths };
		const length = all[was];
		if (!/^[1-9][0-9]*$/.test(now) || length === undefined || now in all) return;
		delete all[was];
		draft.put(['fence', 'lengths'], { ...all, [now]: length });
	}
</script>

<details>
	<summary class="flex min-h-11 cursor-pointer items-center underline"
		>Posts of other lengths{lengths.length ? `: ${lengths.length}` : ''}</summary
	>
	{#each lengths as post (post)}
		<div class="grid grid-cols-[5rem_1fr_auto] items-start gap-2">
			<label
				><span class="font-semibold">Post</span>
				<input
					class="field numbers mt-1 text-right text-xl"
					inputmode="numeric"
					value={post}
					onchange={(event) => number(post, event.currentTarget.value.trim())}
				/></label
			>
			<DraftLength {draft} path={['fence', 'lengths', post]} label="is long" {units} />
			<button
				type="button"
				class="mt-8 min-h-11 underline"
				aria-label="Post {post} is as long as the rest"
				onclick={() => draft.put(['fence', 'lengths', post], undefined)}>out</button
			>
		</div>
	{/each}
	<button
		type="button"
		class="board-button plain justify-self-start"
		disabled={next === undefined}
		onclick={() => draft.put(['fence', 'lengths', next ?? ''], '')}>+ post</button
	>
</details>
