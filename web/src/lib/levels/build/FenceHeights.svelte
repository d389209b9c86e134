<script lang="ts">
	import Len from '$lib/lengths/Len.svelte';
	import Words from '$lib/lengths/Words.svelte';
	import type { LevelsStage } from '$lib/levels/stage.svelte';
	import FenceSection from './FenceSection.svelte';

	interface Props {
		stage: LevelsStage;
	}
	let { stage }: Props = $props();

	const fence = $derived(
		stage.result?.fences.find((one) => one.structure === stage.structure.name_in_file)
	);
	const hasFence = $derived(Boolean(stage.structure.result.fence));
	const read = $derived(fence?.posts.some((one) => one.reading_text) ?? false);
</script>

{#if fence}
	<section aria-label="The fence in height">
		<h2 class="text-lg font-bold">The fence in height</h2>
		<p><Words text={fence.text} /></p>
		{#each fence.troubles as one (one)}<p class="caution font-semibold"><Words text={one} /></p>{/each}
		<table class="mt-1 w-full text-right" aria-label="Posts of the fence in height">
			<thead class="text-sm text-ink-soft">
				<tr
					><th class="text-left">Post</th><th class="max-sm:hidden">Ground</th><th>Top</th>{#if read}<th
							>Rod</th
						>{/if}<th>Out</th><th>Deep</th><th>Long</th></tr
				>
			</thead>
			<tbody class="numbers">
				{#each fence.posts as post, index (post.name)}
					<tr class="border-t border-rule">
						<th class="py-1 text-left font-bold">{index + 1}</th>
						<td class="max-sm:hidden"><Len text={post.ground_text ?? '–'} /></td>
						<td class="font-bold"><Len text={post.top_text ?? '–'} /></td>
						{#if read}<td class="text-lg font-bold"><Len text={post.reading_text ?? '–'} /></td>{/if}
						<td><Len text={post.out_text ?? '–'} /></td>
						<td><Len text={post.depth_text ?? '–'} /></td>
						<td class={post.short_mm > 0 ? 'font-bold text-string' : ''}
							><Len text={post.length_text ?? '–'} /></td
						>
					</tr>
				{/each}
			</tbody>
		</table>
		<FenceSection {fence} posts={stage.structure.result.fence?.posts ?? []} />
		{#if fence.rails_text}
			<p class="mt-1 font-semibold"><Words text={fence.rails_text} /></p>
			<table class="w-full text-right" aria-label="Rails, down from the tops">
				<thead class="text-sm text-ink-soft"
					><tr
						><th class="text-left">Bay</th><th>Down from the first post’s top</th><th
							>and from the next one’s</th
						><th class="max-sm:hidden">Over the ground</th></tr
					></thead
				>
				<tbody class="numbers">
					{#each fence.rails as bay (bay.bay)}
						<tr class="border-t border-rule">
							<th class="py-1 text-left">{bay.bay}</th>
							<td
								>{#each bay.start_down as down, index (index)}<span class="ml-3"><Len text={down} /></span
									>{/each}</td
							>
							<td
								>{#each bay.end_down as down, index (index)}<span class="ml-3"><Len text={down} /></span
									>{/each}</td
							>
							<td class={['max-sm:hidden', (bay.clear_mm ?? 0) < 0 && 'font-bold text-string']}
								><Len text={bay.clear_text ?? '–'} /></td
							>
						</tr>
					{/each}
				</tbody>
			</table>
		{/if}
		{#if fence.materials}
			<p class="mt-1"><Words text={fence.materials.text} /></p>
			<p class="numbers font-semibold"><Words text={fence.materials.truck.join(', ')} /></p>
		{/if}
	</section>
{:else if hasFence}
	<p>Shoot the ground along the fence, at its corners or at its posts, to know every post’s top, depth and length.</p>
{/if}
