import type { Call, Length } from '$lib/api/types';

/** What a call carries already, for whoever reads it out or types the answer. */
export function burnNote(call: Call, burn: Pick<Length, 'mm' | 'text'>): string {
	if (call.pull === 'square') return 'off the square line';
	return burn.mm > 0 ? `${burn.text} burned: it is in the number` : 'from the hook, nothing burned';
}
