/** A short voice note from the microphone, where the browser lends one. */
export class Voice {
	/** Seconds so far; nothing while nothing is recorded. */
	seconds = $state<number>();
	trouble = $state('');
	#recorder: MediaRecorder | undefined;
	#ticking: ReturnType<typeof setInterval> | undefined;

	static get isThere(): boolean {
		return typeof MediaRecorder !== 'undefined' && navigator.mediaDevices !== undefined;
	}

	/** Record until `stop`, a minute at most; resolves with what was said, or with nothing. */
	async record(): Promise<Blob | undefined> {
		this.trouble = '';
		let stream: MediaStream;
		try {
			stream = await navigator.mediaDevices.getUserMedia({ audio: true });
		} catch {
			this.trouble = 'The microphone is not lent to this page. Write the note instead.';
			return undefined;
		}
		const parts: Blob[] = [];
		const recorder = new MediaRecorder(stream);
		this.#recorder = recorder;
		recorder.ondataavailable = (event) => parts.push(event.data);
		const done = new Promise<void>((resolve) => (recorder.onstop = () => resolve()));
		recorder.start();
		this.seconds = 0;
		this.#ticking = setInterval(() => {
			this.seconds = (this.seconds ?? 0) + 1;
			if (this.seconds >= LONGEST_S) this.stop();
		}, 1000);
		await done;
		clearInterval(this.#ticking);
		this.seconds = undefined;
		for (const track of stream.getTracks()) track.stop();
		return new Blob(parts, { type: recorder.mimeType });
	}

	stop(): void {
		if (this.#recorder?.state === 'recording') this.#recorder.stop();
	}
}

const LONGEST_S = 60;
