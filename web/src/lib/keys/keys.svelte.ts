import { untrack } from 'svelte';
import { readKept, writeKept } from '$lib/ui/kept';

/** A single key and what it does; shown in the list of keys. */
export interface KeyBinding {
	key: string;
	does: string;
	run: () => void;
}

const KEY = 'anvilhead.single-keys';

/** Single-key shortcuts of whatever is on the screen; can be switched off (WCAG 2.1.4). */
class Keys {
	#groups = $state.raw<{ id: number; bindings: KeyBinding[] }[]>([]);
	#made = 0;
	on = $state(readKept(KEY, true));
	/** Whether the list of keys is shown. */
	listed = $state(false);

	get all(): KeyBinding[] {
		return this.#groups.flatMap((group) => group.bindings);
	}

	/** Offer keys while a view is shown; returns what takes them away again. */
	offer(bindings: KeyBinding[]): () => void {
		const id = ++this.#made;
		this.#groups = [...untrack(() => this.#groups), { id, bindings }];
		return () => {
			this.#groups = this.#groups.filter((group) => group.id !== id);
		};
	}

	toggle(): void {
		this.on = !this.on;
		writeKept(KEY, this.on);
	}

	/** Act on a key press unless somebody is typing. */
	press(event: KeyboardEvent): void {
		if (event.key === 'Escape' && event.target instanceof HTMLInputElement) {
			// a dialog shuts on Esc by itself; anywhere else it leaves the field
			if (!event.target.closest('[role=dialog]')) event.target.blur();
			return;
		}
		if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
		if (event.key === '?') {
			this.listed = true;
			return;
		}
		if (!this.on) return;
		const binding = this.all.findLast((one) => one.key.toLowerCase() === event.key.toLowerCase());
		if (binding) {
			event.preventDefault();
			binding.run();
		}
	}
}

function isTyping(target: EventTarget | null): boolean {
	return (
		target instanceof HTMLElement &&
		(target.isContentEditable ||
			['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName) ||
			target.closest('[role=dialog]') !== null)
	);
}

export const keys = new Keys();
