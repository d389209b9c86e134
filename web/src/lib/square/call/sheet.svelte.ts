import { answer, api, type Schemas } from '$lib/api/client';
import type { Call, Instrument, Occasion, Pull, PullKind, Structure, Units } from '$lib/api/types';
import { isOfLevels, outbox, type Outcome, type Parcel } from '$lib/outbox/outbox.svelte';
import { readKept, writeKept } from '$lib/ui/kept';
import { newId } from '$lib/ui/newId';

/** One row of the call sheet. */
export interface Row {
	key: string;
	call: Call;
	/** What the tape should read in this round, burn and all. */
	wanted: { text: string; mm: number };
	/** The reading that counts in this round. */
	pull?: Pull | undefined;
	/** Other readings of the same pull in this round: they count as well. */
	others: Pull[];
	/** A reading on its way to the server, or refused by it. */
	parcel?: Parcel | undefined;
	/** What stands in the field, and whether that differs from the reading that counts. */
	text: string;
	edited: boolean;
}

/** What is typed, and the reading that stood there when typing began; '' for none. */
interface Draft {
	text: string;
	on: string;
}

/** A pull of any kind, without its reading. */
export type AnyPull = Omit<Schemas['PullAsked'], 'round' | 'instrument' | 'family' | 'again'> & {
	kind: PullKind;
};

const pair = (one: string, other: string) => [one, other].toSorted().join('|');

/** What a reading of a call says about how it was taken. */
function howOf(call: Call): Pick<Schemas['PullCreate'], 'from' | 'to' | 'kind' | 'line'> & {
	legs?: [string, string];
	station?: string;
} {
	const [one, other] = call.legs;
	return {
		from: call.from,
		to: call.to,
		kind: call.pull,
		...(call.line ? { line: call.line } : {}),
		...(one && other ? { legs: [one, other] as [string, string] } : {}),
		...(call.station ? { station: call.station } : {})
	};
}

/** Whether a row still waits for a reading: none recorded, or one that was refused. */
export const isOpen = (row: Row): boolean =>
	(!row.pull && !row.parcel) || Boolean(row.parcel?.refused);

/** The call sheet of one structure: rounds, fields as typed, and readings on their way. */
export class CallSheetState {
	readonly #structure: () => Structure;
	/** What the readings are taken with. */
	instrument = $state<Instrument>('steel-tape');
	/** The pulls of a re-check, while one is on the screen. */
	lookingAgain = $state<Schemas['RecheckPull'][]>();
	/** A round begun on this device that has no reading yet. */
	#begun = $state<number>();
	#shown = $state<number>();
	#drafts = $state<Record<string, Draft>>({});

	constructor(structure: () => Structure) {
		this.#structure = structure;
		const kept = readKept<Record<string, Draft | string>>(this.#key, {});
		for (const [key, draft] of Object.entries(kept))
			this.#drafts[key] = typeof draft === 'string' ? { text: draft, on: '' } : draft;
	}

	get #key(): string {
		return `anvilhead.drafts.${this.#structure().id}`;
	}

	/** Worked out once for each change: every row asks for it many times. */
	readonly #latest = $derived.by(() => {
		const counting = this.#structure().pulls.filter((pull) => !pull.struck);
		const waiting = outbox.of(this.#structure().id).map((parcel) => parcel.body?.round ?? 1);
		return Math.max(
			1,
			this.#begun ?? 1,
			this.#onOtherLines,
			...counting.map((pull) => pull.round),
			...waiting
		);
	});
	get latest(): number {
		return this.#latest;
	}

	/** Lines that are pulled now and were not in the latest round begin a round of their own. */
	get #onOtherLines(): number {
		const { result, squared_on } = this.#structure();
		return result.square && result.square.family !== squared_on ? result.square.round + 1 : 1;
	}

	/** The line family that readings are of, for a reading that is sent. */
	get #family(): { family?: string } {
		const { result, squared_on } = this.#structure();
		return squared_on === result.lines[0]?.family ? {} : { family: squared_on };
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

	/** Rows of the sheet; when looking again, the pulls that show movement come first. */
	get rows(): Row[] {
		return this.#rows;
	}

	readonly #rows = $derived.by(() => {
		const rows = this.#structure().calls.map((call) => this.#row(call));
		const first = this.lookingAgain;
		if (!first) return rows;
		const wanted = first.map((pull) => pair(pull.from, pull.to));
		const place = (row: Row) => {
			const at = wanted.indexOf(pair(row.call.from, row.call.to));
			return at < 0 ? wanted.length : at;
		};
		return rows.toSorted((one, other) => place(one) - place(other));
	});

	/** Why this round is pulled, when it is not to bring the strings in. */
	get occasion(): Occasion | undefined {
		return this.occasionOf(this.round);
	}

	/** The same in words. */
	get again(): string {
		return this.occasion
			? (this.#structure().begun.find((one) => one.round === this.round)?.text ?? '')
			: '';
	}

	occasionOf(round: number): Occasion | undefined {
		const begun = this.#structure().begun.find((one) => one.round === round)?.occasion;
		return begun === 'square' ? undefined : begun;
	}

	/** Keys of what is still to pull, nearest first; what must be pulled goes before. */
	get toPull(): string[] {
		const rows = this.rows.filter(isOpen);
		const open = rows.map((row) => row.key);
		const { document, result } = this.#structure();
		const square = result.square;
		if (square?.round !== this.round && document.goes_on && !this.lookingAgain)
			return rows
				.toSorted((one, other) => other.call.length_mm - one.call.length_mm)
				.map((row) => row.key);
		if (this.lookingAgain || square?.round !== this.round) return open;
		const asked = square.next_pull?.key;
		const near = square.to_pull.map((one) => one.key).filter((key) => open.includes(key));
		const order = [...near, ...open.filter((key) => !near.includes(key))];
		return asked ? [asked, ...order.filter((key) => key !== asked)] : order;
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
		const key = this.#draftKey(row.key);
		this.#drafts[key] = { text, on: this.#drafts[key]?.on ?? this.#standing(row) };
		this.#keep();
	}

	/** The reading that a row shows: on its way, or recorded. */
	#standing(row: Row): string {
		return (row.parcel && !row.parcel.refused ? row.parcel.id : row.pull?.id) ?? '';
	}

	/**
	 * Record what stands in a field; an emptied field strikes its reading.  It takes the place of the reading that
	 * was there when typing began: one that somebody else recorded meanwhile stays, and both count.
	 */
	async record(row: Row, units: Units, burn: string): Promise<Outcome> {
		const text = row.text.trim();
		const standing = this.#standing(row);
		const was =
			(standing === row.pull?.id ? row.pull.reading.written : row.parcel?.body?.reading) ?? '';
		const draft = this.#drafts[this.#draftKey(row.key)];
		if (row.parcel?.refused) outbox.drop(row.parcel);
		delete this.#drafts[this.#draftKey(row.key)];
		this.#keep();
		if (text === was) return 'sent';
		if (text === '') return standing ? this.#post({ id: standing, kind: 'strike' }) : 'sent';
		const id = newId();
		const replaces = draft && draft.on !== standing ? '' : standing;
		return this.#post({
			id,
			kind: 'pull',
			callKey: row.key,
			body: {
				...this.#taking(row, units, burn),
				id,
				reading: text,
				...(replaces ? { replaces } : {})
			}
		});
	}

	/** How a row is pulled in the round on the screen. */
	#taking(row: Row, units: Units, burn: string) {
		return {
			...howOf(row.call),
			...this.#ofRound,
			units,
			burn: row.call.pull === 'square' ? 0 : burn,
			offset: row.call.offset ?? 0,
			instrument: this.readWith(row)
		};
	}

	get #ofRound() {
		return { ...this.#family, round: this.round };
	}

	/** What a row is read with. */
	readWith(row: Row): Instrument {
		return row.call.instrument ?? this.instrument;
	}

	/** The instrument of the shelf that can be asked for a row, by its name; '' for none. */
	answering(row: Row): string {
		return this.#answering(this.readWith(row));
	}

	/** The same for a pull of any kind, whether or not the sheet asks for it. */
	answeringAny(kind: PullKind): string {
		return this.#answering(this.#readAny(kind));
	}

	#answering(instrument: Instrument): string {
		return this.#structure().answering[instrument] ?? '';
	}

	#readAny(kind: PullKind): Instrument {
		return kind === 'square' ? 'square-laser' : this.instrument;
	}

	/** Ask that instrument; throws what it says when there is no reading. */
	ask(row: Row, units: Units, burn: string, again: number): Promise<Schemas['ReadingTaken']> {
		return this.#ask({ ...this.#taking(row, units, burn), again });
	}

	/** Ask it for a pull of any kind. */
	askAny(pull: AnyPull, again: number): Promise<Schemas['ReadingTaken']> {
		return this.#ask({ ...pull, ...this.#ofRound, instrument: this.#readAny(pull.kind), again });
	}

	#ask(body: Schemas['PullAsked']): Promise<Schemas['ReadingTaken']> {
		return answer(
			api.POST('/api/structures/{structure_id}/pulls/ask', {
				params: { path: { structure_id: this.#structure().id } },
				body
			})
		);
	}

	/** Record a reading of any kind, whether or not the sheet asks for it; answers why it was refused, or ''. */
	async recordAny(pull: AnyPull, reading: string): Promise<string> {
		const id = newId();
		const outcome = await this.#post({
			id,
			kind: 'pull',
			body: { ...pull, ...this.#ofRound, id, reading, instrument: this.#readAny(pull.kind) }
		});
		const parcel = outbox.parcels.find((one) => one.id === id);
		if (outcome !== 'refused' || !parcel) return '';
		outbox.drop(parcel); // what was typed still stands where it was typed
		return parcel.refused ?? '';
	}

	/** Readings the server would not take that no row shows. */
	get refusedElsewhere(): Parcel[] {
		const rows = this.rows.map((row) => row.key);
		return outbox
			.of(this.#structure().id)
			.filter(
				(one) =>
					one.refused &&
					!isOfLevels(one) &&
					(one.kind !== 'pull' ||
						one.body?.round !== this.round ||
						!rows.includes(one.callKey ?? ''))
			);
	}

	strike(pull: Pull): void {
		void this.#post({ id: pull.id, kind: 'strike' });
	}

	/** Let a struck reading count again. */
	takeBack(pull: Pull): void {
		void this.#post({ id: pull.id, kind: 'unstrike' });
	}

	#post(parcel: Omit<Parcel, 'structureId'>): Promise<Outcome> {
		const { id, plan, name_in_file } = this.#structure();
		return outbox.post({ ...parcel, structureId: id, where: plan.name ?? name_in_file });
	}

	#row(call: Call): Row {
		const structure = this.#structure();
		const key = call.key;
		const inRound = structure.pulls.filter(
			(pull) => pull.round === this.round && pull.key === call.key
		);
		const standing = inRound.filter((one) => !one.struck);
		const pull = standing.at(-1);
		const parcels = outbox.of(structure.id);
		const readings = parcels.filter((one) => one.body?.round === this.round && one.callKey === key);
		const own = [pull?.id, ...readings.map((one) => one.id)];
		const strikes = parcels.filter(
			(one) => one.kind === 'strike' && !one.refused && own.includes(one.id)
		);
		const parcel = [...readings, ...strikes]
			.toSorted((a, b) => ((a.key ?? '') < (b.key ?? '') ? -1 : 1))
			.at(-1);
		const sent = parcel?.kind === 'strike' ? '' : (parcel?.body?.reading as string | undefined);
		const text = this.#drafts[this.#draftKey(key)]?.text ?? sent ?? pull?.reading.written ?? '';
		return {
			key,
			call,
			wanted: this.#wanted(call),
			pull,
			others: standing.slice(0, -1),
			parcel,
			text,
			edited: text.trim() !== (pull?.reading.written ?? '')
		};
	}

	/** The plan, or what the round before predicted once its moves were made. */
	#wanted(call: Call): { text: string; mm: number } {
		const judged = this.#structure().result.square?.round ?? 0;
		if (this.occasion) return { text: call.call_text, mm: call.call_mm };
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
