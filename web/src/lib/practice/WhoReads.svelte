<!-- Who reads: oneself, or a helper who calls. -->
<script lang="ts">
	import type { PracticeRun } from '$lib/practice/run.svelte';
	import Choice from '$lib/ui/Choice.svelte';

	let { practice }: { practice: PracticeRun } = $props();

	const WHO = [
		{ value: 'me', label: 'I read' },
		{ value: 'helper', label: 'my helper calls' }
	] as const;
</script>

<div class="my-2 flex flex-wrap items-center gap-x-3">
	<Choice
		loose
		label="Who reads"
		options={WHO}
		value={practice.called ? 'helper' : 'me'}
		onValue={(who) => (practice.called = who === 'helper')}
	/>
	{#if practice.called}<span class="text-ink-soft"
			>{practice.run?.costs.called_sooner} % sooner, and now and then misheard</span
		>{/if}
</div>
