<script lang="ts">
	import type { Job } from '$lib/api/types';
	import Len from '$lib/lengths/Len.svelte';
	import LengthField from '$lib/lengths/LengthField.svelte';
	import Dialog from '$lib/ui/Dialog.svelte';
	import type { JobSession } from './session.svelte';

	interface Props {
		session: JobSession;
		job: Job;
		open: boolean;
		onClose: () => void;
	}
	let { session, job, open, onClose }: Props = $props();

	let own = $state('');
	let refused = $state('');

	async function take(burn: string) {
		refused = await session.burnAt(burn);
		if (refused) return;
		own = '';
		onClose();
	}
</script>

<Dialog {open} title="Where the tape is started" {onClose}>
	<p>Burning a whole mark saves a bad hook. Every call carries it, and every reading keeps it.</p>
	<div class="mt-3 flex flex-wrap gap-2">
		{#each job.burns.toSorted() as burn (burn)}
			<button
				class="board-button {burn === job.burns[0] ? '' : 'plain'}"
				aria-pressed={burn === job.burns[0]}
				onclick={() => take(burn)}
			>
				{#if parseFloat(burn) === 0}at the hook, nothing burned{:else}<Len text={burn} />{/if}
			</button>
		{/each}
	</div>
	<form
		class="mt-4 grid grid-cols-[1fr_auto] items-start gap-2"
		onsubmit={(event) => {
			event.preventDefault();
			if (own.trim()) void take(own.trim());
		}}
	>
		<LengthField
			label="Another mark"
			value={own}
			units={job.units}
			{refused}
			hint="as it stands on the tape"
			onInput={(text) => (own = text)}
		/>
		<button class="board-button mt-7" disabled={!own.trim()}>Burn there</button>
	</form>
</Dialog>
