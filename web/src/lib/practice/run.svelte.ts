import { answer, api, ApiError, type Schemas } from '$lib/api/client';
import { person } from '$lib/person/person.svelte';
import { newId } from '$lib/ui/newId';

export type Run = Schemas['RunView'];
type Done =
	| { do: 'pull'; start: string; end: string; swing: boolean }
	| { do: 'write'; pull: number; reading: string }
	| { do: 'move'; board: string; inward: string }
	| { do: 'setup'; tool: string; stand: string }
	| { do: 'shoot'; at: string; wait_s: number; turned: boolean }
	| { do: 'set'; at: string; up: string }
	| { do: 'bleed' }
	| { do: 'say'; too_much: string }
	| { do: 'accept' | 'hint' | 'restake' };
/** What holds a length that was typed. */
const TYPED = ['reading', 'inward', 'up', 'too_much'];

/** One run of a task: everything done is asked of the server, which alone knows the site. */
export class PracticeRun {
	run = $state.raw<Run>();
	trouble = $state('');
	isBusy = $state(false);

	async load(id: string): Promise<void> {
		await this.#asked(() =>
			answer(api.GET('/api/practice/runs/{run_id}', { params: { path: { run_id: id } } }))
		);
	}

	/** Begin another task in the same units; answers its id, or ''. */
	async begin(task: string): Promise<string> {
		const run = this.run;
		if (!run || !(await person.ensure())) return '';
		const body = {
			id: newId(),
			task: task as Schemas['TaskKey'],
			units: run.units,
			easy: run.easy
		};
		const done = await this.#asked(() => answer(api.POST('/api/practice/runs', { body })));
		return done ? body.id : '';
	}

	/** Do one thing; answers whether it was done. */
	async take(done: Done): Promise<boolean> {
		const run = this.run;
		if (!run || !(await person.ensure())) return false;
		const units = TYPED.some((key) => key in done) ? { units: run.units } : {};
		return this.#asked(() =>
			answer(
				api.POST('/api/practice/runs/{run_id}/steps', {
					params: { path: { run_id: run.id } },
					body: { id: newId(), ...done, ...units } as Schemas['PullStep']
				})
			)
		);
	}

	async #asked(ask: () => Promise<Run>): Promise<boolean> {
		this.isBusy = true;
		try {
			this.run = await ask();
			this.trouble = '';
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
