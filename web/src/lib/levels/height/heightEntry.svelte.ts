import type { Standing } from '$lib/api/types';
import { outbox, type Outcome } from '$lib/outbox/outbox.svelte';
import { ReadingEcho } from '$lib/levels/shoot/readingEcho.svelte';
import type { LevelsStage } from '$lib/levels/stage.svelte';

/** A check shot on a thing at one point: what is typed, what it means, and what became of it. */
export class HeightEntry {
	readonly #ofStage: () => LevelsStage;
	readonly #row: () => Standing;
	readonly #echo = new ReadingEcho();

	constructor(stage: () => LevelsStage, row: () => Standing) {
		this.#ofStage = stage;
		this.#row = row;
		$effect(() => this.#echo.ask(this.#asked));
	}

	get #stage(): LevelsStage {
		return this.#ofStage();
	}

	get row(): Standing {
		return this.#row();
	}

	get #key(): string {
		return `${this.row.name}|${this.row.at}`;
	}

	/** The last reading of it on its way, or refused. */
	get parcel() {
		return this.#stage.shots.underway.findLast(
			(one) => one.shot?.at === this.row.at && one.shot.on === this.row.name
		);
	}

	/** What is typed; a reading that was refused stands in its field again. */
	get text(): string {
		const { parcel } = this;
		return this.#stage.draft(this.#key) || (parcel?.refused ? String(parcel.shot?.reading) : '');
	}

	get distance(): string {
		return this.#stage.draft(`${this.#key}|far`);
	}

	/** Whether the setup in hand corrects its readings, so that each sight must be known. */
	get isCorrected(): boolean {
		return this.#stage.setup?.corrected ?? false;
	}

	/** What the rod in hand is marked in. */
	get marks() {
		return this.#stage.setup?.rod ?? this.#stage.job.units;
	}

	get trouble(): string {
		return this.#echo.trouble || this.parcel?.refused || '';
	}

	get readsAs(): string {
		return this.text ? this.#echo.text : '';
	}

	get says(): string {
		return this.text ? this.#echo.says : '';
	}

	get waiting(): boolean {
		return this.parcel !== undefined && !this.parcel.refused;
	}

	type(text: string): void {
		if (this.parcel?.refused) outbox.drop(this.parcel);
		this.#stage.type(this.#key, text);
	}

	typeDistance(text: string): void {
		this.#stage.type(`${this.#key}|far`, text);
	}

	/** Record it; a text that cannot be read stays where it is. */
	async keep(): Promise<Outcome> {
		const { setup } = this.#stage;
		const { text, distance, parcel } = this;
		const { at, name } = this.row;
		if (!setup || !text.trim() || (await this.#echo.check(this.#asked))) return 'refused';
		if (parcel?.refused) outbox.drop(parcel);
		this.#stage.type(this.#key, '');
		return this.#stage.shots.record(setup, { at, thing: name, reading: text, distance });
	}

	get #asked() {
		const { job, setup, found } = this.#stage;
		return {
			units: job.units,
			rod: this.marks,
			text: this.text,
			rod_mm: setup?.rod_length?.mm ?? null,
			hi_mm: found?.level_line_mm ?? null,
			target_mm: this.row.height_mm,
			tolerance_mm: this.row.tolerance_mm,
			correct_per_mm: found?.correction_per_mm ?? null,
			distance: this.distance,
			distance_mm: this.row.sight_mm ?? null
		};
	}
}
