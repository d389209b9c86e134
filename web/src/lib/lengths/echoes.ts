import { answer, api, type Schemas } from '$lib/api/client';

type Asked = Schemas['LengthAsked'];
type Read = Schemas['LengthEcho'];

/** The server takes no more at a time. */
const MOST = 200;
/** Fields of a page that opens ask within moments of each other. */
const GATHER_MS = 30;

const waiting: { asked: Asked; done: (read: Promise<Read>) => void }[] = [];

/** What a typed text means; fields of a page that ask at the same moment ask together, one that cannot wait at once. */
export function readLength(asked: Asked, atOnce = false): Promise<Read> {
	if (waiting.length === 0 && !atOnce) setTimeout(send, GATHER_MS);
	const read = new Promise<Read>((done) => waiting.push({ asked, done }));
	if (atOnce) send();
	return read;
}

function send(): void {
	const together = waiting.splice(0, MOST);
	if (together.length === 0) return; // they went with one that could not wait
	if (waiting.length > 0) setTimeout(send, 0);
	const lengths = together.map((one) => one.asked);
	const answered = answer(api.POST('/api/lengths/many', { body: { lengths } }));
	together.forEach((one, at) =>
		one.done(
			answered.then((reads) => {
				const read = reads[at];
				if (!read) throw new Error('an answer is missing');
				return read;
			})
		)
	);
}
