/** Turns levels into marks and labels of the drawing, pixels; no rule of the trade. */
import type { Levels, Place, Standing } from '$lib/api/types';
import type { Label } from '$lib/drawing/labels/labels';
import { xy, type ToScreen } from '$lib/drawing/drawing';
import type { XY } from '$lib/drawing/viewport';

type Contour = NonNullable<Levels['result']['ground']>['contours'][number];

export interface Spot {
	key: string;
	label: string;
	place: Place;
	/** What stands beside it. */
	text: string;
	way: Standing['way'];
	doubtful: boolean;
}

/** Every point that was shot, with its height; or every point of a thing, with what hands do there. */
export function spotsOf(levels: Levels, thing: string): Spot[] {
	const labels = Object.fromEntries(levels.points.map((one) => [one.name, one.label]));
	const label = (name: string) => labels[name] ?? name;
	const doubtful = new Set(levels.result.doubts.map((one) => one.at));
	if (thing) {
		return levels.result.targets.flatMap((one) =>
			one.name === thing && one.place
				? [
						{
							key: one.at,
							label: label(one.at),
							place: one.place,
							text: one.on_thing ? shortly(one.words) : '',
							way: one.on_thing ? one.way : null,
							doubtful: doubtful.has(one.at)
						}
					]
				: []
		);
	}
	return levels.result.points.flatMap((one) =>
		one.place && one.height_text
			? [
					{
						key: one.name,
						label: label(one.name),
						place: one.place,
						text: one.unsure ? `${one.height_text} ?` : one.height_text,
						way: null,
						doubtful: one.unsure || doubtful.has(one.name)
					}
				]
			: []
	);
}

/** Points of this structure that are planned to be shot and were not yet, where they are. */
export function openSpots(levels: Levels, others: string[]): { label: string; place: Place }[] {
	return levels.points.flatMap((one) =>
		one.place && one.height_mm === null && !one.label.includes('/') && !others.includes(one.label)
			? [{ label: one.label, place: one.place }]
			: []
	);
}

/** “On height (1/16" high)” is “On height” on a drawing. */
const shortly = (words: string): string => words.replace(/ \(.*\)$/, '');

/** Names and texts beside their spots, those of doubtful ones first. */
export function spotLabels(spots: Spot[], at: ToScreen, names: boolean): Label[] {
	const sorted = spots.toSorted((one, other) => Number(other.doubtful) - Number(one.doubtful));
	return sorted.flatMap((spot) => {
		const here = at(xy(spot.place));
		const both = names ? `${spot.label} ${spot.text}`.trim() : spot.text;
		return both
			? [
					{
						key: `spot ${spot.key}`,
						text: both,
						said: `${spot.label} ${spot.text}`.trim(),
						turn: 0,
						size: 16,
						places: around(here),
						anchor: here
					}
				]
			: [];
	});
}

function around(here: XY): XY[] {
	return [
		{ x: here.x, y: here.y - 18 },
		{ x: here.x, y: here.y + 19 },
		{ x: here.x + 46, y: here.y },
		{ x: here.x - 46, y: here.y },
		{ x: here.x + 46, y: here.y - 20 },
		{ x: here.x - 46, y: here.y - 20 }
	];
}

/** Heights of contours, each on its own line. */
export function contourLabels(contours: Contour[], at: ToScreen): Label[] {
	return contours.map((line, index) => ({
		key: `contour ${index}`,
		text: line.text,
		spare: true,
		turn: 0,
		size: 14,
		places: [0.5, 0.25, 0.75, 0.1, 0.9].map((share) =>
			at(xy(line.points[Math.floor(share * (line.points.length - 1))] as Place))
		)
	}));
}
