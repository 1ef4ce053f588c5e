/* What comes from outside is looked at field by field; each gives the value, or undefined where it is none. */

/** What comes from outside, as a record; null where it is none. */
export const recordOf = (value: unknown): Readonly<Record<string, unknown>> | null =>
  typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Record<string, unknown>) : null;

export const isText = (value: unknown, most: number): value is string =>
  typeof value === 'string' && value.length <= most;

export const isWhole = (value: unknown, least: number, most: number): value is number =>
  Number.isInteger(value) && (value as number) >= least && (value as number) <= most;

export const isOf = <T>(list: readonly T[], value: unknown): value is T => list.includes(value as T);

/** Whether a record has no other fields than these. */
export const hasOnly = (record: Readonly<Record<string, unknown>>, ...fields: readonly string[]): boolean =>
  Object.keys(record).every((field) => fields.includes(field));

/** A span in ticks: up to some hundred bars. */
export const isSpan = (value: unknown): value is number => isWhole(value, 1, 1_000_000);

/** A move over many bars names every chord it was made for. */
export const LONGEST_ON = 2000;
