import { createContext } from 'svelte';
import { answer, api, type Schemas } from '$lib/api/client';
import { Current } from '$lib/api/current';
import { Soon } from '$lib/api/soon';
import { outbox, type Outcome } from '$lib/outbox/outbox.svelte';
import { newId } from '$lib/ui/newId';

export type Note = Schemas['NoteView'];
export type Pin = Schemas['NotePin'];

/** The point that a note is pinned to; empty without one. */
export const pinOf = (note: Note): string => (note.pin as Pin | null)?.point ?? '';

/** What is written down on this device and goes on its way. */
export interface Written {
	text: string;
	/** Name of a point that it speaks of; empty for none. */
	point: string;
	media?: Blob | undefined;
	keepPlace: boolean;
}

/** Notes of the structure in front of one, newest first. */
export class Notes {
	notes = $state.raw<Note[]>([]);
	/** Whether nothing lies before the last that is shown. */
	isWhole = $state(true);
	#job = '';
	#structure = '';
	readonly #soon = new Soon();
	readonly #current = new Current<Note[]>(
		(signal) => this.#ask(undefined, signal),
		(latest) => this.#show(latest),
		() => {} // what was known stays on the screen; it is asked for again
	);

	load(job: string, structure: string): void {
		if (this.#structure === structure) return this.#soon.do(() => void this.#current.refresh());
		this.#job = job;
		this.#structure = structure;
		this.notes = [];
		void this.#current.restart();
	}

	leave(): void {
		this.#soon.stop();
		this.#current.leave();
	}

	/** Those that hang on the walls: not taken down. */
	get hanging(): Note[] {
		return this.notes.filter((one) => one.struck_by === null);
	}

	async loadEarlier(): Promise<void> {
		const earlier = await this.#ask(this.notes.at(-1)?.number);
		this.notes = [...this.notes, ...earlier];
		this.isWhole = earlier.length < PAGE;
	}

	/** Send a note; kept on this device while the server is away. */
	async send(written: Written, stage: Schemas['StageName'], where: string): Promise<Outcome> {
		const media = written.media
			? { id: newId(), content: written.media, keepPlace: written.keepPlace }
			: undefined;
		const id = newId();
		const body: Schemas['NoteCreate'] = {
			id,
			structure: this.#structure,
			stage,
			text: written.text.trim(),
			...(written.point ? { pin: { point: written.point } } : {}),
			...(media ? { media: media.id } : {})
		};
		const outcome = await outbox.post({
			id,
			structureId: this.#structure,
			jobId: this.#job,
			where,
			kind: 'note',
			note: body,
			...(media ? { media } : {})
		});
		if (outcome === 'sent') await this.#current.refresh();
		return outcome;
	}

	async strike(note: Note): Promise<void> {
		const path = { job_id: this.#job, note_id: note.id };
		await answer(api.POST('/api/jobs/{job_id}/notes/{note_id}/strike', { params: { path } }));
		await this.#current.refresh();
	}

	#show(latest: Note[]): void {
		const first = latest.at(-1)?.number ?? 0;
		const earlier = this.notes.filter((one) => one.number < first);
		this.notes = [...latest, ...earlier];
		if (earlier.length === 0) this.isWhole = latest.length < PAGE;
	}

	#ask(before?: number, signal?: AbortSignal): Promise<Note[]> {
		const query = { structure: this.#structure, ...(before === undefined ? {} : { before }) };
		const params = { path: { job_id: this.#job }, query };
		return answer(api.GET('/api/jobs/{job_id}/notes', { params, ...(signal ? { signal } : {}) }));
	}
}

/** As many come at once; an answer of fewer is the last. */
const PAGE = 60;

const [get, set] = createContext<Notes>();

export const useNotes = get;

export function provideNotes(notes: Notes): Notes {
	set(notes);
	return notes;
}
