import { untrack } from 'svelte';
import { answer, api, ApiError, type Schemas } from '$lib/api/client';
import { Current } from '$lib/api/current';
import type { LevelPlan, Levels, LevelSetup } from '$lib/api/types';
import type { Here } from '$lib/job/context';
import { outbox } from '$lib/outbox/outbox.svelte';
import { person } from '$lib/person/person.svelte';
import { readKept, writeKept } from '$lib/ui/kept';
import { newId } from '$lib/ui/newId';
import { Shots } from '$lib/levels/shoot/shots';

/** The level book of a job as the server has it, and what hands do to it. */
export class LevelsStage {
	levels = $state<Levels>();
	/** What went wrong last, in words; empty when nothing did. */
	trouble = $state('');
	tab = $state('shoot');
	/** Thing that is being set to height. */
	target = $state('');
	/** Point whose target reading is the big number. */
	at = $state('');
	/** Section that is drawn in place of the plan; empty for the plan. */
	section = $state('');
	shouting = $state(false);
	/** The field that a point tapped on the drawing is typed into, and what it asks for. */
	picking = $state.raw<{ what: string; take: (label: string) => void }>();
	readonly #labels = $derived(
		Object.fromEntries((this.levels?.points ?? []).map((one) => [one.name, one.label]))
	);
	/** Whether the trouble told is that nothing could be fetched, which the next fetch mends. */
	#cutOff = false;
	readonly #current = new Current<Levels>(
		(signal) => answer(api.GET('/api/structures/{structure_id}/levels', { ...this.#path, signal })),
		(levels) => {
			this.levels = levels;
			if (this.#cutOff) this.trouble = '';
			this.#cutOff = false;
		},
		(error) => {
			this.trouble = error.message;
			this.#cutOff = true;
		}
	);
	readonly shots: Shots;
	readonly #here: Here;
	#drafts = $state<Record<string, string>>({});
	#chosen = $state('');
	/** The structure that the book was fetched beside. */
	#loaded = '';

	constructor(here: Here) {
		this.#here = here;
		this.shots = new Shots(this);
		this.#drafts = readKept(this.#key, {});
		this.#chosen = readKept(`anvilhead.setup.${here.job.id}`, '');
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

	/** Number of the setup this device shoots from: the one begun or chosen here, else the last of all. */
	get index(): number {
		const setups = this.levels?.setups ?? [];
		const chosen = setups.findIndex((one) => one.id === this.#chosen);
		return chosen >= 0 ? chosen : setups.length - 1;
	}

	/** The setup this person shoots from; another crew may shoot from one of its own. */
	get setup(): LevelSetup | undefined {
		return this.levels?.setups[this.index];
	}

	/** The same worked out. */
	get found() {
		return this.result?.setups[this.index];
	}

	/** Shoot from another setup. */
	choose(setupId: string): void {
		this.keepChosen(setupId);
		void this.#current.restart();
	}

	/** Stay with a setup, also when another crew begins one. */
	keepChosen(setupId: string): void {
		this.#chosen = setupId;
		writeKept(`anvilhead.setup.${this.job.id}`, setupId);
	}

	/** Whether a point of the book belongs to this structure, or to none. */
	isOwn(name: string): boolean {
		return !this.label(name).includes('/');
	}

	/** What is planned about heights, as it is kept. */
	get planned(): LevelPlan {
		return this.levels?.plan ?? {};
	}

	/** Names of things to set to height, in the order planned. */
	get things(): string[] {
		const names = this.standings.map((one) => one.name);
		return names.filter((name, index) => names.indexOf(name) === index);
	}

	/** Every thing at every point of this structure. */
	get standings() {
		return (this.result?.targets ?? []).filter((one) => this.isOwn(one.at));
	}

	/** How a point of the book reads beside this structure. */
	label(name: string): string {
		return this.#labels[name] ?? name;
	}

	/** The point that a typed name means, small letters for large; undefined for a name that is not in the book yet. */
	pointOf(typed: string) {
		const points = this.levels?.points ?? [];
		const text = typed.trim();
		const alike = points.filter((one) => one.label.toLowerCase() === text.toLowerCase());
		return (
			points.find((one) => one.label === text || one.name === text) ??
			(alike.length === 1 ? alike[0] : undefined)
		);
	}

	/** What a typed name is called in the book: this structure's own points may be typed bare. */
	nameOf(typed: string): string {
		return this.pointOf(typed)?.name ?? typed.trim();
	}

	/** The height of the ground at a point, or of a thing there, as far as it is known, millimetres. */
	heightOf(typed: string, thing: string): number | undefined {
		const known = thing ? this.levels?.result.things[thing] : this.levels?.result.heights;
		return known?.[this.nameOf(typed)];
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
		this.#current.taken();
		this.levels = levels;
	}

	/** Fetch the book of the structure in front; resolves once it is shown or refused. */
	load(): Promise<void> {
		if (this.#loaded === this.structure.id) return this.#current.refresh();
		this.#loaded = this.structure.id;
		return this.#current.restart();
	}

	/** The page is left: nothing is asked for it any more. */
	leave(): void {
		this.#current.leave();
	}

	/** The benchmark that counts while nobody named one. */
	readonly firstBenchmark = { name: 'BM', height: '0' };

	/** The benchmark as typed and not kept yet; undefined when nothing was. */
	get benchmarkTyped(): { name: string; height: string; on?: string } | undefined {
		const kept = this.planned.benchmark;
		const [name, height] = [this.draft('benchmark name'), this.draft('benchmark height')];
		const on = this.draft('benchmark on');
		if (kept && !name && !height && !on) return undefined;
		const thing = (on || (kept?.on ?? '')).trim();
		return {
			name: this.nameOf(name || kept?.name || this.firstBenchmark.name),
			height: (height || String(kept?.height ?? this.firstBenchmark.height)).trim(),
			...(thing ? { on: thing } : {})
		};
	}

	/** Keep the benchmark as typed; answers what went wrong, or ''. */
	async keepBenchmark(): Promise<string> {
		const typed = this.benchmarkTyped;
		if (!typed) return '';
		const trouble = await this.plan((plan) => ({ ...plan, benchmark: typed }));
		if (!trouble)
			for (const key of ['benchmark name', 'benchmark on', 'benchmark height']) this.type(key, '');
		return trouble;
	}

	/** Begin a setup; a benchmark that was typed before it and not kept yet is kept with it. */
	async beginSetup(head: Omit<Schemas['SetupCreate'], 'id' | 'units'>): Promise<string> {
		const first = this.levels?.setups.length ? '' : await this.keepBenchmark();
		if (first) return first;
		const id = newId();
		const trouble = await this.#ask(() =>
			api.POST('/api/structures/{structure_id}/levels/setups', {
				params: { path: this.#structure },
				body: { ...head, id, units: this.job.units }
			})
		);
		if (!trouble) this.keepChosen(id);
		return trouble;
	}

	/** Ask the instrument of a setup for a reading; throws what it says when there is none. */
	askInstrument(setupId: string, at: string, thing: string, again: number) {
		return answer(
			api.POST('/api/structures/{structure_id}/levels/setups/{setup_id}/ask', {
				params: { path: { ...this.#structure, setup_id: setupId } },
				body: { at, again, ...(thing ? { on: thing } : {}) }
			})
		);
	}

	test(check: Omit<Schemas['CheckCreate'], 'id' | 'units'>): Promise<string> {
		return this.#ask(() =>
			api.POST('/api/structures/{structure_id}/levels/checks', {
				...this.#path,
				body: { ...check, id: newId(), units: this.job.units }
			})
		);
	}

	/**
	 * Change what is planned about heights; answers what went wrong, or ''.  What somebody else changed meanwhile is
	 * kept with it, unless it is the same thing: then theirs stands, and that is what went wrong.
	 */
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

	/** Take the height that a rule gives a finish: forms and slab go to it. */
	takeFinish(name: string, rule: Schemas['FinishRule']): Promise<string> {
		return this.#ask(() =>
			api.POST('/api/structures/{structure_id}/levels/finishes/taken', {
				...this.#path,
				body: { base_revision: this.levels?.revision ?? 0, name, rule }
			})
		);
	}

	/** Accept what of this structure was set to height, by name; answers what went wrong, or ''. */
	acceptHeights(note: string): Promise<string> {
		return this.#ask(() =>
			api.POST('/api/structures/{structure_id}/levels/acceptances', {
				...this.#path,
				body: { note }
			})
		);
	}

	takeHeightsBack(): Promise<string> {
		return this.#ask(() =>
			api.POST('/api/structures/{structure_id}/levels/acceptances/back', this.#path)
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

	redo(): Promise<string> {
		return this.#ask(() =>
			api.POST('/api/structures/{structure_id}/levels/plan/redo', {
				...this.#path,
				body: { base_revision: this.levels?.revision ?? 0 }
			})
		);
	}

	/** Read a book from CSV text, and keep it when asked; throws what the server says. */
	takeBook(text: string, keep: boolean) {
		return answer(
			api.POST('/api/structures/{structure_id}/levels/book', {
				params: { path: this.#structure },
				body: { text, keep }
			})
		);
	}

	get #key(): string {
		return `anvilhead.levels.${this.structure.id}`;
	}

	/** The structure, and the setup in hand, which target readings are for. */
	get #path() {
		const setup = this.setup?.id;
		return {
			params: { path: this.#structure, query: setup ? { setup } : {} }
		};
	}

	get #structure() {
		return { structure_id: this.structure.id };
	}

	async #ask(call: () => Parameters<typeof answer<Levels>>[0]): Promise<string> {
		if (!(await person.ensure())) return 'Say who you are first.';
		try {
			this.take(await answer(call()));
			return '';
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			if (error.status === 409) await this.load();
			return error.told;
		}
	}
}

/** The stage of the structure in front of one; it is fetched again whenever the job changed. */
export function useLevelsStage(here: Here): LevelsStage {
	const stage = new LevelsStage(here);
	$effect(() => {
		void here.job; // replaced whenever anybody recorded anything
		untrack(() => void stage.load());
	});
	$effect(() => () => stage.leave());
	$effect(() => {
		outbox.onShot = (levels) => {
			if (levels.structure_id === here.structure.id) stage.take(levels);
		};
		return () => (outbox.onShot = () => {});
	});
	return stage;
}
