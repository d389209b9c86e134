import { getContext, setContext } from 'svelte';

const KEY = Symbol('points that notes are pinned to');

/** Names of points that notes hang at, one for each note, for the plans below. */
export const providePins = (pins: () => string[]): void => void setContext(KEY, pins);

/** The same; nothing where no notes are kept, as on the page of a new job. */
export const usePins = (): (() => string[]) | undefined => getContext(KEY);
