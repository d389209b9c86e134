import { answer, api, ApiError, type Schemas } from '$lib/api/client';
import type { Levels, Structure } from '$lib/api/types';
import { person } from '$lib/person/person.svelte';
import { readKept, writeKept } from '$lib/ui/kept';

const KEY = 'anvilhead.outbox';
const FIRST_RETRY_MS = 1000;
const LONGEST_RETRY_MS = 10_000;

/** A reading or a strike on its way; kept on this device until the server has it. */
export interface Parcel {
	/** UUID of the reading; sending it twice records it once. */
	id: string;
	structureId: string;
	kind: 'pull' | 'strike' | 'shot' | 'strike-shot';
	/** Key of the call that a reading answers. */
	callKey?: string;
	body?: Schemas['PullCreate'];
	/** A level reading, and the setup in hand, which it belongs to. */
	shot?: Schemas['ShotCreate'];
	setupId?: string;
	/** What the server said when it would not take it. */
	refused?: string;
}

/** Sends readings in order and keeps trying while the server or its database is away. */
class Outbox {
	parcels = $state<Parcel[]>(readKept<Parcel[]>(KEY, []));
	/** Set while the last try found nobody. */
	away = $state(false);
	/** Told of every structure that a delivered parcel changed. */
	onDelivered: (structure: Structure) => void = () => {};
	/** Told of the level book that a delivered shot changed. */
	onShot: (levels: Levels) => void = () => {};
	#sending = false;
	#retryMs = FIRST_RETRY_MS;
	#timer: ReturnType<typeof setTimeout> | undefined;

	get waiting(): Parcel[] {
		return this.parcels.filter((parcel) => !parcel.refused);
	}

	/** Parcels of one structure, waiting or refused. */
	of(structureId: string): Parcel[] {
		return this.parcels.filter((parcel) => parcel.structureId === structureId);
	}

	/** Put a parcel in and send at once. */
	post(parcel: Parcel): void {
		this.parcels.push(parcel);
		this.#keep();
		void this.flush();
	}

	/** Throw a refused parcel away, once its text is back under somebody's hands. */
	drop(id: string): void {
		this.parcels = this.parcels.filter((parcel) => parcel.id !== id);
		this.#keep();
	}

	/** Send what waits, oldest first. */
	async flush(): Promise<void> {
		if (this.#sending) return;
		clearTimeout(this.#timer);
		if (this.waiting.length === 0 || !(await person.ensure())) return;
		this.#sending = true;
		try {
			let next: Parcel | undefined;
			while ((next = this.waiting[0])) await this.#deliver(next);
			this.away = false;
			this.#retryMs = FIRST_RETRY_MS;
		} catch {
			this.away = true;
			this.#timer = setTimeout(() => void this.flush(), this.#retryMs);
			this.#retryMs = Math.min(this.#retryMs * 2, LONGEST_RETRY_MS);
		} finally {
			this.#sending = false;
		}
	}

	/** Deliver one parcel; throws only when trying again later can help. */
	async #deliver(parcel: Parcel): Promise<void> {
		try {
			if (parcel.kind === 'shot' || parcel.kind === 'strike-shot') {
				const levels = await answer(sendShot(parcel));
				this.drop(parcel.id);
				this.onShot(levels);
			} else {
				const structure = await answer(send(parcel));
				this.drop(parcel.id);
				this.onDelivered(structure);
			}
		} catch (error) {
			if (!(error instanceof ApiError) || error.isPassing) throw error;
			parcel.refused = error.problem.problems?.[0]?.message ?? error.message;
			this.#keep();
		}
	}

	#keep(): void {
		writeKept(KEY, $state.snapshot(this.parcels));
	}
}

function send(parcel: Parcel) {
	const path = { structure_id: parcel.structureId };
	return parcel.kind === 'strike' || !parcel.body
		? api.POST('/api/structures/{structure_id}/pulls/{pull_id}/strike', {
				params: { path: { ...path, pull_id: parcel.id } }
			})
		: api.POST('/api/structures/{structure_id}/pulls', { params: { path }, body: parcel.body });
}

function sendShot(parcel: Parcel) {
	const path = { structure_id: parcel.structureId };
	return parcel.kind === 'strike-shot' || !parcel.shot || !parcel.setupId
		? api.POST('/api/structures/{structure_id}/levels/shots/{shot_id}/strike', {
				params: {
					path: { ...path, shot_id: parcel.id },
					query: parcel.setupId ? { setup: parcel.setupId } : {}
				}
			})
		: api.POST('/api/structures/{structure_id}/levels/setups/{setup_id}/shots', {
				params: { path: { ...path, setup_id: parcel.setupId } },
				body: parcel.shot
			});
}

export const outbox = new Outbox();
