import { answer, api, ApiError, type Schemas } from '$lib/api/client';
import { outbox } from '$lib/outbox/outbox.svelte';
import { person } from '$lib/person/person.svelte';
import { newId } from '$lib/ui/newId';

export type RegisterRow = Schemas['RegisterRow'];
export type Doing = Schemas['Doing'];

/** The register of one structure: what stands in it, and what is done to several things at a time. */
export class Register {
	shown = $state.raw<Schemas['RegisterResult']>();
	trouble = $state('');
	readonly #structureId: string;
	readonly #where: string;

	constructor(structureId: string, where: string) {
		this.#structureId = structureId;
		this.#where = where;
	}

	/** What waits on this device to be sent, by the thing it is of. */
	get waiting(): Record<string, Doing> {
		const found: Record<string, Doing> = {};
		for (const parcel of outbox.of(this.#structureId))
			for (const item of parcel.done?.items ?? [])
				if (parcel.done) found[item.what] = parcel.done.doing;
		return found;
	}

	async load(): Promise<void> {
		try {
			this.shown = await answer(
				api.GET('/api/structures/{structure_id}/register', {
					params: { path: { structure_id: this.#structureId } }
				})
			);
			this.trouble = '';
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			this.trouble = error.message;
		}
	}

	/** Record what was done; kept on this device while the server is away. */
	async mark(things: readonly string[], doing: Doing): Promise<void> {
		if (things.length === 0 || !(await person.ensure())) return;
		const items = things.map((what) => ({ id: newId(), what }));
		const outcome = await outbox.post({
			id: newId(),
			structureId: this.#structureId,
			where: this.#where,
			kind: 'done',
			done: { items, doing, note: '' }
		});
		if (outcome === 'sent') await this.load();
	}
}
