/** A record whose keys without a value are left out. */
export type Given<T> = {
	[K in keyof T as undefined extends T[K] ? never : K]: T[K];
} & {
	[K in keyof T as undefined extends T[K] ? K : never]?: Exclude<T[K], undefined>;
};

/** The same record without the keys that have no value: what is not known is not sent. */
export function given<T extends object>(record: T): Given<T> {
	return Object.fromEntries(
		Object.entries(record).filter(([, value]) => value !== undefined)
	) as Given<T>;
}
