/* A passage by degree: what it is made of, and what it is in a key. */
import { parseChart } from '../../chart/parse.ts';
import type { Chart } from '../../chart/chart.ts';
import { headerKey, type Key } from '../../pitch/key.ts';
import { bad, problem, type Outcome } from '../../problem.ts';
import { readChart, type ReadSlot } from '../../reading/read.ts';
import { remembered } from '../../remember.ts';
import { formatMeter, ticksPerBar, type Meter, type Ticks } from '../../time/meter.ts';
import type { Bond } from '../moves/bond.ts';
import { roleOf } from '../role.ts';
import type { Part } from '../moves/move.ts';
import { symbolsIn, unreadIn } from './degree-text.ts';
import type { FunctionLetter } from './functions.ts';

/** What passages are for, in the order they are listed. */
export const PASSAGE_USES = [
  'intro',
  'ending',
  'turnaround',
  'cadence',
  'blues',
  'vamp',
  'pickup',
  'ladder',
  'line',
  'pedal',
  'approach',
] as const;
export type PassageUse = (typeof PASSAGE_USES)[number];

/** Chords by degree, with their lengths, and where they belong. */
export interface Passage {
  readonly mode: 'major' | 'minor';
  readonly meter: Meter;
  /** Its bars as a chart has them, each chord by degree: `IIm9 V13 | Imaj9`. */
  readonly chords: string;
  /** What the plain chords under it do, one after another, any of these: `T` home, `S` away from it, `D` towards it. */
  readonly over: readonly string[];
  /** What comes before and after; null: whatever it is. */
  readonly before: FunctionLetter | 'start' | null;
  readonly next: FunctionLetter | 'end' | null;
  /** Where home is another chord than the tonic: semitones above it of the plain chord under its beginning, and of the one after it. */
  readonly opens?: number;
  readonly goesTo?: number;
  /** It comes home later than the plain chords do: a tag, a detour. */
  readonly isLate?: true;
  /** How each chord goes on to the next, in one way or in turn. */
  readonly into?: Bond | readonly (Bond | null)[];
}

/** A passage in a key. */
export interface PassageInKey {
  readonly chart: Chart;
  readonly slots: readonly ReadSlot[];
  readonly parts: readonly Part[];
  readonly ticks: Ticks;
  readonly bars: number;
}

/** The longest passage, in characters of its text. */
export const LONGEST_PASSAGE = 2000;
/** And in bars: what is longer is a tune. */
export const MOST_PASSAGE_BARS = 32;
/** No more chords stand in one move of a take. */
const MOST_PASSAGE_CHORDS = 256;

/** The key of a passage that is shown by its degrees alone. */
export const keyOn = (tonic: string, mode: Passage['mode']): Key => ({ tonic, mode });

/** The bars as a chart's text. */
export const passageText = ({ meter, chords }: Pick<Passage, 'meter' | 'chords'>, key: Key, headers = ''): string =>
  `${headers}key: ${headerKey(key)}\nmeter: ${formatMeter(meter)}\n| ${symbolsIn(chords, key)} |`;

/** A passage in a key; problems say which chord or bar cannot be read. */
export function readPassage(passage: Pick<Passage, 'meter' | 'chords' | 'into'>, key: Key): Outcome<PassageInKey> {
  const [unread] = unreadIn(passage.chords);
  if (unread !== undefined) return bad(problem('degree-unknown', { text: unread }));
  const chart = parseChart(passageText(passage, key));
  if (!chart.ok) return chart;
  const { bars } = chart.value;
  if (bars.length > MOST_PASSAGE_BARS || passage.chords.length > LONGEST_PASSAGE)
    return bad(problem('passage-long', { bars: bars.length, most: MOST_PASSAGE_BARS }));
  const slots = readChart(chart.value);
  if (slots.length > MOST_PASSAGE_CHORDS)
    return bad(problem('passage-crowded', { chords: slots.length, most: MOST_PASSAGE_CHORDS }));
  if (slots.some(({ entry }) => entry.chord === null)) return bad(problem('passage-rest', {}));
  const into = (i: number) => (typeof passage.into === 'string' ? passage.into : passage.into?.[i]);
  const parts = slots.map((slot, i): Part => {
    const bond = i + 1 < slots.length ? into(i) : undefined;
    return { chord: slot.entry.chord!, beats: slot.entry.beats, role: roleOf(slot), ...(bond && { into: bond }) };
  });
  const ticks = slots.reduce((sum, { entry }) => sum + entry.ticks, 0);
  return { ok: true, value: { chart: chart.value, slots, parts, ticks, bars: ticks / ticksPerBar(passage.meter) } };
}

/** The same of a passage that was read before; throws where it cannot be. */
export function passageIn(passage: Passage, key: Key): PassageInKey {
  const inKeys = readings(passage);
  const name = headerKey(key);
  const known = inKeys.get(name);
  if (known) return known;
  const read = readPassage(passage, key);
  if (!read.ok) throw new RangeError(`no passage: ${passage.chords}`);
  inKeys.set(name, read.value);
  return read.value;
}
const readings = remembered((_: Passage): Map<string, PassageInKey> => new Map());
