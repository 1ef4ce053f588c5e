import type { Chord } from '../chord/chord.ts';
import type { Key } from '../pitch/key.ts';
import { placeOf } from './place.ts';
import { reasonFor } from './rules.ts';
import { spotOf, viewsOf } from './view.ts';

/** A stretch of a progression in a key of its own: from the spot `from` to the spot `to`, both in it. */
export interface KeyArea {
  readonly key: Key;
  readonly from: number;
  readonly to: number;
}

/**
 * Where a progression leaves its key: a ii–V of another key that lands there and goes on in it, at least one
 * chord more that the home key does not hold (common practice). Chords that both keys hold at the end of
 * such a stretch are home again. A ii–V that lands and turns back at once stays a ii–V of another key.
 */
export function keyAreas(chords: readonly Chord[], home: Key, blues: boolean): readonly KeyArea[] {
  const spots = chords.map((chord) => spotOf(chord, home));
  const views = viewsOf(spots, home, blues);
  const areas: KeyArea[] = [];
  let from = 0;
  while (from + 3 < chords.length) {
    const found = spots[from]!.place === null ? reasonFor(views[from]!).outside : null;
    const key = found?.kind === 'foreign-ii-v' && found.lands && spots[from]!.family !== 'dominant' ? found.key : null;
    let to = from + 2;
    while (key && to + 1 < chords.length && placeOf(chords[to + 1]!, key)) to++;
    while (to > from + 2 && spots[to]!.place !== null) to--;
    if (key && to > from + 2) {
      areas.push({ key, from, to });
      from = to + 1;
    } else from++;
  }
  return areas;
}
