import { untrack } from 'svelte';
import { answer, api, ApiError, type Schemas } from '$lib/api/client';
import type { Call, Length, Occasion } from '$lib/api/types';
import { squaredResult } from '$lib/drawing/squared';
import { CallSheetState, type Row } from '$lib/square/call/sheet.svelte';
import type { Here } from '$lib/job/context';
import { keys } from '$lib/keys/keys.svelte';
import { person } from '$lib/person/person.svelte';
import { CoachActions } from './actions';

const timeOf = (at: string | undefined): number => (at ? Date.parse(at) : 0);

/** The stage of squaring: its sheet, the pull in hand, which part is open, and what is looked at again. */
export class SquareStage {
	readonly sheet: CallSheetState;
	readonly actions: CoachActions;
	/** Part of the stage that is open. */
	tab = $state('pull');
	shouting = $state(false);
	/** What is typed for the pull in hand, millimetres. */
	readMm = $state<number>();
	recheck = $state<Schemas['RecheckResult']>();
	readonly #here: Here;
	#chosen = $state('');
	/** When the latest pull was taken in hand that is known here, by either end. */
	#seen: number;
	/** How many own takes the server has not answered yet. */
	#telling = $state(0);

	constructor(here: Here) {
		this.#here = here;
		this.#seen = timeOf(here.structure.in_hand?.at);
		this.sheet = new CallSheetState(() => here.structure);
		this.actions = new CoachActions(here);
	}

	get structure() {
		return this.#here.structure;
	}

	get job() {
		return this.#here.job;
	}

	get square() {
		return this.structure.result.square;
	}

	/** The judgement of the round on the screen. */
	get shown() {
		return this.square && this.sheet.round === this.square.round ? this.square : null;
	}

	/** What is drawn: the corners and nails of the lines that are pulled. */
	readonly #drawn = $derived.by(() => squaredResult(this.structure));
	get drawn() {
		return this.#drawn;
	}

	get burn(): Length {
		return this.job.burn;
	}

	/** Key of the pull in hand: the one chosen, else what is to be pulled next. */
	get activeKey(): string {
		return this.#chosen || this.sheet.toPull[0] || this.sheet.rows[0]?.key || '';
	}

	get active(): Row | undefined {
		return this.sheet.rows.find((row) => row.key === this.activeKey);
	}

	/** The two corners of the pull in hand, when the plan can show it. */
	get current(): [string, string] | undefined {
		const call = this.active?.call;
		return call && call.pull === 'points' && this.#onPlan(call) ? [call.from, call.to] : undefined;
	}

	/** Who else took the pull in hand, when somebody did. */
	get other(): string {
		const inHand = this.structure.in_hand;
		return inHand && inHand.call === this.activeKey && inHand.who !== person.name ? inHand.who : '';
	}

	choose(key: string): void {
		this.#chosen = key;
	}

	/** Take a pull in hand; while shouting the other end of the tape is told. */
	take(key: string): void {
		this.#chosen = key;
		if (this.shouting) void this.#tell(key);
	}

	async #tell(key: string): Promise<void> {
		this.#telling++;
		try {
			this.#seen = Math.max(this.#seen, timeOf(await this.actions.takeInHand(key)));
		} finally {
			this.#telling--;
		}
	}

	/** Take what the other end took in hand, unless that was before something was taken here. */
	follow(): void {
		const inHand = this.structure.in_hand;
		if (this.#telling || !inHand || timeOf(inHand.at) <= this.#seen) return;
		this.#seen = timeOf(inHand.at);
		if (inHand.who === person.name) return;
		if (this.sheet.rows.some((row) => row.key === inHand.call)) this.#chosen = inHand.call;
	}

	/** Take the pull between two corners in hand and put the cursor on it. */
	takePair(from: string, to: string): void {
		const wanted = [from, to].toSorted().join();
		const row = this.sheet.rows.find(
			({ call }) => call.pull === 'points' && [call.from, call.to].toSorted().join() === wanted
		);
		if (row) this.#chosen = row.key;
		this.focusActive();
	}

	/** Put the cursor on the pull in hand. */
	focusActive(): void {
		const fields = document.querySelectorAll<HTMLInputElement>(
			'ol[aria-label^="Call sheet"] input'
		);
		fields[this.sheet.rows.findIndex((row) => row.key === this.activeKey)]?.focus();
	}

	/** Another round starts with its first pull in hand. */
	begin(): void {
		if (!this.sheet.canBegin) return;
		this.sheet.begin();
		this.#chosen = '';
		this.tab = 'pull';
	}

	/** A round to look again with; answers what went wrong, or ''. */
	async lookAgain(occasion: Occasion): Promise<string> {
		const trouble = await this.actions.begin(this.sheet.latest + 1, occasion);
		if (!trouble) this.begin();
		return trouble;
	}

	/** Fetch the pulls that would show movement. */
	async fetchRecheck(): Promise<void> {
		try {
			this.recheck = await answer(
				api.GET('/api/structures/{structure_id}/recheck', {
					params: { path: { structure_id: this.structure.id } }
				})
			);
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
		}
	}

	#onPlan(call: Call): boolean {
		const corners = this.drawn.corners;
		return call.from in corners && call.to in corners;
	}
}

/** The stage of the structure in front of one, following the other end of the tape. */
export function useSquareStage(here: Here): SquareStage {
	const stage = new SquareStage(here);
	$effect(() =>
		keys.offer([
			{
				key: 's',
				does: 'shout: one number on the whole screen',
				run: () => (stage.shouting = true)
			},
			{ key: 'r', does: 'start another round', run: () => stage.begin() },
			{ key: 'e', does: 'enter the pull in hand', run: () => stage.focusActive() }
		])
	);
	$effect(() => stage.follow());
	$effect(() => {
		if (stage.tab !== 'again' && !stage.sheet.occasion) return;
		void stage.structure.revision;
		untrack(() => void stage.fetchRecheck());
	});
	$effect(() => {
		stage.sheet.lookingAgain = stage.sheet.occasion ? stage.recheck?.pulls : undefined;
	});
	return stage;
}
