import { transport } from '$lib/api/transport';
import type { Schemas } from '$lib/api/client';

/** Set-outs of a structure tried out on the server; told as they come, stopped when nobody waits. */
export class Trial {
	done = $state(0);
	of = $state(0);
	tried = $state.raw<Schemas['TriedOut']>();
	trouble = $state('');
	isOn = $state(false);
	#events: EventSource | undefined;

	begin(structure: string, runs: number, seed: number, misreads: number): void {
		this.stop();
		this.isOn = true;
		this.trouble = '';
		this.done = 0;
		this.of = runs;
		const asked = `runs=${runs}&seed=${seed}&misreads=${misreads}`;
		const events = transport.events(`/api/structures/${structure}/tried-out?${asked}`);
		this.#events = events;
		events.onmessage = (event: MessageEvent<string>) => {
			const told = JSON.parse(event.data) as Schemas['Trying'];
			this.done = told.done;
			if (!told.tried) return;
			this.tried = told.tried;
			this.stop();
		};
		// it would begin all over by itself
		events.onerror = () => {
			this.stop();
			this.trouble = 'Anvilhead is not to be reached. Nothing was tried out; try again later.';
		};
	}

	/** Stop waiting; what was tried out before stays. */
	stop(): void {
		this.#events?.close();
		this.#events = undefined;
		this.isOn = false;
	}
}
