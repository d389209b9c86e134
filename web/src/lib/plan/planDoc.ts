/** The plan document as it is edited: texts as typed, changed by path, sent as it stands. */
import type { Footprint, PlanDoc, Step, Structure } from '$lib/api/types';

export type Path = (string | number)[];

export const KINDS: { value: PlanDoc['kind']; label: string }[] = [
	{ value: 'building', label: 'Building' },
	{ value: 'slab', label: 'Slab' },
	{ value: 'posts', label: 'Posts' },
	{ value: 'fence', label: 'Fence' }
];

/** In place of a length or the last turn: worked out so that the walk closes. */
export const CLOSES = 'closes';

/** The plan of a structure, to be changed. */
export function documentOf(structure: Structure): PlanDoc {
	return structure.document as PlanDoc;
}

/** What stands at a path of a document. */
export function at(doc: unknown, path: Path): unknown {
	return path.reduce<unknown>(
		(value, key) =>
			value !== null && typeof value === 'object'
				? (value as Record<string | number, unknown>)[key]
				: undefined,
		doc
	);
}

/** A length of a document as a person would type it; a bare number there is millimetres. */
export function textAt(doc: unknown, path: Path): string {
	const value = at(doc, path);
	return typeof value === 'number' ? `${value} mm` : typeof value === 'string' ? value : '';
}

/** A document with one value changed; `undefined` takes the key out, and what it leaves empty. */
export function put<T>(doc: T, path: Path, value: unknown): T {
	const [key, ...rest] = path;
	if (key === undefined) return value as T;
	if (Array.isArray(doc) || typeof key === 'number') {
		const list = [...((doc as unknown[] | undefined) ?? [])];
		if (value === undefined && rest.length === 0) list.splice(Number(key), 1);
		else list[Number(key)] = put(list[Number(key)], rest, value);
		return list as T;
	}
	const before = (doc ?? {}) as Record<string, unknown>;
	const inner = rest.length ? filled(put(before[key], rest, value)) : value;
	if (inner !== undefined) return { ...before, [key]: inner } as T;
	return Object.fromEntries(Object.entries(before).filter(([name]) => name !== key)) as T;
}

/** A part of a document with something in it. */
function filled(part: unknown): unknown {
	const isEmpty = part !== null && typeof part === 'object' && Object.keys(part).length === 0;
	return isEmpty ? undefined : part;
}

/** A path as a JSON pointer. */
export function pointer(path: Path): string {
	return path.map((key) => `/${String(key).replaceAll('~', '~0').replaceAll('/', '~1')}`).join('');
}

/** The path a JSON pointer names, numbers for places in lists. */
export function pathOf(text: string): Path {
	return text
		.split('/')
		.slice(1)
		.map((key) => key.replaceAll('~1', '/').replaceAll('~0', '~'))
		.map((key) => (/^[0-9]+$/.test(key) ? Number(key) : key));
}

/** What can be taken out whole when it no longer fits the walls: it hangs on a corner or a line. */
const HANGS_ON_WALLS =
	/^\/(boards\/(ground|setbacks|styles)\/|methods_on\/|section_on\/|lines\/[0-9]+\/on\/|inner\/[0-9]+$)/;

/** Whether a fault can be mended by taking out what it is about. */
export function canGo(text: string): boolean {
	return HANGS_ON_WALLS.test(text);
}

/** Steps of a footprint that has them. */
export function stepsOf(footprint: Footprint): Step[] {
	return 'steps' in footprint ? footprint.steps : [];
}

/** Steps up to the last one that says how far: the rest is still being typed. */
export function typedSteps(steps: Step[]): Step[] {
	const last = steps.findLastIndex((step) => String(step.go).trim() !== '');
	return steps.slice(0, last + 1);
}

/** The document to send: steps still to be typed are left out. */
export function sendable(doc: PlanDoc): PlanDoc {
	const footprint = doc.footprint;
	if (!('steps' in footprint)) return doc;
	return { ...doc, footprint: { ...footprint, steps: typedSteps(footprint.steps) } };
}

/** Whether enough is typed for a drawing. */
export function isDrawable(doc: PlanDoc): boolean {
	const footprint = doc.footprint;
	if ('steps' in footprint) {
		return typedSteps(footprint.steps).length >= (footprint.shape === 'run' ? 1 : 2);
	}
	if ('corners' in footprint) return true;
	return String(footprint.length).trim() !== '' && String(footprint.width).trim() !== '';
}

/** Corner letters as the API gives them: A … Z, AA, AB. */
export function cornerName(index: number): string {
	let name = '';
	for (let rest = index + 1; rest > 0; rest = Math.floor((rest - 1) / 26)) {
		name = String.fromCharCode(65 + ((rest - 1) % 26)) + name;
	}
	return name;
}
