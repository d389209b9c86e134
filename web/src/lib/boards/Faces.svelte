<script lang="ts">
	import type { Board } from '$lib/api/types';
	import { spoken } from '$lib/drawing/labels/spoken';
	import Face from './Face.svelte';

	interface Props {
		boards: Board[];
	}
	let { boards }: Props = $props();

	/** Boards whose nails are alike, with the inside on the same hand, have one face. */
	const faces = $derived.by(() => {
		const alike: Record<string, Board[]> = {};
		for (const board of boards) {
			if (board.through) continue;
			const key = board.inside + board.nails.map((nail) => `${nail.family} ${nail.text}`).join('|');
			(alike[key] ??= []).push(board);
		}
		return Object.values(alike);
	});
</script>

<p class="text-sm text-ink-soft">
	Each as you see it standing outside at the board, facing the building. Distances run from the
	outermost nail.
</p>
{#each faces as group (group[0]?.board)}
	{#if group[0]}
		<section class="mt-3 border-t border-rule pt-2">
			<h3 class="flex flex-wrap items-baseline justify-between gap-x-3">
				<b>{group.map((board) => spoken(board.board)).join(' · ')}</b>
				<span class="text-sm text-ink-soft"
					>inside {group[0].inside === 'left' ? '← to the left' : 'to the right →'}</span
				>
			</h3>
			<Face board={group[0]} />
		</section>
	{/if}
{/each}
