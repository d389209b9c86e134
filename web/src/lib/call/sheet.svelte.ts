import type { Call, Pull, Structure, Units } from '$lib/api/types';
import { outbox, type Parcel } from '$lib/outbox/outbox.svelte';
import { readKept, writeKept } from '$lib/ui/kept';

/** One row of the call sheet. */
export interface Row {
	key: string;
	call: Call;
	/** What the tape should read in this round, burn and all. */
	wanted: { text: string; mm: number };
	/** The reading that counts in this round. */
	pull?: Pull;
	/** A reading on its way to the server, or refused by it. */
	parcel?: Parcel;
	/** What stands in the field. */
	text: string;
}

const sameWay = (one: { from: string; to: string }, other: { from: string; to: string }) =>
	(one.from === other.from && one.to === other.to) ||
	(one.from === other.to && one.to === other.from);

/** The call sheet of one structure: rounds, fields as typed, and readings on their way. */
export class CallSheetState {
	readonly #structure: () => Structure;
	/** A round begun on this device that has no reading yet. */
	#begun = $state<number>();
	#shown = $state<number>();
	#drafts = $state<Record<string, string>>({});

	constructor(structure: () => Structure) {
		this.#structure = structure;
		this.#drafts = readKept(this.#key, {});
	}

	get #key(): string {
		return `anvilhead.drafts.${this.#structure().id}`;
	}

	get latest(): number {
		const counting = this.#structure().pulls.filter((pull) => !pull.struck);
		const waiting = outbox.of(this.#structure().id).map((parcel) => parcel.body?.round ?? 1);
		return Math.max(1, this.#begun ?? 1, ...counting.map((pull) => pull.round), ...waiting);
	}

	/** The round on the screen. */
	get round(): number {
		return this.#shown ?? this.latest;
	}

	get isLatest(): boolean {
		return this.round === this.latest;
	}

	get rounds(): number[] {
		return Array.from({ length: this.latest }, (_, index) => index + 1);
	}

	/** Whether there is something to begin another round after. */
	get canBegin(): boolean {
		return this.#structure().pulls.some((pull) => !pull.struck && pull.round === this.latest);
	}

	get rows(): Row[] {
		return this.#structure().calls.map((call) => this.#row(call));
	}

	show(round: number): void {
		this.#shown = round === this.latest ? undefined : round;
	}

	begin(): void {
		this.#begun = this.latest + 1;
		this.#shown = undefined;
	}

	/** Keep what is being typed, also over a reload. */
	type(row: Row, text: string): void {
		this.#drafts[this.#draftKey(row.key)] = text;
		this.#keep();
	}

	/** Record what stands in a field; an emptied field strikes its reading. */
	record(row: Row, units: Units, burn: string): void {
		const text = row.text.trim();
		if (row.parcel && !row.parcel.refused) return;
		if (row.parcel) outbox.drop(row.parcel.id);
		delete this.#drafts[this.#draftKey(row.key)];
		this.#keep();
		if (text === (row.pull?.reading.written ?? '')) return;
		if (text === '') {
			if (row.pull) this.strike(row.pull);
			return;
		}
		const id = crypto.randomUUID();
		outbox.post({
			id,
			structureId: this.#structure().id,
			kind: 'pull',
			body: {
				id,
				units,
				round: this.round,
				from: row.call.from,
				to: row.call.to,
				reading: text,
				burn,
				replaces: row.pull?.id
			}
		});
	}

	strike(pull: Pull): void {
		outbox.post({ id: pull.id, structureId: this.#structure().id, kind: 'strike' });
	}

	#row(call: Call): Row {
		const structure = this.#structure();
		const key = `${call.from}-${call.to}`;
		const inRound = structure.pulls.filter(
			(pull) => pull.round === this.round && sameWay(pull, call)
		);
		const pull = inRound.findLast((one) => !one.struck);
		const parcel = outbox
			.of(structure.id)
			.findLast(
				(one) =>
					(one.body && one.body.round === this.round && sameWay(one.body, call)) ||
					(one.kind === 'strike' && one.id === pull?.id)
			);
		const sent = parcel?.kind === 'strike' ? '' : (parcel?.body?.reading as string | undefined);
		const text = this.#drafts[this.#draftKey(key)] ?? sent ?? pull?.reading.written ?? '';
		return { key, call, wanted: this.#wanted(call), pull, parcel, text };
	}

	/** The plan, or what the round before predicted once its moves were made. */
	#wanted(call: Call): { text: string; mm: number } {
		const judged = this.#structure().result.square?.round ?? 0;
		if (this.round > judged && call.then_text)
			return { text: call.then_text, mm: call.then_mm ?? 0 };
		if (this.round === judged && call.told_text)
			return { text: call.told_text, mm: call.told_mm ?? 0 };
		return { text: call.call_text, mm: call.call_mm };
	}

	#draftKey(key: string): string {
		return `${this.round}:${key}`;
	}

	#keep(): void {
		const drafts = $state.snapshot(this.#drafts);
		writeKept(this.#key, Object.keys(drafts).length ? drafts : undefined);
	}
}
