import type { Shapes } from '../grip/library.ts';
import type { Midi } from '../pitch/pitch.ts';

/** A string that can carry a note of the tune. */
export interface TuneString {
  /** From 0, the lowest. */
  readonly string: number;
  readonly fret: number;
  /** How many grips carry it there, and the cheapest of them. */
  readonly count: number;
  readonly cheapest: number;
}

/**
 * The strings that can carry a note on top, the thinnest first: of some grips, the cheapest first, how many have it there, and
 * the first of those.
 */
export function tuneStrings({ size, strings, frets, neck }: Shapes, pitch: Midi): readonly TuneString[] {
  const found: TuneString[] = [];
  for (let s = strings - 1; s >= 0; s--) {
    const fret = pitch - neck.open[s]!;
    const carrying = Array.from({ length: size }, (_, i) => i).filter((i) => {
      // Of two strings with the note the thinner has it.
      const thinner = frets.subarray(i * strings + s + 1, (i + 1) * strings);
      return frets[i * strings + s] === fret && !thinner.some((f, t) => f >= 0 && neck.open[s + 1 + t]! + f === pitch);
    });
    if (carrying.length > 0) found.push({ string: s, fret, count: carrying.length, cheapest: carrying[0]! });
  }
  return found;
}
