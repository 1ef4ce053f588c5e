/* A kept move: a passage by degree, with what else was kept of it, as a document. */
import { LONGEST_TITLE } from '../chart/headers.ts';
import { FAMILIES } from '../grip/labels.ts';
import { bad, good, problem, type Outcome } from '../problem.ts';
import { FUNCTION_LETTERS } from '../reharm/kept/functions.ts';
import {
  keyOn,
  LONGEST_PASSAGE,
  PASSAGE_USES,
  readPassage,
  type Passage,
  type PassageUse,
} from '../reharm/kept/passage.ts';
import { BONDS, type Bond } from '../reharm/moves/bond.ts';
import type { Stray } from '../reharm/moves/groups.ts';
import type { ShippedMove } from '../reharm/kept/shipped/row.ts';
import { ticksPerBar, formatMeter, parseMeter } from '../time/meter.ts';
import { readDecision, type Decision, type Decisions } from './decision.ts';
import { nameOf, readName } from './key.ts';
import { recordOf } from './layers/fields.ts';

/** The key that what lies on the neck is kept in. */
export const KEPT_IN = 'C';
/** The schema that is written. Schema 1 is the first. */
export const KEPT_MOVE_SCHEMA = 1;

/** Where a move was found. */
export interface KeptFrom {
  readonly title: string;
  /** As a player says it: `9–12`. */
  readonly bars: string;
}

/** A passage that is kept, in words and in music. */
export interface KeptMove extends Passage {
  readonly name: string;
  readonly use: PassageUse;
  readonly stray: Stray;
  readonly mood: string;
  readonly reason: string;
  readonly tags: readonly string[];
  readonly note: string;
  /** What is decided beside its chords, named as in a take whose bars are `bar-1`, `bar-2` …, in C or C minor. */
  readonly cells: Decisions;
  /** The open strings of the guitar its grips lie on; null: there are none. */
  readonly tuning: string | null;
  /** Degrees of the key that were sung over it, semitones above the tonic; none: nothing was. */
  readonly sung: readonly number[];
  readonly from: KeptFrom | null;
}

/** The layers that may be kept beside the chords. */
export const KEPT_LAYERS = ['chord', 'wish', 'manner', 'rhythm', 'texture', 'decor', 'added', 'line'] as const;
export type KeptLayer = (typeof KEPT_LAYERS)[number];

/** A passage of ours as a kept move. */
export function shippedMove({ grips = {}, ...row }: ShippedMove): KeptMove {
  const ticks = ticksPerBar(row.meter) * row.chords.split('|').length;
  const at = { bar: 'bar-1', pass: 'all', tick: 0 } as const;
  const { family, texture, rises, area } = grips;
  const wishes = [
    ...(isOf(FAMILIES, family) ? [{ kind: 'family', family } as const] : []),
    ...(rises ? [{ kind: rises, way: 'rising' } as const] : []),
    ...(area ? [{ kind: 'area', from: area[0], to: area[1] } as const] : []),
  ];
  const cells: Record<string, Decision> = Object.fromEntries(
    wishes.map((wish) => [nameOf(at, 'wish', wish.kind), { layer: 'wish', ticks, wish, hard: true }]),
  );
  if (texture) cells[nameOf(at, 'texture')] = { layer: 'texture', ticks, texture, pace: 'chord' };
  const { claims: _, id: __, ...rest } = row;
  return { ...rest, tags: [], note: '', cells, tuning: null, sung: [], from: null };
}

const MOST_TAGS = 20;
const LONGEST_TAG = 40;
const LONGEST_TEXT = 2000;
const MOST_CELLS = 400;
const MODES = ['major', 'minor'] as const;
const FIELDS = [
  'schema',
  'name',
  'use',
  'mode',
  'meter',
  'chords',
  'over',
  'before',
  'next',
  'opens',
  'goesTo',
  'isLate',
  'into',
  'stray',
  'mood',
  'reason',
  'tags',
  'note',
  'cells',
  'tuning',
  'sung',
  'from',
] as const;

/** What is right in a field, in words; it is told where it is not. */
const RIGHT: Readonly<Record<string, string>> = {
  schema: `the number ${KEPT_MOVE_SCHEMA}`,
  name: `a text of 1 to ${LONGEST_TITLE} characters`,
  use: PASSAGE_USES.join(', '),
  mode: 'major or minor',
  meter: 'a meter as 4/4',
  chords: 'bars of chords by degree, as IIm9 V13 | Imaj9',
  over: 'up to 20 texts of T, S and D, as “S D T”',
  before: 'T, S, D, start or null',
  next: 'T, S, D, end or null',
  opens: 'semitones above the tonic, 0 to 11, or nothing',
  goesTo: 'semitones above the tonic, 0 to 11, or nothing',
  isLate: 'true, or nothing',
  into: `one of ${BONDS.join(', ')}, or a list of them and of null`,
  stray: 'a number from 0 to 5',
  mood: `a text of up to ${LONGEST_TITLE} characters`,
  reason: 'a text of up to 1000 characters',
  tags: `up to ${MOST_TAGS} texts of up to ${LONGEST_TAG} characters`,
  note: `a text of up to ${LONGEST_TEXT} characters`,
  cells: 'decisions by name, as in a take',
  tuning: 'open strings as E2 A2 D3 G3 B3 E4, or null',
  sung: 'semitones above the tonic, 0 to 11',
  from: 'a title and bars, or null',
};

const wrong = (field: string) => bad(problem('moves-field', { field, right: RIGHT[field] ?? 'not there' }));
const isText = (value: unknown, most: number, least = 0): value is string =>
  typeof value === 'string' && value.length <= most && value.trim().length >= least;
const isOf = <T>(list: readonly T[], value: unknown): value is T => list.includes(value as T);
/** A degree of the key, in semitones above the tonic. */
const isDegree = (one: unknown): one is number => Number.isInteger(one) && (one as number) >= 0 && (one as number) < 12;
const OVER = /^(?:[TSD](?: [TSD])*)?$/;
const TUNING = /^[A-G][b#]?\d( [A-G][b#]?\d){5,6}$/;

function readInto(value: unknown): Passage['into'] | null {
  if (isOf(BONDS, value)) return value;
  const all = Array.isArray(value) && value.length <= 100 && value.every((one) => one === null || isOf(BONDS, one));
  return all ? (value as (Bond | null)[]) : null;
}

function readCells(value: unknown): Decisions | null {
  const record = recordOf(value);
  if (!record || Object.keys(record).length > MOST_CELLS) return null;
  const read = Object.entries(record).map(([name, cell]) => {
    const named = readName(name);
    const isKept = named && isOf(KEPT_LAYERS, named.layer) && /^bar-\d{1,2}$/.test(named.at.bar);
    return [name, isKept ? readDecision(name, cell) : null] as const;
  });
  return read.some(([, cell]) => cell === null) ? null : (Object.fromEntries(read) as Decisions);
}

/** A kept move as it comes from outside, of this schema or an older one: or what is wrong, field by field, and what would be right. */
export function readKeptMove(value: unknown): Outcome<KeptMove> {
  const record = recordOf(value);
  if (!record) return bad(problem('moves-field', { field: 'a move', right: 'an object' }));
  const {
    schema,
    name,
    use,
    mode,
    chords,
    over,
    before,
    next,
    opens,
    goesTo,
    isLate,
    stray,
    mood,
    reason,
    tags,
    note,
    sung,
  } = record;
  if (typeof schema === 'number' && schema > KEPT_MOVE_SCHEMA) return bad(problem('moves-newer', { schema }));
  if (schema !== KEPT_MOVE_SCHEMA) return wrong('schema');
  const stranger = Object.keys(record).find((field) => !isOf(FIELDS, field));
  if (stranger !== undefined) return wrong(stranger.slice(0, 40));
  if (!isText(name, LONGEST_TITLE, 1)) return wrong('name');
  if (!isOf(PASSAGE_USES, use)) return wrong('use');
  if (!isOf(MODES, mode)) return wrong('mode');
  const meter = typeof record.meter === 'string' ? parseMeter(record.meter) : null;
  if (!meter?.ok) return wrong('meter');
  if (!isText(chords, LONGEST_PASSAGE, 1)) return wrong('chords');
  if (!Array.isArray(over) || over.length > 20 || !over.every((one) => isText(one, 60) && OVER.test(one)))
    return wrong('over');
  if (before !== null && before !== 'start' && !isOf(FUNCTION_LETTERS, before)) return wrong('before');
  if (next !== null && next !== 'end' && !isOf(FUNCTION_LETTERS, next)) return wrong('next');
  if (opens !== undefined && !isDegree(opens)) return wrong('opens');
  if (goesTo !== undefined && !isDegree(goesTo)) return wrong('goesTo');
  if (isLate !== undefined && isLate !== true) return wrong('isLate');
  const into = record.into === undefined ? undefined : readInto(record.into);
  if (into === null) return wrong('into');
  if (!isOf([0, 1, 2, 3, 4, 5] as const, stray)) return wrong('stray');
  if (!isText(mood, LONGEST_TITLE)) return wrong('mood');
  if (!isText(reason, 1000)) return wrong('reason');
  if (!Array.isArray(tags) || tags.length > MOST_TAGS || !tags.every((tag) => isText(tag, LONGEST_TAG, 1)))
    return wrong('tags');
  if (!isText(note, LONGEST_TEXT)) return wrong('note');
  const cells = readCells(record.cells);
  if (cells === null) return wrong('cells');
  const tuning = record.tuning;
  if (tuning !== null && !(typeof tuning === 'string' && TUNING.test(tuning))) return wrong('tuning');
  if (!Array.isArray(sung) || sung.length > 12 || !sung.every(isDegree)) return wrong('sung');
  const from = record.from === null ? null : readFrom(record.from);
  if (from === undefined) return wrong('from');
  const passage = readPassage({ meter: meter.value, chords, ...(into && { into }) }, keyOn(KEPT_IN, mode));
  if (!passage.ok) return passage;
  return good({
    name,
    use,
    mode,
    meter: meter.value,
    chords,
    over: over as string[],
    before,
    next,
    ...(opens !== undefined && { opens }),
    ...(goesTo !== undefined && { goesTo }),
    ...(isLate && { isLate }),
    ...(into && { into }),
    stray,
    mood,
    reason,
    tags: tags as string[],
    note,
    cells,
    tuning,
    sung: sung as number[],
    from,
  });
}

function readFrom(value: unknown): KeptFrom | undefined {
  const { title, bars } = recordOf(value) ?? {};
  return isText(title, LONGEST_TITLE) && isText(bars, 40) ? { title, bars } : undefined;
}

/** A kept move as it is written: what {@link readKeptMove} reads. */
export function keptMoveDoc({ meter, ...move }: KeptMove): Readonly<Record<string, unknown>> {
  return { schema: KEPT_MOVE_SCHEMA, ...move, meter: formatMeter(meter) };
}
