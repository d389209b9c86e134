import { describe, expect, it } from 'vitest';
import type { Days, Task } from './stage.svelte';
import { hoursText, knotsOf } from './string';

const task = (start: string, end: string, more: Partial<Task> = {}): Task => ({
	name: 'Boards',
	start,
	end,
	latest_start: start,
	slack_days: 0,
	critical: true,
	structure: null,
	work: null,
	amount_text: null,
	hours: null,
	people: 1,
	after: [],
	ended: false,
	digs: false,
	runs_on: false,
	...more
});

const days = (tasks: Record<string, Task>, more: Partial<Days> = {}): Days => ({
	revision: 1,
	plan: { works: ['mon', 'tue', 'wed', 'thu', 'fri'] },
	result: {
		tasks,
		end: null,
		locates: [],
		bookings: [],
		closed: { '2026-12-25': 'Christmas Day' },
		asks: [],
		troubles: []
	},
	today: '2026-12-24',
	zone: 'UTC',
	tickets: [],
	rates: [],
	learned: [],
	weather: [],
	can_undo: false,
	can_redo: false,
	...more
});

describe('hours', () => {
	it('are said as people say them', () => {
		expect([0.77, 1, 7.67, 10.38].map(hoursText)).toEqual(['46 min', '1 h', '7 h 40', '10 h 23']);
	});
});

describe('days along a string', () => {
	it('has a knot for every day, and says why one is slack', () => {
		const knots = knotsOf(days({ a: task('2026-12-24', '2026-12-28') }));
		expect(knots.map((one) => [one.day, one.rest])).toEqual([
			['2026-12-24', undefined],
			['2026-12-25', 'Christmas Day'],
			['2026-12-26', 'no work'],
			['2026-12-27', 'no work'],
			['2026-12-28', undefined]
		]);
		expect(knots.map((one) => one.tasks.length)).toEqual([1, 0, 0, 0, 1]);
		expect(knots[0]?.isToday).toBe(true);
	});

	it('shows what was done on a day that nobody was to work', () => {
		const done = task('2026-12-26', '2026-12-26', { ended: true });
		const [saturday, sunday] = knotsOf(days({ done, next: task('2026-12-28', '2026-12-28') }));
		expect(saturday).toEqual(
			expect.objectContaining({
				tasks: [{ id: 'done', task: done, begins: true, ends: true }],
				words: [{ text: 'A day off, worked all the same', urgent: false }]
			})
		);
		expect(saturday).not.toHaveProperty('rest');
		// concrete that is hard on a Saturday took nobody's Saturday
		const hard = task('2026-12-26', '2026-12-26', { ended: true, runs_on: true });
		expect(knotsOf(days({ hard }))[0]).toHaveProperty('rest', 'no work');
		expect(sunday).toHaveProperty('rest', 'no work');
	});

	it('lets concrete cure over days that nobody works', () => {
		const knots = knotsOf(
			days({ cure: task('2026-12-24', '2026-12-26', { work: 'cure', runs_on: true }) })
		);
		expect(knots.map((one) => one.tasks.length)).toEqual([1, 1, 1]);
		expect(knots.map((one) => one.tasks[0]?.ends)).toEqual([false, false, true]);
	});

	it('says when a ticket opens and ends, and what is to be booked', () => {
		const given = days({ a: task('2026-12-22', '2026-12-22') });
		given.result.locates = [
			{
				number: 'T',
				earliest_dig: '2026-12-21',
				last_day: '2026-12-23',
				dug_until: null,
				runs_out: false,
				renew_by: null,
				waiting_for: [],
				marks: [],
				text: ''
			}
		];
		given.result.bookings = [
			{
				name: 'Concrete',
				what: 'concrete',
				on: '2026-12-22',
				book_by: '2026-12-18',
				booked: false,
				late: false,
				text: ''
			}
		];
		const said = knotsOf(given).flatMap((one) => one.words.map((word) => [one.day, word.text]));
		expect(said).toEqual([
			['2026-12-18', 'Book Concrete today at the latest'],
			['2026-12-21', 'Ticket T opens: dig from today'],
			['2026-12-22', 'Concrete is here'],
			['2026-12-23', 'Ticket T ends tonight']
		]);
	});
});
