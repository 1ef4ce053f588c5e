import { parseChart } from '../chart/parse.ts';
import type { Bar, Chart, Entry } from '../chart/chart.ts';
import { entriesText } from '../chart/write.ts';
import { symbolOf, type Chord } from '../chord/chord.ts';
import { good, type Outcome } from '../problem.ts';
import { readChart, type ReadSlot } from '../reading/read.ts';
import { ticksPerBeat } from '../time/meter.ts';

/** Chords that bear no load. */
export const SIMPLIFICATIONS = ['related-ii', 'passing', 'side-slip'] as const;
export type Simplification = (typeof SIMPLIFICATIONS)[number];

/** What a chord that bears no load gives its time to: the chord before it, or the one after. */
interface Dropped {
  readonly kind: Simplification;
  readonly to: 'before' | 'after';
}

/** A chart text without what bears no load, and what went: the bar as written and the symbol. */
export interface Simplified {
  readonly text: string;
  readonly dropped: readonly { readonly bar: number; readonly symbol: string; readonly kind: Simplification }[];
}

const PASSING = ['passing-diminished', 'common-tone-diminished', 'chromatic-approach'];

/** Whether a slot bears no load, by its reading and what sounds next (common practice). */
function droppable({ reading, place, entry }: ReadSlot, next: ReadSlot | undefined): Dropped | null {
  const outside = reading?.outside;
  if (!entry.chord || !reading) return null;
  if (outside?.kind === 'related-ii') return { kind: 'related-ii', to: 'after' };
  // The ii of the key's own ii–V.
  const nextPlace = next?.place?.name;
  if ((place?.name === 'ii' || place?.name === 'iio') && (nextPlace === 'V' || nextPlace === 'V-minor'))
    return { kind: 'related-ii', to: 'after' };
  // Of a ii–V that points elsewhere the V bears the load, as at home.
  if (outside?.kind === 'foreign-ii-v' && reading.function === 'predominant')
    return { kind: outside.lands ? 'related-ii' : 'side-slip', to: 'after' };
  return outside && PASSING.includes(outside.kind) ? { kind: 'passing', to: 'before' } : null;
}

/**
 * The chart text with chords of the given kinds dropped: a ii gives its time to its dominant, the others to
 * the chord before them. Only bars that change are written anew; comments and layout stay. A first chord
 * with nothing before it stays.
 */
export function simplify(text: string, kinds: readonly Simplification[] = SIMPLIFICATIONS): Outcome<Simplified> {
  const parsed = parseChart(text);
  if (!parsed.ok) return parsed;
  const chart = parsed.value;
  const slots = firstPasses(chart);
  const fates = slots.map((slot, i) => {
    const fate = droppable(
      slot,
      slots.slice(i + 1).find(({ symbol }) => symbol !== slot.symbol),
    );
    return fate && kinds.includes(fate.kind) ? fate : null;
  });
  const standing = slots.map((slot) => slot.entry.chord);
  const gone: Simplified['dropped'][number][] = [];
  // Backwards, so that a ii takes what its dominant has become; then forwards for those that look back.
  for (let i = slots.length - 1; i >= 0; i--)
    if (fates[i]?.to === 'after' && i + 1 < slots.length) standing[i] = standing[i + 1]!;
  for (let i = 1; i < slots.length; i++) if (fates[i]?.to === 'before') standing[i] = standing[i - 1]!;
  slots.forEach((slot, i) => {
    if (fates[i] && standing[i] !== slot.entry.chord)
      gone.push({ bar: slot.sourceBar, symbol: slot.symbol, kind: fates[i]!.kind });
  });
  const chordAt = new Map(slots.map((slot, i) => [placeOf(slot.sourceBar, slot.entry), standing[i]!]));
  return good({ text: rewritten(text, chart, chordAt), dropped: gone });
}

const placeOf = (bar: number, { tick }: Pick<Entry, 'tick'>) => `${bar}:${tick}`;

/** Each written chord once, as it is first played. */
function firstPasses(chart: Chart): ReadSlot[] {
  const seen = new Set<string>();
  return readChart(chart).filter((slot) => {
    const place = placeOf(slot.sourceBar, slot.entry);
    return !seen.has(place) && seen.add(place);
  });
}

function rewritten(text: string, chart: Chart, chordAt: ReadonlyMap<string, Chord | null>): string {
  const lines = text.split(/(\r\n|\r|\n)/);
  const after = chart.bars.map((bar) => merged(bar, chordAt));
  // From the end, so that places earlier in a line stay true.
  for (let i = chart.bars.length - 1; i >= 0; i--) {
    const { at, meter, ticks } = chart.bars[i]!;
    const line = 2 * (at.line - 1);
    const old = lines[line]!;
    const from = at.column - 1;
    const written = old.slice(from, from + at.length);
    // A repeat sign stands for whatever the bar before has become.
    const stands = written === '%' ? after[i - 1]! : chart.bars[i]!.entries;
    if (sameChords(after[i]!, stands)) continue;
    const now = entriesText(after[i]!, meter, ticks / ticksPerBeat(meter));
    lines[line] = old.slice(0, from) + now + old.slice(from + at.length);
  }
  return lines.join('');
}

type Lasting = Pick<Entry, 'chord' | 'beats'>;

/** A bar's chords after dropping; a chord that took another's time is one with its neighbour of the same name. */
function merged(bar: Bar, chordAt: ReadonlyMap<string, Chord | null>): readonly Lasting[] {
  const held: { chord: Chord | null; beats: number; taken: boolean }[] = [];
  for (const entry of bar.entries) {
    const chord = chordAt.get(placeOf(bar.number, entry)) ?? entry.chord;
    const taken = chord !== entry.chord;
    const last = held.at(-1);
    if (last && (taken || last.taken) && nameOf(last.chord) === nameOf(chord)) last.beats += entry.beats;
    else held.push({ chord, beats: entry.beats, taken });
  }
  return held;
}

const nameOf = (chord: Chord | null) => (chord ? symbolOf(chord) : 'N.C.');
const sameChords = (a: readonly Lasting[], b: readonly Lasting[]) =>
  a.length === b.length &&
  a.every(({ chord, beats }, i) => nameOf(chord) === nameOf(b[i]!.chord) && beats === b[i]!.beats);
