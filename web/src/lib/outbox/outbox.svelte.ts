import { answer, api, ApiError } from '$lib/api/client';
import type { Levels, Structure } from '$lib/api/types';
import { person } from '$lib/person/person.svelte';
import { forgetParcel, keepParcel, parcelsKept, type Parcel } from './parcels';

export type { Parcel } from './parcels';

const FIRST_RETRY_MS = 1000;
const LONGEST_RETRY_MS = 10_000;
/** A parcel that the server failed over this often is set aside, so that those behind it get through. */
const MOST_FAILURES = 4;

/** What became of a parcel: the server has it, this device keeps it, or the server would not take it. */
export type Outcome = 'sent' | 'kept' | 'refused';

/** Sends readings in order and keeps trying while the server or its database is away. */
class Outbox {
	parcels = $state<Parcel[]>(parcelsKept());
	/** Set while the last try found nobody. */
	away = $state(false);
	/** Set when this device could not keep a parcel: it is only in this page. */
	unkept = $state(false);
	/** Told of every structure that a delivered parcel changed. */
	onDelivered: (structure: Structure) => void = () => {};
	/** Told of the level book that a delivered shot changed. */
	onShot: (levels: Levels) => void = () => {};
	#sending = false;
	#retryMs = FIRST_RETRY_MS;
	#timer: ReturnType<typeof setTimeout> | undefined;
	#watched: Record<string, (outcome: Outcome) => void> = {};

	get waiting(): Parcel[] {
		return this.parcels.filter((parcel) => !parcel.refused);
	}

	/** Parcels of one structure, waiting or refused. */
	of(structureId: string): Parcel[] {
		return this.parcels.filter((parcel) => parcel.structureId === structureId);
	}

	/** Put a parcel in and send at once; answers what became of it, without waiting for a server that is away. */
	post(parcel: Parcel): Promise<Outcome> {
		const made = keepParcel(parcel);
		if (!made.kept) this.unkept = true;
		const outcome = new Promise<Outcome>(
			(resolve) => (this.#watched[made.parcel.key ?? ''] = resolve)
		);
		this.parcels.push(made.parcel);
		void this.flush();
		return outcome;
	}

	/** Throw a refused parcel away, once its text is back under somebody's hands. */
	drop(parcel: Parcel): void {
		forgetParcel(parcel);
		this.parcels = this.parcels.filter((one) => one.key !== parcel.key);
		if (this.parcels.length === 0) this.unkept = false;
	}

	/** Send a refused parcel once more, as it stands. */
	again(parcel: Parcel): void {
		delete parcel.refused;
		delete parcel.failed;
		keepParcel($state.snapshot(parcel));
		void this.flush();
	}

	/** Take over what other tabs of this device put in or sent. */
	reread(): void {
		const kept = parcelsKept();
		const onlyHere = this.unkept
			? this.parcels.filter((one) => !kept.some(({ key }) => key === one.key))
			: [];
		this.parcels = [...kept, ...onlyHere];
	}

	/** Send what waits, oldest first; one tab of a device at a time. */
	async flush(): Promise<void> {
		if (this.#sending) return;
		clearTimeout(this.#timer);
		if (this.waiting.length === 0) return;
		this.#sending = true;
		try {
			if (!(await person.ensure())) return;
			await alone(async () => {
				this.reread();
				let next: Parcel | undefined;
				while ((next = this.waiting[0])) await this.#deliver(next);
			});
			this.away = false;
			this.#retryMs = FIRST_RETRY_MS;
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			this.away = true;
			this.#timer = setTimeout(() => void this.flush(), this.#retryMs);
			this.#retryMs = Math.min(this.#retryMs * 2, LONGEST_RETRY_MS);
		} finally {
			this.#sending = false;
			for (const parcel of this.waiting) this.#tell(parcel.key, 'kept');
		}
	}

	/** Deliver one parcel; throws only when trying again later can help. */
	async #deliver(parcel: Parcel): Promise<void> {
		try {
			if (isOfLevels(parcel)) {
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
			parcel.failed = (parcel.failed ?? 0) + 1;
			if (error.isFault && parcel.failed < MOST_FAILURES) {
				keepParcel($state.snapshot(parcel));
				throw error;
			}
			parcel.refused = error.told;
			keepParcel($state.snapshot(parcel));
			this.#standAlone(parcel.id);
			this.#tell(parcel.key, 'refused');
		}
	}

	/** What was to replace a reading that the server would not take stands by itself. */
	#standAlone(id: string): void {
		for (const other of this.waiting) {
			for (const reading of [other.body, other.shot]) {
				if (reading?.replaces !== id) continue;
				delete reading.replaces;
				keepParcel($state.snapshot(other));
			}
		}
	}

	#tell(key: string | undefined, outcome: Outcome): void {
		this.#watched[key ?? '']?.(outcome);
		delete this.#watched[key ?? ''];
	}
}

/** Whether a parcel changes the level book. */
export const isOfLevels = (parcel: Parcel): boolean => parcel.kind.endsWith('shot');

/** Only one tab sends at a time where the browser can see to it; elsewhere ids keep a reading from counting twice. */
async function alone(work: () => Promise<void>): Promise<void> {
	if ('locks' in navigator) await navigator.locks.request('anvilhead.outbox', work);
	else await work();
}

function send(parcel: Parcel) {
	const path = { structure_id: parcel.structureId };
	if (parcel.kind === 'pull' && parcel.body)
		return api.POST('/api/structures/{structure_id}/pulls', {
			params: { path },
			body: parcel.body
		});
	const params = { path: { ...path, pull_id: parcel.id } };
	return parcel.kind === 'unstrike'
		? api.POST('/api/structures/{structure_id}/pulls/{pull_id}/strike/back', { params })
		: api.POST('/api/structures/{structure_id}/pulls/{pull_id}/strike', { params });
}

function sendShot(parcel: Parcel) {
	const path = { structure_id: parcel.structureId };
	const query = parcel.inHand ? { setup: parcel.inHand } : {};
	if (parcel.kind === 'shot' && parcel.shot && parcel.setupId)
		return api.POST('/api/structures/{structure_id}/levels/setups/{setup_id}/shots', {
			params: { path: { ...path, setup_id: parcel.setupId }, query },
			body: parcel.shot
		});
	const shot = { ...path, shot_id: parcel.id };
	return parcel.kind === 'unstrike-shot'
		? api.POST('/api/structures/{structure_id}/levels/shots/{shot_id}/strike/back', {
				params: { path: shot, query }
			})
		: api.POST('/api/structures/{structure_id}/levels/shots/{shot_id}/strike', {
				params: { path: shot, query: { ...query, anyway: parcel.anyway ?? false } }
			});
}

export const outbox = new Outbox();
