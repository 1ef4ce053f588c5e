/* Where a passage fits, and what it is there: longer, shorter, in another meter, with what gets lost. */
import type { Key } from '../../pitch/key.ts';
import { pitchClass } from '../../pitch/note.ts';
import { beatsPerBar, ticksPerBar, type Meter } from '../../time/meter.ts';
import type { Part } from '../moves/move.ts';
import type { Span } from '../moves/span.ts';
import { degreeTextOf } from './degree-text.ts';
import { letterOf, lettersOf, stretchesOf } from './functions.ts';
import { passageIn, type Passage } from './passage.ts';

/** In another meter one chord in so many may be lost; in half the bars, or where chords hang together, none: it would not be what it says. */
const MOST_LOST = 4;

/** How a passage is made to fit: as long as it is, half or twice as long. */
export const LENGTHS = [1, 0.5, 2] as const;
export type Length = (typeof LENGTHS)[number];

/** A passage in a span. */
export interface Fitted {
  readonly parts: readonly Part[];
  /** Of each part the chord of the passage that it is. */
  readonly of: readonly number[];
  readonly length: Length;
  /** Whether the meter is the passage's own. */
  readonly isOwnMeter: boolean;
  /** Chords for which there is no time, by degree. */
  readonly lost: readonly string[];
}

/** Why a passage is not offered in a span. */
export type NoFit = 'mode' | 'length' | 'over' | 'before' | 'next' | 'short';

/** A passage in a span, or why it does not fit there. */
export function fitted(passage: Passage, span: Span, meter: Meter): Fitted | NoFit {
  if ((passage.mode === 'minor') !== span.minor) return 'mode';
  const { bars, parts } = passageIn(passage, span.key);
  const ratio = span.ticks / ticksPerBar(meter) / bars;
  const length = LENGTHS.find((one) => one === ratio);
  if (length === undefined) return 'length';
  const { next, before } = passage;
  if (before !== null && before !== (span.prev ? letterOf(span.prev) : 'start')) return 'before';
  if (next !== null && next !== (span.next ? letterOf(span.next) : 'end')) return 'next';
  if (next === 'T' && span.next!.degree !== (passage.goesTo ?? 0)) return 'next';
  if (!isOver(passage, span)) return 'over';
  // What else begins at home begins on the tonic itself: a vi is no place for I–vi–ii–V.
  if (letterOf(span.here) === 'T' && span.here.degree !== (passage.opens ?? 0)) return 'over';
  const placed = rescaled(parts, { from: passage.meter, to: meter, length, key: span.key });
  const most = passage.into === undefined && length === 1 ? Math.floor(parts.length / MOST_LOST) : 0;
  if (placed.lost.length > most) return 'short';
  const isOwnMeter =
    ticksPerBar(passage.meter) === ticksPerBar(meter) && beatsPerBar(passage.meter) === beatsPerBar(meter);
  return { ...placed, length, isOwnMeter };
}

/** Whether the plain chords do what the passage stands for, and come home when it does. */
function isOver(passage: Passage, span: Span): boolean {
  const stretches = stretchesOf(span.chords);
  if (!passage.over.includes(lettersOf(stretches))) return false;
  const lands = stretches.at(-1)!;
  if (stretches.length < 2 || lands.letter !== 'T') return true;
  if (passage.isLate) return true;
  const { parts } = passageIn(passage, span.key);
  const own = landing(parts, span.key);
  return own !== null && own / beatsOf(parts) === lands.at / span.beats;
}

const beatsOf = (parts: readonly Part[]): number => parts.reduce((sum, { beats }) => sum + beats, 0);

/** When the tonic that a passage ends on begins, in beats; null: it ends on another chord. */
function landing(parts: readonly Part[], { tonic }: Key): number | null {
  const last = parts.findLastIndex(({ chord }) => pitchClass(chord.root) !== pitchClass(tonic));
  return last === parts.length - 1 ? null : beatsOf(parts.slice(0, last + 1));
}

/**
 * The parts of a passage over bars of another length: each begins at the beat nearest to where it began in its bar. Of two on
 * one beat the later stays, for it leads on.
 */
function rescaled(
  parts: readonly Part[],
  { from, to, length, key }: { readonly from: Meter; readonly to: Meter; readonly length: Length; readonly key: Key },
): Pick<Fitted, 'parts' | 'of' | 'lost'> {
  const [bar, room] = [beatsPerBar(from), beatsPerBar(to)];
  const total = beatsOf(parts);
  const step = Number.isInteger(room) ? 1 : room;
  const placeOf = (beat: number) => {
    const scaled = (beat / bar) * room * length;
    const isExact = length >= 1 || Number.isInteger(scaled);
    return from.count === to.count && from.unit === to.unit && isExact
      ? scaled
      : Math.floor(scaled / step + 0.5) * step;
  };
  let beat = 0;
  const starts = parts.map(({ beats }) => {
    const at = placeOf(beat);
    beat += beats;
    return at;
  });
  const end = (total / bar) * room * length;
  const kept = parts.flatMap((_, i) => ((starts[i + 1] ?? end) > starts[i]! ? [i] : []));
  return {
    of: kept,
    parts: kept.map((i, k): Part => {
      const { into, ...part } = parts[i]!;
      const goesOn = into !== undefined && kept[k + 1] === i + 1;
      return { ...part, beats: (starts[kept[k + 1]!] ?? end) - starts[i]!, ...(goesOn && { into }) };
    }),
    lost: parts.flatMap(({ chord }, i) => (kept.includes(i) ? [] : [degreeTextOf(chord, key)])),
  };
}
