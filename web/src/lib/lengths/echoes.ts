import { answer, api, type Schemas } from '$lib/api/client';

type Asked = Schemas['LengthAsked'];
type Read = Schemas['LengthEcho'];

/** The server takes no more at a time. */
const MOST = 200;

const waiting: { asked: Asked; done: (read: Promise<Read>) => void }[] = [];

/** What a typed text means; fields of a page that ask at the same moment ask together. */
export function readLength(asked: Asked): Promise<Read> {
	if (waiting.length === 0) setTimeout(send, 0);
	return new Promise((done) => waiting.push({ asked, done }));
}

function send(): void {
	const together = waiting.splice(0, MOST);
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
