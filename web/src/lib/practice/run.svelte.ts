import { answer, api, ApiError, type Schemas } from '$lib/api/client';
import { person } from '$lib/person/person.svelte';
import { readKept, writeKept } from '$lib/ui/kept';
import { newId } from '$lib/ui/newId';

export type Run = Schemas['RunView'];
type Done =
	| { do: 'pull'; start: string; end: string; swing: boolean; called: boolean }
	| { do: 'write'; pull: number; reading: string }
	| { do: 'move'; board: string; inward: string }
	| { do: 'setup'; tool: string; stand: string }
	| { do: 'shoot'; at: string; wait_s: number; turned: boolean; called: boolean }
	| { do: 'set'; at: string; up: string }
	| { do: 'bleed' | 'focus' }
	| { do: 'restake'; by_hand: boolean }
	| { do: 'say'; too_much: string }
	| { do: 'accept' | 'hint' | 'look' };
const SHORT_WAIT_S = 30;
/** What holds a length that was typed. */
const TYPED = ['reading', 'inward', 'up', 'too_much'];

/** The last, as long as nothing was written of it. */
function openOf<T extends { written: string | null }>(all: readonly T[] = []): T | undefined {
	const last = all.at(-1);
	return last?.written === null ? last : undefined;
}

/** One run of a task: everything done is asked of the server, which alone knows the site. */
export class PracticeRun {
	run = $state.raw<Run>();
	trouble = $state('');
	isBusy = $state(false);
	/** A helper reads and calls. */
	called = $state(false);
	/** Seconds that a hose is left to rest. */
	wait = $state(SHORT_WAIT_S);
	/** The level is turned end for end, or the hose's walking end held beside the other. */
	turned = $state(false);
	/** The pull, or the reading of a height, that is still to be written down. */
	readonly openPull = $derived.by(() => openOf(this.run?.pulls));
	readonly openShot = $derived.by(() => openOf(this.run?.level?.shots));
	/** Where a key asked for the reading that is open; nothing where a finger did. */
	from?: HTMLElement | SVGElement | undefined;
	/** What was typed and not yet taken, by field: it outlasts a reload. */
	#typed = $state.raw<Record<string, string>>({});
	#key = '';
	/** What was asked last and not answered: asked once more it is the same thing, done once. */
	#unanswered = { said: '', id: '' };

	async load(id: string): Promise<void> {
		this.#key = `anvilhead.practice.${id}`;
		this.#typed = readKept(this.#key, {});
		await this.#asked(() =>
			answer(api.GET('/api/practice/runs/{run_id}', { params: { path: { run_id: id } } }))
		);
	}

	/** Begin another task in the same units; answers its id, or ''. */
	async begin(task: string): Promise<string> {
		const run = this.run;
		if (!run || this.isBusy || !(await person.ensure())) return '';
		const body = {
			id: newId(),
			task: task as Schemas['TaskKey'],
			units: run.units,
			easy: run.easy,
			instruments: run.instruments
		};
		const done = await this.#asked(() => answer(api.POST('/api/practice/runs', { body })));
		return done ? body.id : '';
	}

	/** Fetch what was done on another device, unless so many steps are known here: own ones are told too. */
	async refresh(steps: number): Promise<void> {
		const id = this.run?.id;
		if (!id || steps <= (this.run?.steps ?? 0)) return;
		try {
			const path = { run_id: id };
			const found = await answer(api.GET('/api/practice/runs/{run_id}', { params: { path } }));
			if (found.id === this.run?.id && found.steps > this.run.steps) this.run = found;
		} catch (error) {
			if (!(error instanceof ApiError)) throw error; // the next step says what is wrong
		}
	}

	typed(field: string): string {
		return this.#typed[field] ?? '';
	}

	type(field: string, text: string): void {
		const typed = { ...this.#typed, [field]: text };
		if (!text) delete typed[field];
		this.#typed = typed;
		writeKept(this.#key, Object.keys(this.#typed).length ? this.#typed : undefined);
	}

	/** Do one thing with what was typed into a field, and clear that once it was done. */
	async takeTyped(field: string, done: Done): Promise<void> {
		if (await this.take(done)) this.type(field, '');
	}

	/** `from`: where a key asked for it. */
	pull(start: string, end: string, swing = false, from?: SVGElement): Promise<boolean> {
		this.from = from;
		return this.take({ do: 'pull', start, end, swing, called: this.called });
	}

	/** Do one thing, unless another is still under way; answers whether it was done. */
	async take(done: Done): Promise<boolean> {
		const run = this.run;
		if (!run || this.isBusy || !(await person.ensure())) return false;
		const units = TYPED.some((key) => key in done) ? { units: run.units } : {};
		const said = JSON.stringify(done);
		if (said !== this.#unanswered.said) this.#unanswered = { said, id: newId() };
		const { id } = this.#unanswered;
		const isDone = await this.#asked(() =>
			answer(
				api.POST('/api/practice/runs/{run_id}/steps', {
					params: { path: { run_id: run.id } },
					body: { id, ...done, ...units } as Schemas['PullStep']
				})
			)
		);
		if (isDone) this.#unanswered = { said: '', id: '' };
		return isDone;
	}

	async #asked(ask: () => Promise<Run>): Promise<boolean> {
		this.isBusy = true;
		try {
			this.run = await ask();
			this.trouble = '';
			if (this.run.debrief) writeKept(this.#key, undefined);
			return true;
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			this.trouble = error.told;
			return false;
		} finally {
			this.isBusy = false;
		}
	}
}
