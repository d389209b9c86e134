import type { LevelSetup, LevelShot } from '$lib/api/types';
import { isOfLevels, outbox, type Outcome, type Parcel } from '$lib/outbox/outbox.svelte';
import { newId } from '$lib/ui/newId';
import type { LevelsStage } from '$lib/levels/stage.svelte';

/** What is typed for a shot; kept on this device until it is on its way. */
export interface ShotDraft {
	at: string;
	thing: string;
	reading: string;
	turned: string;
	bracket: string;
	distance: string;
	leans: string;
	foot: string;
}

/** Shots recorded, struck and taken back, each by way of the outbox. */
export class Shots {
	readonly #stage: LevelsStage;

	constructor(stage: LevelsStage) {
		this.#stage = stage;
	}

	/**
	 * Record a reading of a setup; it goes through the outbox, so that nothing typed is lost.  Whoever shoots from a
	 * setup stays with it when another crew begins one; a correction of an older reading switches nothing.
	 */
	record(
		setup: LevelSetup,
		shot: Partial<ShotDraft> & { at: string; reading: string },
		replaces?: LevelShot
	): Promise<Outcome> {
		if (!replaces) this.#stage.keepChosen(setup.id);
		const id = newId();
		return outbox.post({
			id,
			structureId: this.#stage.structure.id,
			where: this.#stage.structure.plan.name ?? this.#stage.structure.name_in_file,
			setupId: setup.id,
			inHand: this.#stage.setup?.id,
			kind: 'shot',
			shot: {
				id,
				rod: setup.rod,
				at: this.#stage.nameOf(shot.at),
				reading: shot.reading.trim(),
				...(shot.thing ? { on: shot.thing } : {}),
				...(shot.turned?.trim() ? { turned: shot.turned.trim() } : {}),
				...(shot.bracket?.trim() ? { bracket: shot.bracket.trim() } : {}),
				...(shot.distance?.trim() ? { distance: shot.distance.trim() } : {}),
				...(shot.leans?.trim() ? { leans: shot.leans.trim() } : {}),
				...(shot.foot?.trim() ? { foot: shot.foot.trim() } : {}),
				...(replaces ? { replaces: replaces.id } : {})
			}
		});
	}

	/** Shots of this job on their way, or refused. */
	get underway(): Parcel[] {
		return outbox.of(this.#stage.structure.id).filter((one) => one.kind === 'shot');
	}

	/** Level readings and strikes that the server would not take; rows of things to height show their own. */
	get refused(): Parcel[] {
		return outbox.of(this.#stage.structure.id).filter((one) => one.refused && isOfLevels(one));
	}

	/** Strike a reading out; `anyway` also when the heights of others go with it. */
	strike(shot: LevelShot, anyway = false): void {
		this.#post(shot, 'strike-shot', anyway);
	}

	/** Let a struck reading count again. */
	takeBack(shot: LevelShot): void {
		this.#post(shot, 'unstrike-shot');
	}

	#post(shot: LevelShot, kind: 'strike-shot' | 'unstrike-shot', anyway = false): void {
		void outbox.post({
			id: shot.id,
			structureId: this.#stage.structure.id,
			where: this.#stage.structure.plan.name ?? this.#stage.structure.name_in_file,
			inHand: this.#stage.setup?.id,
			kind,
			anyway
		});
	}
}
