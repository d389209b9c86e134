/** Follows what others record in a job: an event a moment after anything changed. */
export function follow(jobId: string, onChanged: () => void): () => void {
	const source = new EventSource(`/api/jobs/${jobId}/changes`);
	let seen: string | undefined;
	source.addEventListener('changed', (event) => {
		const mark = (event as MessageEvent<string>).lastEventId;
		// the first event only says where things stand: the job was loaded a moment ago
		if (seen !== undefined && mark !== seen) onChanged();
		seen = mark;
	});
	return () => source.close();
}
