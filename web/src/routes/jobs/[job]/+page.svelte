<script lang="ts">
	import { goto } from '$app/navigation';
	import { useSession } from '$lib/job/context';

	const session = useSession();

	// a job's own address leads to where its work goes on
	$effect(() => {
		const job = session.job;
		const first = job?.structures[0];
		if (!job) return;
		void goto(
			first ? `/jobs/${job.id}/${first.id}/${first.next.stage}` : `/jobs/${job.id}/record`,
			{ replaceState: true }
		);
	});
</script>
