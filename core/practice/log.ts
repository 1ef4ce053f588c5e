/* The log of practice: entries that are added and never changed; what was wrong is put right by one more, which says so. */
import { hasOnly, isOf, isText, isWhole, recordOf } from '../take/layers/fields.ts';
import { cardOf, FASTEST, readPractised, type Practised } from './practised.ts';

/** Where it may hurt who plays. */
export const HURT_PLACES = [
  'fingertips',
  'fingers',
  'thumb',
  'wrist',
  'forearm',
  'shoulder',
  'neck',
  'back',
  'ears',
  'other',
] as const;
export type HurtPlace = (typeof HURT_PLACES)[number];

/** Rounds that were clean, and that were not. */
export interface Rounds {
  readonly clean: number;
  readonly unclean: number;
}

/** What was done with something for a while. Times by the clock of the machine, in milliseconds since 1970. */
export interface Played {
  readonly deed: 'played';
  readonly schema: 1;
  /** When it was begun. */
  readonly at: number;
  readonly seconds: number;
  readonly what: Practised;
  /** Beats a minute: what it is to reach, and the fastest round that was clean; null: without a tempo, or none was. */
  readonly goal: number | null;
  readonly clean: number | null;
  readonly rounds: Rounds;
  /** Where it hurt; null: nowhere. */
  readonly hurt: HurtPlace | null;
  readonly note: string;
}

/** Something is to be learnt from now on: it comes back when it is due. */
export interface TakenUp {
  readonly deed: 'taken-up';
  readonly schema: 1;
  readonly at: number;
  readonly what: Practised;
}

/** A card does not come back any more. */
export interface LaidDown {
  readonly deed: 'laid-down';
  readonly schema: 1;
  readonly at: number;
  readonly what: Practised;
}

/** What may be put right of what was played. */
export type Righted = Partial<Pick<Played, 'seconds' | 'clean' | 'rounds' | 'hurt' | 'note'>>;

/** An earlier entry was wrong; null: it did not happen at all. */
export interface Corrected {
  readonly deed: 'corrected';
  readonly schema: 1;
  readonly at: number;
  /** The entry by its id. */
  readonly of: string;
  readonly right: Righted | null;
}

export type LogEntry = Played | TakenUp | LaidDown | Corrected;
export const DEEDS = ['played', 'taken-up', 'laid-down', 'corrected'] as const satisfies LogEntry['deed'][];

/** An entry with its id. */
export interface Logged<Entry = LogEntry> {
  readonly id: string;
  readonly entry: Entry;
}

/** What was played, as it stands after all corrections. */
export interface PlayedNow extends Played {
  readonly id: string;
  /** How often it was corrected. */
  readonly corrected: number;
}

/** What was played as it stands, in the order of the log; what did not happen is left out. */
export function playedIn(log: readonly Logged[]): readonly PlayedNow[] {
  const rights = new Map<string, (Righted | null)[]>();
  for (const { entry } of log)
    if (entry.deed === 'corrected') rights.set(entry.of, [...(rights.get(entry.of) ?? []), entry.right]);
  return log.flatMap(({ id, entry }): PlayedNow[] => {
    if (entry.deed !== 'played') return [];
    const all = rights.get(id) ?? [];
    // The last word counts.
    if (all.at(-1) === null) return [];
    return [
      { ...Object.assign({}, entry, ...all.filter((one) => one !== null)), id, corrected: all.length } as PlayedNow,
    ];
  });
}

/** The card an entry is about by itself; null: it has none, or it corrects another. */
export const cardOfEntry = (entry: LogEntry): string | null => (entry.deed === 'corrected' ? null : cardOf(entry.what));

/** An id of an entry. */
export const LOG_ID = /^[\w-]{1,64}$/;
export const LONGEST_NOTE = 2000;
const LAST_MS = 8.64e15;
/** More than a day at a time is a clock that was left running. */
export const MOST_SECONDS = 86_400;
const MOST_ROUNDS = 10_000;

const isTempo = (value: unknown): value is number | null => value === null || isWhole(value, 1, FASTEST);
function readRounds(value: unknown): Rounds | null {
  const { clean, unclean, ...rest } = recordOf(value) ?? {};
  if (Object.keys(rest).length > 0) return null;
  return isWhole(clean, 0, MOST_ROUNDS) && isWhole(unclean, 0, MOST_ROUNDS) ? { clean, unclean } : null;
}

/** Each field of what was played, and whether a value is one. */
const FIELDS: Readonly<Record<keyof Righted, (value: unknown) => boolean>> = {
  seconds: (value) => isWhole(value, 0, MOST_SECONDS),
  clean: isTempo,
  rounds: (value) => readRounds(value) !== null,
  hurt: (value) => value === null || isOf(HURT_PLACES, value),
  note: (value) => isText(value, LONGEST_NOTE),
};
const RIGHTED = Object.keys(FIELDS) as (keyof Righted)[];

/** An entry as it comes from outside; null where it is none. */
export function readLogEntry(value: unknown): LogEntry | null {
  const record = recordOf(value);
  if (!record || record.schema !== 1 || !isWhole(record.at, 0, LAST_MS)) return null;
  const deed = DEEDS.find((one) => one === record.deed);
  if (deed === 'corrected') {
    const { of, right } = record;
    if (!hasOnly(record, 'deed', 'schema', 'at', 'of', 'right')) return null;
    if (typeof of !== 'string' || !LOG_ID.test(of)) return null;
    const righted = right === null ? null : recordOf(right);
    if (righted === null && right !== null) return null;
    if (
      righted &&
      (!hasOnly(righted, ...RIGHTED) ||
        !Object.entries(righted).every(([name, one]) => FIELDS[name as keyof Righted](one)))
    )
      return null;
    return record as unknown as Corrected;
  }
  const what = readPractised(record.what);
  if (deed === undefined || what === null) return null;
  if (deed !== 'played')
    return hasOnly(record, 'deed', 'schema', 'at', 'what') ? ({ ...record, what } as TakenUp | LaidDown) : null;
  const isWholeEntry = hasOnly(record, 'deed', 'schema', 'at', 'what', 'goal', ...RIGHTED);
  if (!isWholeEntry || !isTempo(record.goal) || !RIGHTED.every((name) => FIELDS[name](record[name]))) return null;
  return { ...record, what } as unknown as Played;
}
