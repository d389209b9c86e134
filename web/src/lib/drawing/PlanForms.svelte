<svelte:options namespace="svg" />

<script lang="ts">
	import type { StructureResult } from '$lib/api/types';
	import { pointsText, xy, type ToScreen } from './drawing';

	interface Props {
		forms: NonNullable<StructureResult['forms']>;
		at: ToScreen;
	}
	let { forms, at }: Props = $props();
</script>

<polygon points={pointsText(forms.outline.map(xy), at)} class="form" />
{#each forms.sides as side (side.line)}
	{#each side.stakes_at as stake, index (index)}
		{@const here = at(xy(stake))}
		<rect x={here.x - 4} y={here.y - 4} width="8" height="8" class="stake" />
	{/each}
{/each}

<style>
	.form {
		fill: none;
		stroke: var(--wood);
		stroke-width: 6;
	}
	.stake {
		fill: var(--wood-dark);
	}
</style>
