/** The days of a job along a string: what begins, goes on, is called for or runs out on each. */
import type { Days, DaysPlan, Task } from './stage.svelte';

export interface OnDay {
	id: string;
	task: Task;
	/** Whether it begins here, goes on, or ends here. */
	begins: boolean;
	ends: boolean;
}

export interface KnotDay {
	/** As 2026-11-30. */
	day: string;
	/** Why nobody works on it; undefined on a working day, and on one that was worked all the same. */
	rest?: string;
	isToday: boolean;
	tasks: OnDay[];
	/** What is said of the day itself: tickets that open or run out, calls to make, weather. */
	words: { text: string; urgent: boolean }[];
}

const WEEK = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat'] as const;
const DAY_MS = 86_400_000;

/** Hours as people say them: 45 min, 7 h 40. */
export function hoursText(hours: number): string {
	const minutes = Math.round(hours * 60);
	const [whole, rest] = [Math.floor(minutes / 60), minutes % 60];
	if (whole === 0) return `${rest} min`;
	return rest ? `${whole} h ${rest}` : `${whole} h`;
}

const at = (day: string) => Date.parse(`${day}T00:00:00Z`);
const dayOf = (ms: number) => new Date(ms).toISOString().slice(0, 10);

/** Days that are shown at most: a longer job is looked at in parts. */
export const MOST_DAYS = 400;

/** Every day from the first that has anything to the last, those without work as well. */
export function knotsOf({ plan: kept, result, today }: Days): KnotDay[] {
	const plan = kept as DaysPlan;
	const tasks = Object.entries(result.tasks);
	const words = wordsByDay({ plan, result, today });
	const known = [
		...tasks.flatMap(([, one]) => [one.start, one.end]),
		...words.keys(),
		...(tasks.length ? [] : [today])
	].toSorted();
	const first = known[0];
	const last = known.at(-1);
	if (first === undefined || last === undefined) return [];
	const works: readonly string[] = plan.works ?? [];
	const knots: KnotDay[] = [];
	for (let ms = at(first); ms <= at(last) && knots.length < MOST_DAYS; ms += DAY_MS) {
		const day = dayOf(ms);
		const why = result.closed[day];
		const weekday = WEEK[new Date(ms).getUTCDay()] ?? 'mon';
		const free = why ?? (works.includes(weekday) ? undefined : 'no work');
		const here = tasks
			.filter(([, one]) => one.start <= day && day <= one.end)
			.filter(([, one]) => !free || one.runs_on || one.ended);
		const worked = here.some(([, one]) => one.ended && !one.runs_on);
		knots.push({
			day,
			...(free === undefined || worked ? {} : { rest: free }),
			isToday: day === today,
			tasks: here.map(([id, task]) => ({
				id,
				task,
				begins: task.start === day,
				ends: task.end === day
			})),
			words: [
				...(free && worked
					? [{ text: `${why ?? 'A day off'}, worked all the same`, urgent: false }]
					: []),
				...(words.get(day) ?? [])
			]
		});
	}
	return knots;
}

function wordsByDay({
	plan,
	result,
	today
}: {
	plan: DaysPlan;
	result: Days['result'];
	today: string;
}) {
	const words = new Map<string, { text: string; urgent: boolean }[]>();
	const say = (day: string, text: string, urgent = false) =>
		words.set(day, [...(words.get(day) ?? []), { text, urgent }]);
	for (const one of result.locates) {
		say(one.earliest_dig, `Ticket ${one.number} opens: dig from today`);
		if (one.last_day) say(one.last_day, `Ticket ${one.number} ends tonight`, true);
		if (one.runs_out && one.renew_by)
			say(
				one.renew_by < today ? today : one.renew_by,
				`Ask again for ticket ${one.number} today at the latest`,
				true
			);
	}
	for (const one of result.bookings) {
		say(one.on, `${one.name} is here`);
		if (!one.booked) say(one.book_by, `Book ${one.name} today at the latest`, true);
	}
	for (const one of plan.weather ?? []) {
		const stops = one.stops?.length ? `no ${one.stops.join(', ')}` : 'no work';
		for (let ms = at(one.from); ms <= at(one.to); ms += DAY_MS)
			say(dayOf(ms), `${one.what}: ${stops}`);
	}
	return words;
}
