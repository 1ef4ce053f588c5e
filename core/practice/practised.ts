/* What can be practised, as it is kept in the log and on cards: with the music it was made of, so that it stays what it was. */
import { LONGEST_TITLE } from '../chart/headers.ts';
import { GRIP } from '../take/layers/chord.ts';
import { hasOnly, isOf, isText, isWhole, recordOf } from '../take/layers/fields.ts';

/** A chord and the grip it has. */
export interface NamedGrip {
  /** ASCII. */
  readonly symbol: string;
  /** `x-3-5-4-5-3`. */
  readonly grip: string;
}

/** A bar of a tune as it is played: the bar as written, by its id, and which time through it this is, from 1. */
export interface BarAt {
  readonly bar: string;
  readonly pass: number;
}

/**
 * How bars are practised otherwise than in a loop: asked of them; phrase and answer without time; through the keys; in one
 * area of the neck after another; counted across the bars.
 */
export const PASSAGE_WAYS = ['calls', 'no-time', 'keys', 'areas', 'counting'] as const;
export type PassageWay = (typeof PASSAGE_WAYS)[number];

/** Some bars of a take, from the first to the last. */
export interface PassageItem {
  readonly kind: 'passage';
  /** Without one they are looped. */
  readonly way?: PassageWay;
  readonly tuneId: string;
  readonly takeId: string;
  readonly first: BarAt;
  readonly last: BarAt;
  /** As they were when it was taken up: the tune's title, the take's name, `5–8`, and the chords. */
  readonly title: string;
  readonly take: string;
  readonly bars: string;
  readonly chords: readonly string[];
}

/** From one grip to another and back, `beats` long each, at so many beats a minute in the end. */
export interface ChangeItem {
  readonly kind: 'change';
  readonly tuning: string;
  readonly from: NamedGrip;
  readonly to: NamedGrip;
  readonly tempo: number;
  readonly beats: number;
}

/** What is practised: a grip set cold, a change of grip, bars of a take, a kept move through the keys, fingers made warm. */
export type Practised =
  | ({ readonly kind: 'grip'; readonly tuning: string } & NamedGrip)
  | ChangeItem
  | PassageItem
  | { readonly kind: 'move'; readonly id: string; readonly name: string }
  | { readonly kind: 'warm-up' };
export const PRACTISED_KINDS = ['grip', 'change', 'passage', 'move', 'warm-up'] as const satisfies Practised['kind'][];

/** The card that what was practised belongs to; null: it has none. The same grip, or change, of two tunes is one. */
export function cardOf(what: Practised): string | null {
  switch (what.kind) {
    case 'grip':
      return `grip ${what.tuning} ${what.grip}`;
    case 'change':
      return `change ${what.tuning} ${what.from.grip} ${what.to.grip}`;
    case 'passage':
      return `passage ${what.takeId} ${at(what.first)} ${at(what.last)}${what.way ? ` ${what.way}` : ''}`;
    case 'move':
      return `move ${what.id}`;
    case 'warm-up':
      return null;
  }
}
const at = ({ bar, pass }: BarAt) => `${bar}.${pass}`;

const TUNING = /^[A-G][b#]?\d( [A-G][b#]?\d){5,6}$/;
const ID = /^[\w-]{1,64}$/;
const MOST_CHORDS = 400;
const LONGEST_SYMBOL = 40;
const MOST_PASSES = 99;
const MOST_BEATS = 400;
/** Beats a minute. */
export const FASTEST = 1000;

const isSymbol = (value: unknown): value is string => isText(value, LONGEST_SYMBOL) && value !== '';
const matches = (pattern: RegExp, value: unknown): value is string => typeof value === 'string' && pattern.test(value);

function namedGrip(value: unknown): NamedGrip | null {
  const record = recordOf(value);
  if (!record || !hasOnly(record, 'symbol', 'grip')) return null;
  const { symbol, grip } = record;
  return isSymbol(symbol) && matches(GRIP, grip) ? { symbol, grip } : null;
}

function barAt(value: unknown): BarAt | null {
  const record = recordOf(value);
  if (!record || !hasOnly(record, 'bar', 'pass')) return null;
  const { bar, pass } = record;
  return matches(ID, bar) && isWhole(pass, 1, MOST_PASSES) ? { bar, pass } : null;
}

const READ: Readonly<Record<Practised['kind'], (value: Readonly<Record<string, unknown>>) => Practised | null>> = {
  grip({ kind: _, tuning, ...rest }) {
    const named = namedGrip(rest);
    return named && matches(TUNING, tuning) ? { kind: 'grip', tuning, ...named } : null;
  },
  change(value) {
    const { tuning, tempo, beats } = value;
    const [from, to] = [namedGrip(value.from), namedGrip(value.to)];
    if (!hasOnly(value, 'kind', 'tuning', 'from', 'to', 'tempo', 'beats')) return null;
    if (!from || !to || !matches(TUNING, tuning) || !isWhole(tempo, 1, FASTEST)) return null;
    if (typeof beats !== 'number' || !(beats > 0 && beats <= MOST_BEATS)) return null;
    return { kind: 'change', tuning, from, to, tempo, beats };
  },
  passage(value) {
    const { way, tuneId, takeId, title, take, bars, chords } = value;
    const [first, last] = [barAt(value.first), barAt(value.last)];
    if (way !== undefined && !isOf(PASSAGE_WAYS, way)) return null;
    if (!hasOnly(value, 'kind', 'way', 'tuneId', 'takeId', 'first', 'last', 'title', 'take', 'bars', 'chords'))
      return null;
    if (!first || !last || !matches(ID, tuneId) || !matches(ID, takeId)) return null;
    if (!isText(title, LONGEST_TITLE) || !isText(take, LONGEST_TITLE) || !isText(bars, LONGEST_SYMBOL)) return null;
    if (!Array.isArray(chords) || chords.length > MOST_CHORDS || !chords.every(isSymbol)) return null;
    return { kind: 'passage', ...(way && { way }), tuneId, takeId, first, last, title, take, bars, chords };
  },
  move(value) {
    const { id, name } = value;
    if (!hasOnly(value, 'kind', 'id', 'name') || !matches(ID, id) || !isText(name, LONGEST_TITLE)) return null;
    return { kind: 'move', id, name };
  },
  'warm-up': (value) => (hasOnly(value, 'kind') ? { kind: 'warm-up' } : null),
};

/** What was practised as it comes from outside; null where it is nothing of the kind. */
export function readPractised(value: unknown): Practised | null {
  const record = recordOf(value);
  const kind = PRACTISED_KINDS.find((one) => one === record?.kind);
  return record && kind ? READ[kind](record) : null;
}
