/** What a receiver sounds: a steady tone on the beam, quick beeps under it, slow ones over it. */
export type Sound = 'high' | 'on' | 'low' | 'lost';

const PITCH_HZ = 1400;
const LOUD = 0.06;
/** Seconds from beep to beep, and how long each lasts; a steady tone has none. */
const BEEPS: Record<'high' | 'low', [number, number]> = { high: [0.14, 0.07], low: [0.6, 0.16] };
/** It falls silent when nobody moved it for so long. */
const SILENT_AFTER_MS = 4000;

export class Beeper {
	#audio: AudioContext | undefined;
	#tone: OscillatorNode | undefined;
	#sound: Sound = 'lost';
	#silence: ReturnType<typeof setTimeout> | undefined;

	/** Sound like this until it changes, or nothing moves any more; only after somebody touched the page. */
	sound(next: Sound): void {
		clearTimeout(this.#silence);
		this.#silence = setTimeout(() => this.stop(), SILENT_AFTER_MS);
		if (next === this.#sound && this.#tone) return;
		this.stop();
		this.#sound = next;
		if (next === 'lost') return;
		this.#silence = setTimeout(() => this.stop(), SILENT_AFTER_MS);
		this.#audio ??= new AudioContext();
		void this.#audio.resume();
		const [tone, gain] = [this.#audio.createOscillator(), this.#audio.createGain()];
		const now = this.#audio.currentTime;
		tone.frequency.value = PITCH_HZ;
		gain.gain.value = LOUD;
		if (next !== 'on') {
			const [every, lasts] = BEEPS[next];
			for (let at = 0; at < SILENT_AFTER_MS / 1000; at += every) {
				gain.gain.setValueAtTime(LOUD, now + at);
				gain.gain.setValueAtTime(0, now + at + lasts);
			}
		}
		tone.connect(gain).connect(this.#audio.destination);
		tone.start();
		this.#tone = tone;
	}

	stop(): void {
		clearTimeout(this.#silence);
		this.#tone?.stop();
		this.#tone?.disconnect();
		this.#tone = undefined;
	}

	/** The instrument is put away. */
	close(): void {
		this.stop();
		void this.#audio?.close();
		this.#audio = undefined;
	}
}
