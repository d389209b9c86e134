import { answer, api, ApiError, type Schemas } from '$lib/api/client';
import type { LevelPlan, Levels, LevelSetup, LevelShot } from '$lib/api/types';
import type { Here } from '$lib/job/context';
import { outbox } from '$lib/outbox/outbox.svelte';
import { person } from '$lib/person/person.svelte';
import { readKept, writeKept } from '$lib/ui/kept';

/** What is typed for a shot; kept on this device until it is on its way. */
export interface ShotDraft {
	at: string;
	thing: string;
	reading: string;
	turned: string;
	distance: string;
}

/** The level book of a job as the server has it, and what hands do to it. */
export class LevelsStage {
	levels = $state<Levels>();
	/** What went wrong last, in words; empty when nothing did. */
	trouble = $state('');
	tab = $state('shoot');
	/** Thing that is being set to height. */
	target = $state('');
	/** Section that is drawn in place of the plan; empty for the plan. */
	section = $state('');
	shouting = $state(false);
	readonly #labels = $derived(
		Object.fromEntries((this.levels?.points ?? []).map((one) => [one.name, one.label]))
	);
	/** How often the book was taken; a late answer to an older question must not put it back. */
	#taken = 0;
	readonly #here: Here;
	#drafts = $state<Record<string, string>>({});

	constructor(here: Here) {
		this.#here = here;
		this.#drafts = readKept(this.#key, {});
	}

	get job() {
		return this.#here.job;
	}

	get structure() {
		return this.#here.structure;
	}

	get result() {
		return this.levels?.result;
	}

	/** The setup that is shot from now. */
	get setup(): LevelSetup | undefined {
		return this.levels?.setups.at(-1);
	}

	/** What is planned about heights, as it is kept. */
	get planned(): LevelPlan {
		return (this.levels?.plan ?? {}) as LevelPlan;
	}

	/** Names of things to set to height, in the order planned. */
	get things(): string[] {
		const names = this.standings.map((one) => one.name);
		return names.filter((name, index) => names.indexOf(name) === index);
	}

	/** Every thing at every point of this structure. */
	get standings() {
		return (this.result?.targets ?? []).filter((one) => !this.label(one.at).includes('/'));
	}

	/** How a point of the book reads beside this structure. */
	label(name: string): string {
		return this.#labels[name] ?? name;
	}

	/** What a typed name is called in the book: this structure's own points may be typed bare. */
	nameOf(typed: string): string {
		const points = this.levels?.points ?? [];
		return points.find((one) => one.label === typed)?.name ?? typed;
	}

	draft(key: string): string {
		return this.#drafts[key] ?? '';
	}

	type(key: string, text: string): void {
		if (text) this.#drafts[key] = text;
		else delete this.#drafts[key];
		const drafts = $state.snapshot(this.#drafts);
		writeKept(this.#key, Object.keys(drafts).length ? drafts : undefined);
	}

	/** Take the book as the server now has it. */
	take(levels: Levels): void {
		this.#taken++;
		this.levels = levels;
	}

	/** Fetch the book; an answer that was asked for before something newer came is thrown away and asked for again. */
	async load(): Promise<void> {
		try {
			let before: number;
			let levels: Levels;
			do {
				before = this.#taken;
				levels = await answer(api.GET('/api/structures/{structure_id}/levels', this.#path));
			} while (before !== this.#taken);
			this.take(levels);
			this.trouble = '';
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			this.trouble = error.message;
		}
	}

	/** A typed length in millimetres; nothing when it cannot be read. */
	async typedMm(text: string): Promise<number | undefined> {
		const echo = await answer(
			api.POST('/api/lengths', { body: { text, units: this.job.units, signed: false } })
		);
		return echo.read?.mm;
	}

	/** Record a reading of a setup; it goes through the outbox, so that nothing typed is lost. */
	shoot(
		setup: LevelSetup,
		shot: Partial<ShotDraft> & { at: string; reading: string },
		replaces?: LevelShot
	): void {
		outbox.post({
			id: crypto.randomUUID(),
			structureId: this.structure.id,
			setupId: setup.id,
			kind: 'shot',
			shot: {
				id: crypto.randomUUID(),
				rod: setup.rod,
				at: this.nameOf(shot.at),
				reading: shot.reading.trim(),
				...(shot.thing ? { on: shot.thing } : {}),
				...(shot.turned?.trim() ? { turned: shot.turned.trim() } : {}),
				...(shot.distance?.trim() ? { distance: shot.distance.trim() } : {}),
				...(replaces ? { replaces: replaces.id } : {})
			}
		});
	}

	/** Shots of this job on their way, or refused. */
	get parcels() {
		return outbox.of(this.structure.id).filter((one) => one.kind === 'shot');
	}

	strike(shot: LevelShot): void {
		outbox.post({ id: shot.id, structureId: this.structure.id, kind: 'strike-shot' });
	}

	beginSetup(head: Omit<Schemas['SetupCreate'], 'id' | 'units'>): Promise<string> {
		return this.#ask(() =>
			api.POST('/api/structures/{structure_id}/levels/setups', {
				...this.#path,
				body: { ...head, id: crypto.randomUUID(), units: this.job.units }
			})
		);
	}

	test(check: Omit<Schemas['CheckCreate'], 'id' | 'units'>): Promise<string> {
		return this.#ask(() =>
			api.POST('/api/structures/{structure_id}/levels/checks', {
				...this.#path,
				body: { ...check, id: crypto.randomUUID(), units: this.job.units }
			})
		);
	}

	/** Change what is planned about heights; answers what went wrong, or ''. */
	plan(change: (plan: LevelPlan) => LevelPlan): Promise<string> {
		return this.#ask(() =>
			api.PUT('/api/structures/{structure_id}/levels/plan', {
				...this.#path,
				body: {
					units: this.job.units,
					base_revision: this.levels?.revision ?? 0,
					plan: change(this.planned)
				}
			})
		);
	}

	undo(): Promise<string> {
		return this.#ask(() =>
			api.POST('/api/structures/{structure_id}/levels/plan/undo', {
				...this.#path,
				body: { base_revision: this.levels?.revision ?? 0 }
			})
		);
	}

	/** Read a book from CSV text, and keep it when asked; throws what the server says. */
	takeBook(text: string, keep: boolean) {
		return answer(
			api.POST('/api/structures/{structure_id}/levels/book', {
				...this.#path,
				body: { text, keep }
			})
		);
	}

	get #key(): string {
		return `anvilhead.levels.${this.structure.id}`;
	}

	get #path() {
		return { params: { path: { structure_id: this.structure.id } } };
	}

	async #ask(call: () => Parameters<typeof answer<Levels>>[0]): Promise<string> {
		if (!(await person.ensure())) return 'Say who you are first.';
		try {
			this.take(await answer(call()));
			return '';
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			if (error.status === 409) await this.load();
			return error.problem.problems?.[0]?.message ?? error.message;
		}
	}
}

/** The stage of the structure in front of one; it is fetched again whenever the job changed. */
export function useLevelsStage(here: Here): LevelsStage {
	const stage = new LevelsStage(here);
	$effect(() => {
		void here.job;
		void stage.load();
	});
	$effect(() => {
		outbox.onShot = (levels) => {
			if (levels.structure_id === here.structure.id) stage.take(levels);
		};
		return () => (outbox.onShot = () => {});
	});
	return stage;
}
