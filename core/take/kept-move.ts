import { msg, t, type Msg } from '../words/words.ts';
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
import { BONDS } from '../reharm/moves/bond.ts';
import type { Stray } from '../reharm/moves/groups.ts';
import type { ShippedMove } from '../reharm/kept/shipped/row.ts';
import { ticksPerBar, formatMeter, parseMeter } from '../time/meter.ts';
import { readDecision, type Decision, type Decisions } from './decision.ts';
import { nameOf, readName } from './key.ts';
import { hasOnly, isOf, isText, isWhole, recordOf } from './layers/fields.ts';

/** The key that what lies on the neck is kept in. */
export const KEPT_IN = 'C';
/** The schema that is written. Schema 1 is the first. */
export const KEPT_MOVE_SCHEMA = 1;

const KEPT_MOVE = 'kept:';
/** What a kept move is called in takes. */
export const keptMoveId = (id: string): string => KEPT_MOVE + id;
/** The kept move that a move of a take is; null: it is of the table. */
export const keptMoveOf = (moveId: string): string | null =>
  moveId.startsWith(KEPT_MOVE) ? moveId.slice(KEPT_MOVE.length) : null;

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
const LONGEST_REASON = 1000;
const LONGEST_NOTE = 2000;
const MOST_CELLS = 400;
const MODES = ['major', 'minor'] as const;
const STRAYS = [0, 1, 2, 3, 4, 5] as const;
const OVER = /^(?:[TSD](?: [TSD])*)?$/;
const TUNING = /^[A-G][b#]?\d( [A-G][b#]?\d){5,6}$/;
const BAR = /^bar-\d{1,2}$/;

/** A text with something in it. */
const isNamed = (value: unknown, most: number): value is string => isText(value, most) && value.trim() !== '';
/** A degree of the key, in semitones above the tonic. */
const isDegree = (value: unknown): boolean => isWhole(value, 0, 11);
const isList = (value: unknown, most: number, isRight: (one: unknown) => boolean): boolean =>
  Array.isArray(value) && value.length <= most && value.every(isRight);
const isBond = (value: unknown): boolean => isOf(BONDS, value);
const isLeftOut = (value: unknown): boolean => value === undefined;
const isCell = ([name, cell]: readonly [string, unknown]): boolean => {
  const named = readName(name);
  return (
    named !== null && isOf(KEPT_LAYERS, named.layer) && BAR.test(named.at.bar) && readDecision(name, cell) !== null
  );
};
const isFrom = (value: unknown): boolean => {
  const from = recordOf(value) ?? {};
  return isText(from.title, LONGEST_TITLE) && isText(from.bars, 40) && hasOnly(from, 'title', 'bars');
};

/** Every field: whether it is right, and what would be, in words that are told where it is not. */
const FIELDS: Readonly<Record<string, readonly [isRight: (value: unknown) => boolean, right: Msg]>> = {
  schema: [(value) => value === KEPT_MOVE_SCHEMA, msg('the number {number}', { number: KEPT_MOVE_SCHEMA })],
  name: [(value) => isNamed(value, LONGEST_TITLE), msg('a text of 1 to {most} characters', { most: LONGEST_TITLE })],
  use: [(value) => isOf(PASSAGE_USES, value), msg('{list}', { list: PASSAGE_USES.join(', ') })],
  mode: [(value) => isOf(MODES, value), msg('major or minor')],
  meter: [(value) => typeof value === 'string' && parseMeter(value).ok, msg('a meter as 4/4')],
  chords: [(value) => isNamed(value, LONGEST_PASSAGE), msg('bars of chords by degree, as IIm9 V13 | Imaj9')],
  over: [
    (value) => isList(value, 20, (one) => isText(one, 60) && OVER.test(one)),
    msg('up to 20 texts of T, S and D, as “S D T”'),
  ],
  before: [
    (value) => value === null || value === 'start' || isOf(FUNCTION_LETTERS, value),
    msg('T, S, D, start or null'),
  ],
  next: [(value) => value === null || value === 'end' || isOf(FUNCTION_LETTERS, value), msg('T, S, D, end or null')],
  opens: [(value) => isLeftOut(value) || isDegree(value), msg('semitones above the tonic, 0 to 11, or nothing')],
  goesTo: [(value) => isLeftOut(value) || isDegree(value), msg('semitones above the tonic, 0 to 11, or nothing')],
  isLate: [(value) => isLeftOut(value) || value === true, msg('true, or nothing')],
  into: [
    (value) => isLeftOut(value) || isBond(value) || isList(value, 100, (one) => one === null || isBond(one)),
    msg('one of {list}, or a list of them and of null', { list: BONDS.join(', ') }),
  ],
  stray: [(value) => isOf(STRAYS, value), msg('a number from 0 to 5')],
  mood: [(value) => isText(value, LONGEST_TITLE), msg('a text of up to {most} characters', { most: LONGEST_TITLE })],
  reason: [
    (value) => isText(value, LONGEST_REASON),
    msg('a text of up to {most} characters', { most: LONGEST_REASON }),
  ],
  tags: [
    (value) => isList(value, MOST_TAGS, (tag) => isNamed(tag, LONGEST_TAG)),
    msg('up to {texts} texts of up to {most} characters', { texts: MOST_TAGS, most: LONGEST_TAG }),
  ],
  note: [(value) => isText(value, LONGEST_NOTE), msg('a text of up to {most} characters', { most: LONGEST_NOTE })],
  cells: [
    (value) => {
      const cells = Object.entries(recordOf(value) ?? { none: null });
      return cells.length <= MOST_CELLS && cells.every(isCell);
    },
    msg('decisions by name, as in a take'),
  ],
  tuning: [
    (value) => value === null || (typeof value === 'string' && TUNING.test(value)),
    msg('open strings as E2 A2 D3 G3 B3 E4, or null'),
  ],
  sung: [(value) => isList(value, 12, isDegree), msg('semitones above the tonic, 0 to 11')],
  from: [(value) => value === null || isFrom(value), msg('a title and bars, or null')],
};

const wrong = (field: string) =>
  bad(problem('moves-field', { field, right: Object.hasOwn(FIELDS, field) ? t(FIELDS[field]![1]) : t('not there') }));

/** A kept move as it comes from outside, of this schema or an older one: or the first field that is wrong, and what would be right. */
export function readKeptMove(value: unknown): Outcome<KeptMove> {
  const record = recordOf(value);
  if (!record) return bad(problem('moves-field', { field: t('a move'), right: t('an object') }));
  const { schema } = record;
  if (typeof schema === 'number' && schema > KEPT_MOVE_SCHEMA) return bad(problem('moves-newer', { schema }));
  const stranger = Object.keys(record).find((field) => !Object.hasOwn(FIELDS, field));
  if (stranger !== undefined) return wrong(stranger.slice(0, 40));
  const amiss = Object.keys(FIELDS).find((field) => !FIELDS[field]![0](record[field]));
  if (amiss !== undefined) return wrong(amiss);
  const meter = parseMeter(String(record.meter));
  if (!meter.ok) return meter;
  const { schema: _, ...fields } = record;
  const cells = Object.entries(record.cells as Decisions).map(
    ([name, cell]) => [name, readDecision(name, cell)!] as const,
  );
  // Every field was looked at.
  const move = { ...fields, meter: meter.value, cells: Object.fromEntries(cells) } as unknown as KeptMove;
  const passage = readPassage(move, keyOn(KEPT_IN, move.mode));
  return passage.ok ? good(move) : passage;
}

/** A kept move as it is written: what {@link readKeptMove} reads. */
export function keptMoveDoc({ meter, ...move }: KeptMove): Readonly<Record<string, unknown>> {
  return { schema: KEPT_MOVE_SCHEMA, ...move, meter: formatMeter(meter) };
}
