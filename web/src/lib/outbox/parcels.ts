/** Parcels as this device keeps them: one list in its database for all tabs, in the order in which they were made. */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Schemas } from '$lib/api/client';
import { keysKept, readKept, writeKept } from '$lib/ui/kept';

const NAME = 'anvilhead.outbox';
/** Where devices kept them before they had a list. */
const BEFORE = 'anvilhead.outbox.';

/** A reading, a strike, a strike taken back or a mark on its way; kept on this device until the server has it. */
export interface Parcel {
	/** UUID of the reading; sending it twice records it once. */
	id: string;
	/** Key it is kept under; its order is the order in which parcels were made. */
	key?: string;
	structureId: string;
	/** How the structure is called, for whoever looks from elsewhere. */
	where?: string;
	kind: 'pull' | 'strike' | 'unstrike' | 'shot' | 'strike-shot' | 'unstrike-shot' | 'done' | 'note';
	/** Key of the call that a reading answers. */
	callKey?: string;
	body?: Schemas['PullCreate'];
	/** A level reading, and the setup it belongs to. */
	shot?: Schemas['ShotCreate'];
	setupId?: string;
	/** The setup that target readings of the answer are for. */
	inHand?: string | undefined;
	/** A note, the job it belongs to, and its photo or voice, which is sent before it. */
	note?: Schemas['NoteCreate'];
	jobId?: string;
	media?: { id: string; content: Blob; keepPlace: boolean };
	/** What was done to marks. */
	done?: Schemas['DoneCreate'];
	/** A strike that may take the heights of others along. */
	anyway?: boolean;
	/** How often the server failed over it. */
	failed?: number;
	/** What the server said when it would not take it. */
	refused?: string;
}

export type KeyedParcel = Parcel & { key: string };

interface Shelf extends DBSchema {
	parcels: { key: string; value: KeyedParcel };
}

let made = 0;

/** A parcel with the key that gives it its place after all that were made before. */
export function keyed(parcel: Parcel): KeyedParcel {
	const time = Date.now().toString().padStart(15, '0');
	return { ...parcel, key: `${time}.${String(made++).padStart(6, '0')}.${parcel.id}` };
}

/** When a parcel was made, by the clock of this device. */
export const madeAt = (parcel: KeyedParcel): string =>
	new Date(Number(parcel.key.split('.')[0])).toISOString();

/** The list of this device, and word of what its other tabs do to it. */
export class ParcelShelf {
	#opened: Promise<IDBPDatabase<Shelf>> | undefined;
	readonly #others: BroadcastChannel | undefined;

	/** `onChange` is told when another tab put a parcel in or took one out. */
	constructor(onChange: () => void) {
		if (typeof BroadcastChannel === 'undefined') return;
		this.#others = new BroadcastChannel(NAME);
		this.#others.onmessage = onChange;
	}

	/** Every parcel of this device, oldest first; throws where it cannot keep any. */
	async all(): Promise<KeyedParcel[]> {
		const shelf = await this.#open();
		return shelf.getAll('parcels');
	}

	/** Keep a parcel, or what became of it; throws when the device cannot. */
	async keep(parcel: KeyedParcel): Promise<void> {
		const shelf = await this.#open();
		await shelf.put('parcels', parcel);
		this.#others?.postMessage('');
	}

	async forget(key: string): Promise<void> {
		const shelf = await this.#open();
		await shelf.delete('parcels', key);
		this.#others?.postMessage('');
	}

	#open(): Promise<IDBPDatabase<Shelf>> {
		this.#opened ??= opened().catch((error: unknown) => {
			this.#opened = undefined; // it may be free the next time
			throw error;
		});
		return this.#opened;
	}
}

async function opened(): Promise<IDBPDatabase<Shelf>> {
	const shelf = await openDB<Shelf>(NAME, 1, {
		upgrade: (fresh) => void fresh.createObjectStore('parcels', { keyPath: 'key' })
	});
	for (const old of keysKept(BEFORE)) {
		const parcel = readKept<Parcel | null>(old, null);
		if (parcel) await shelf.put('parcels', { ...parcel, key: old.slice(BEFORE.length) });
		writeKept(old, undefined);
	}
	return shelf;
}
