<script lang="ts">
	import type { Standing } from '$lib/api/types';

	interface Props {
		way: Standing['way'];
	}
	let { way }: Props = $props();
</script>

<!-- which way a thing must go, by shape as well as colour: a heavy arrow up or down, a level bar when it is on -->
<svg viewBox="0 0 20 20" class="sign {way ?? 'unknown'}" aria-hidden="true">
	{#if way === 'raise'}<path d="M10 1 L18 10 H13 V19 H7 V10 H2 z" />
	{:else if way === 'lower'}<path d="M10 19 L18 10 H13 V1 H7 V10 H2 z" />
	{:else if way === 'on'}<path d="M1 7 H19 V13 H1 z" />
	{:else}<circle cx="10" cy="10" r="6" />{/if}
</svg>

<style>
	.sign {
		display: inline-block;
		width: 1.1em;
		height: 1.1em;
		vertical-align: -0.15em;
		fill: var(--move);
	}
	.on {
		fill: var(--good);
	}
	.unknown {
		fill: none;
		stroke: var(--edge);
		stroke-width: 2;
	}
</style>
