import { SvelteSet } from 'svelte/reactivity';
import { answer, api, ApiError } from '$lib/api/client';
import type { Levels, Structure } from '$lib/api/types';
import { person } from '$lib/person/person.svelte';
import { keyed, madeAt, ParcelShelf, type KeyedParcel, type Parcel } from './parcels';

export type { Parcel } from './parcels';

const FIRST_RETRY_MS = 1000;
const LONGEST_RETRY_MS = 10_000;
/** A parcel that the server failed over this often is set aside, so that those behind it get through. */
const MOST_FAILURES = 4;

/** What became of a parcel: the server has it, this device keeps it, or the server would not take it. */
export type Outcome = 'sent' | 'kept' | 'refused';

/** Sends readings in order and keeps trying while the server or its database is away. */
export class Outbox {
	parcels = $state<KeyedParcel[]>([]);
	/** Set while the last try found nobody. */
	away = $state(false);
	/** Set when this device could not keep a parcel: it is only in this page. */
	unkept = $state(false);
	/** Told of every structure that a delivered parcel changed. */
	onDelivered: (structure: Structure) => void = () => {};
	/** Told of the level book that a delivered shot changed. */
	onShot: (levels: Levels) => void = () => {};
	readonly #shelf = new ParcelShelf(() => void this.reread());
	/** What is being written to the device, one after the other. */
	#writing: Promise<void> = Promise.resolve();
	/** Keys of parcels that only this page has, and of those it is taking off the device. */
	readonly #onlyHere = new SvelteSet<string>();
	readonly #leaving = new SvelteSet<string>();
	#sending = false;
	#retryMs = FIRST_RETRY_MS;
	#timer: ReturnType<typeof setTimeout> | undefined;
	#watched: Record<string, (outcome: Outcome) => void> = {};

	get waiting(): KeyedParcel[] {
		return this.parcels.filter((parcel) => !parcel.refused);
	}

	/** What the server would not take. */
	get refused(): KeyedParcel[] {
		return this.parcels.filter((parcel) => parcel.refused);
	}

	/** Whether leaving the page now would lose a reading. */
	get wouldLose(): boolean {
		return this.waiting.some((parcel) => this.#onlyHere.has(parcel.key));
	}

	/** Parcels of one structure, waiting or refused. */
	of(structureId: string): KeyedParcel[] {
		return this.parcels.filter((parcel) => parcel.structureId === structureId);
	}

	/** Put a parcel in and send at once; answers what became of it, without waiting for a server that is away. */
	post(parcel: Parcel): Promise<Outcome> {
		const made = keyed(parcel);
		const outcome = new Promise<Outcome>((resolve) => (this.#watched[made.key] = resolve));
		this.parcels.push(made);
		this.#keep(made);
		void this.flush();
		return outcome;
	}

	/** Throw a refused parcel away, once its text is back under somebody's hands. */
	drop({ key }: Parcel): void {
		if (key === undefined) return;
		this.parcels = this.parcels.filter((one) => one.key !== key);
		this.#leaving.add(key);
		if (this.parcels.length === 0) this.unkept = false;
		void this.#write(() => this.#shelf.forget(key)).then(() => {
			this.#onlyHere.delete(key);
			this.#leaving.delete(key);
		});
	}

	/** Send a refused parcel once more, as it stands. */
	again(parcel: Parcel): void {
		const one = this.parcels.find(({ key }) => key === parcel.key);
		if (!one) return;
		delete one.refused;
		delete one.failed;
		this.#keep(one);
		void this.flush();
	}

	/** Take over what this device keeps: from an earlier page, or from other tabs that put in or sent. */
	async reread(): Promise<void> {
		await this.#writing;
		let kept: KeyedParcel[] = [];
		try {
			kept = await this.#shelf.all();
		} catch {
			// what cannot be read was never kept: there is only what this page has
		}
		const here = this.parcels.filter(({ key }) => this.#onlyHere.has(key));
		const there = kept.filter(
			({ key }) => !this.#leaving.has(key) && !here.some((one) => one.key === key)
		);
		this.parcels = [...there, ...here].toSorted((a, b) => (a.key < b.key ? -1 : 1));
	}

	#keep(parcel: KeyedParcel): void {
		const snapshot = $state.snapshot(parcel);
		this.#onlyHere.add(snapshot.key);
		void this.#write(async () => {
			try {
				await this.#shelf.keep(snapshot);
				this.#onlyHere.delete(snapshot.key);
			} catch {
				this.unkept = true;
			}
		});
	}

	#write(work: () => Promise<void>): Promise<void> {
		this.#writing = this.#writing.then(work).catch(() => {});
		return this.#writing;
	}

	/** Send what waits, oldest first; one tab of a device at a time. */
	async flush(): Promise<void> {
		if (this.#sending) return;
		clearTimeout(this.#timer);
		this.#sending = true;
		let done = false;
		try {
			await this.reread();
			if (this.waiting.length === 0 || !(await person.ensure())) return;
			await alone(async () => {
				await this.reread();
				let next: KeyedParcel | undefined;
				while ((next = this.waiting[0])) await this.#deliver(next);
			});
			done = true;
			this.away = false;
			this.#retryMs = FIRST_RETRY_MS;
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			this.away = true;
			this.#timer = setTimeout(() => void this.flush(), this.#retryMs);
			this.#retryMs = Math.min(this.#retryMs * 2, LONGEST_RETRY_MS);
		} finally {
			this.#sending = false;
			// one that was put in after the last was sent goes as well
			if (done && this.waiting.length > 0) void this.flush();
			else for (const parcel of this.waiting) this.#tell(parcel.key, 'kept');
		}
	}

	/** Deliver one parcel; throws only when trying again later can help. */
	async #deliver(parcel: KeyedParcel): Promise<void> {
		try {
			if (parcel.kind === 'done' || parcel.kind === 'note') {
				await (parcel.kind === 'note' ? sendNote(parcel) : answer(sendDone(parcel)));
				this.drop(parcel);
			} else if (isOfLevels(parcel)) {
				const levels = await answer(sendShot(parcel));
				this.drop(parcel);
				this.onShot(levels);
			} else {
				const structure = await answer(send(parcel));
				this.drop(parcel);
				this.onDelivered(structure);
			}
			this.#tell(parcel.key, 'sent');
		} catch (error) {
			if (!(error instanceof ApiError) || error.isPassing) throw error;
			// what other tabs did may have been taken over meanwhile
			const one = this.parcels.find(({ key }) => key === parcel.key);
			if (!one) return;
			one.failed = (one.failed ?? 0) + 1;
			const isGivenUp = !error.isFault || one.failed >= MOST_FAILURES;
			if (isGivenUp) one.refused = error.told;
			this.#keep(one);
			if (!isGivenUp) throw error;
			this.#standAlone(one.id);
			this.#tell(one.key, 'refused');
		}
	}

	/** What was to replace a reading that the server would not take stands by itself. */
	#standAlone(id: string): void {
		for (const other of this.waiting) {
			for (const reading of [other.body, other.shot]) {
				if (reading?.replaces !== id) continue;
				delete reading.replaces;
				this.#keep(other);
			}
		}
	}

	#tell(key: string, outcome: Outcome): void {
		this.#watched[key]?.(outcome);
		delete this.#watched[key];
	}
}

/** Whether a parcel changes the level book. */
export const isOfLevels = (parcel: Parcel): boolean => parcel.kind.endsWith('shot');

/** Only one tab sends at a time where the browser can see to it; elsewhere ids keep a reading from counting twice. */
async function alone(work: () => Promise<void>): Promise<void> {
	if ('locks' in navigator) await navigator.locks.request('anvilhead.outbox', work);
	else await work();
}

/** When it was done by the clock of this device, for what is sent later. */
const told = (parcel: KeyedParcel) => ({ headers: { 'Anvilhead-At': madeAt(parcel) } });

async function sendNote(parcel: KeyedParcel): Promise<void> {
	const job = { job_id: parcel.jobId ?? '' };
	if (parcel.media) {
		const { id, content, keepPlace } = parcel.media;
		const params = { path: { ...job, media_id: id }, query: { keep_place: keepPlace } };
		await answer(
			api.PUT('/api/jobs/{job_id}/media/{media_id}', {
				params,
				body: content as never, // the shape of a file has no name in the description of the API
				bodySerializer: (body: unknown) => body as Blob,
				headers: { 'Content-Type': 'application/octet-stream' }
			})
		);
	}
	if (parcel.note)
		await answer(
			api.POST('/api/jobs/{job_id}/notes', {
				params: { path: job },
				body: parcel.note,
				...told(parcel)
			})
		);
}

function send(parcel: KeyedParcel) {
	const path = { structure_id: parcel.structureId };
	if (parcel.kind === 'pull' && parcel.body)
		return api.POST('/api/structures/{structure_id}/pulls', {
			params: { path },
			body: parcel.body,
			...told(parcel)
		});
	const params = { path: { ...path, pull_id: parcel.id } };
	return parcel.kind === 'unstrike'
		? api.POST('/api/structures/{structure_id}/pulls/{pull_id}/strike/back', {
				params,
				...told(parcel)
			})
		: api.POST('/api/structures/{structure_id}/pulls/{pull_id}/strike', {
				params,
				...told(parcel)
			});
}

function sendDone(parcel: KeyedParcel) {
	return api.POST('/api/structures/{structure_id}/register', {
		params: { path: { structure_id: parcel.structureId } },
		body: parcel.done ?? { items: [], doing: 'set', note: '' },
		...told(parcel)
	});
}

function sendShot(parcel: KeyedParcel) {
	const path = { structure_id: parcel.structureId };
	const query = parcel.inHand ? { setup: parcel.inHand } : {};
	if (parcel.kind === 'shot' && parcel.shot && parcel.setupId)
		return api.POST('/api/structures/{structure_id}/levels/setups/{setup_id}/shots', {
			params: { path: { ...path, setup_id: parcel.setupId }, query },
			body: parcel.shot,
			...told(parcel)
		});
	const shot = { ...path, shot_id: parcel.id };
	return parcel.kind === 'unstrike-shot'
		? api.POST('/api/structures/{structure_id}/levels/shots/{shot_id}/strike/back', {
				params: { path: shot, query },
				...told(parcel)
			})
		: api.POST('/api/structures/{structure_id}/levels/shots/{shot_id}/strike', {
				params: { path: shot, query: { ...query, anyway: parcel.anyway ?? false } },
				...told(parcel)
			});
}

export const outbox = new Outbox();
