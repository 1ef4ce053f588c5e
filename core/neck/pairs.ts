import { fingerStepPrice, stretchPrice } from './difficulty.ts';
import { ALONG, SPREAD, STRING_SPACING } from './limits.ts';
import { MOST_STRINGS } from './tuning.ts';

/** What is true of two fingers at their places, whatever else the hand does; asked for too often to be worked out each time. */
export interface PairTables {
  /** Whether both can stand there at once. */
  readonly reached: Uint8Array;
  /** What it costs to put the second down after the first, knots apart. */
  readonly step: Float64Array;
}

/** Where the tables have two fingers, their frets and the strings between them; `frets` is how many the neck has, 0 among them. */
export function pairAt(
  frets: number,
  finger: number,
  next: number,
  fret: number,
  nextFret: number,
  strings: number,
): number {
  const fingers = (finger - 1) * 4 + next - 1;
  return ((fingers * frets + fret) * frets + nextFret) * MOST_STRINGS + strings;
}

/** For each pair of fingers, frets and strings between them: whether a hand of this reach (in mm) holds it, and its price. */
export function pairTables(mm: Float64Array, reach: number): PairTables {
  const frets = mm.length;
  const size = 16 * frets * frets * MOST_STRINGS;
  const reached = new Uint8Array(size);
  const step = new Float64Array(size);
  for (let finger = 1; finger <= 4; finger++) {
    for (let next = finger + 1; next <= 4; next++) {
      for (let fret = 1; fret < frets; fret++) {
        // Fingers stand in the order of their frets.
        for (let nextFret = fret; nextFret < frets; nextFret++) {
          const along = mm[nextFret]! - mm[fret]!;
          if (along > ALONG[finger]![next]! * reach) break;
          for (let strings = 0; strings < MOST_STRINGS; strings++) {
            const at = pairAt(frets, finger, next, fret, nextFret, strings);
            const across = strings * STRING_SPACING;
            reached[at] = along ** 2 + across ** 2 <= (SPREAD[finger]![next]! * reach) ** 2 ? 1 : 0;
            step[at] = fingerStepPrice(finger, next, nextFret - fret, strings) + stretchPrice(finger, next, along);
          }
        }
      }
    }
  }
  return { reached, step };
}
