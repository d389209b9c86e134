/** Parcels as they are kept on this device: each under a key of its own, so that two tabs never overwrite a list. */
import type { Schemas } from '$lib/api/client';
import { keysKept, readKept, writeKept } from '$lib/ui/kept';

const PREFIX = 'anvilhead.outbox.';

/** A reading, a strike or a strike taken back on its way; kept on this device until the server has it. */
export interface Parcel {
	/** UUID of the reading; sending it twice records it once. */
	id: string;
	/** Key it is kept under; its order is the order in which parcels were made. */
	key?: string;
	structureId: string;
	kind: 'pull' | 'strike' | 'unstrike' | 'shot' | 'strike-shot' | 'unstrike-shot';
	/** Key of the call that a reading answers. */
	callKey?: string;
	body?: Schemas['PullCreate'];
	/** A level reading, and the setup it belongs to. */
	shot?: Schemas['ShotCreate'];
	setupId?: string;
	/** The setup that target readings of the answer are for. */
	inHand?: string | undefined;
	/** A strike that may take the heights of others along. */
	anyway?: boolean;
	/** How often the server failed over it. */
	failed?: number;
	/** What the server said when it would not take it. */
	refused?: string;
}

let made = 0;

/** Keep a parcel; answers it with its key, and whether the device could keep it. */
export function keepParcel(parcel: Parcel): { parcel: Parcel; kept: boolean } {
	const time = Date.now().toString().padStart(15, '0');
	const key = parcel.key ?? `${PREFIX}${time}.${String(made++).padStart(6, '0')}.${parcel.id}`;
	const keyed = { ...parcel, key };
	return { parcel: keyed, kept: writeKept(key, keyed) };
}

export function forgetParcel(parcel: Parcel): void {
	if (parcel.key) writeKept(parcel.key, undefined);
}

/** Every parcel of this device, of all its tabs, oldest first. */
export function parcelsKept(): Parcel[] {
	return keysKept(PREFIX).flatMap((key) => {
		const parcel = readKept<Parcel | null>(key, null);
		return parcel ? [{ ...parcel, key }] : [];
	});
}

/** Whether a change of storage is one of parcels, made by another tab. */
export const isOfParcels = (event: StorageEvent): boolean =>
	event.key === null || event.key.startsWith(PREFIX);
