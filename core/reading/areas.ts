import type { Chord } from '../chord/chord.ts';
import { nameInKey, type Key } from '../pitch/key.ts';
import { pitchClass } from '../pitch/note.ts';
import { isMinor, placeOf } from './place.ts';
import { reasonFor, type Reason } from './rules.ts';
import { spotOf, viewsOf, type Spot } from './view.ts';

/** A stretch of a progression in a key of its own: from the spot `from` to the spot `to`, both in it. */
export interface KeyArea {
  readonly key: Key;
  readonly from: number;
  readonly to: number;
}

/**
 * Where a progression leaves its key (common practice). Three things change a key: a ii–V of another key that
 * lands there and goes on in it; chords most of which the home key does not hold, with the other key's tonic and
 * dominant among them; a second cadence in the other key before home is heard again. Chords that both
 * keys hold at the end of such a stretch are home again. A ii–V that lands and turns back at once stays
 * a ii–V of another key.
 */
export function keyAreas(chords: readonly Chord[], home: Key, blues: boolean): readonly KeyArea[] {
  // In a blues the form explains its chords.
  if (blues) return [];
  const spots = chords.map((chord) => spotOf(chord, home));
  const reasons = viewsOf(spots, home, { blues, mode: null }).map(reasonFor);
  const progression: Progression = { chords, home, spots, reasons };
  const areas: KeyArea[] = [];
  let from = 0;
  while (from + 3 < chords.length) {
    const found = reasons[from]?.outside;
    const announced = found?.kind === 'foreign-ii-v' && found.lands && spots[from]!.family !== 'dominant';
    const area =
      (announced && stretch(progression, found.key!, from, SHORTEST)) ||
      direct(progression, from, areas.at(-1)?.to ?? -1);
    if (area) areas.push(area);
    from = area ? area.to + 1 : from + 1;
  }
  return areas;
}

interface Progression {
  readonly chords: readonly Chord[];
  readonly home: Key;
  /** As the home key sees them. */
  readonly spots: readonly Spot[];
  /** Why each chord from outside is there, were there no change of key. */
  readonly reasons: readonly (Reason | null)[];
}

const isFive = (chord: Chord, key: Key) => {
  const spot = spotOf(chord, key);
  return spot.degree === 7 && spot.place?.function === 'dominant' && spot.family !== 'minor';
};
const isTonic = (chord: Chord, key: Key) => {
  const spot = spotOf(chord, key);
  return spot.degree === 0 && spot.place !== null && (spot.family === 'major' || spot.family === 'minor');
};

/** The stretch from a spot on that another key holds, less what at its end is home again; null if it is short. */
function stretch({ chords, home, spots }: Progression, key: Key, from: number, least: number): KeyArea | null {
  let to = from - 1;
  while (to + 1 < chords.length && placeOf(chords[to + 1]!, key)) {
    // A cadence at home is home.
    if (to > from && isFive(chords[to]!, home) && isTonic(chords[to + 1]!, home)) break;
    to++;
  }
  const lands = (i: number) => i > from && isTonic(chords[i]!, key) && isFive(chords[i - 1]!, key);
  while (to >= from && spots[to]!.place !== null && !lands(to)) to--;
  return to - from + 1 >= least ? { key, from, to } : null;
}

const MOSTLY_FOREIGN = 2 / 3;
const SHORTEST = 4;
const SECOND_CADENCE = 2;

/** A change of key without a ii–V to announce it. */
function direct(progression: Progression, from: number, after: number): KeyArea | null {
  const { chords, home, spots } = progression;
  if (spots[from]!.place !== null) return null;
  let best: KeyArea | null = null;
  for (let pc = 0; pc < 12; pc++) {
    for (const mode of ['major', 'minor'] as const) {
      const key: Key = { tonic: tonicName(chords, home, pc), mode };
      if (!placeOf(chords[from]!, key)) continue;
      const area = stretch(progression, key, from, SHORTEST);
      if (area && isSettled(progression, area) && (!best || area.to > best.to)) best = area;
    }
  }
  if (!best) return null;
  const pivot = from - 1;
  const leadsIn = pivot > after && placeOf(chords[pivot]!, best.key)?.function === 'predominant';
  return leadsIn ? { ...best, from: pivot } : best;
}

/** Whether a stretch makes its key sure: mostly foreign with tonic and dominant, or by a second cadence. */
function isSettled({ chords, home, reasons }: Progression, { key, from, to }: KeyArea): boolean {
  if (key.tonic === home.tonic && isMinor(key) === isMinor(home)) return false;
  const within = chords.slice(from, to + 1);
  const foreign = within.filter((_, i) => isForeign(reasons, from + i)).length;
  const tonic = within.some((chord) => isTonic(chord, key));
  const dominant = within.some((chord) => isFive(chord, key));
  const cadences = within.filter((chord, i) => i > 0 && isTonic(chord, key) && isFive(within[i - 1]!, key)).length;
  return (
    (tonic && dominant && foreign >= within.length * MOSTLY_FOREIGN) ||
    (cadences >= SECOND_CADENCE && within.length > SHORTEST)
  );
}

/** Whether a chord is far from home: a dominant of a chord of the key, with its ii, is not. */
function isForeign(reasons: Progression['reasons'], at: number): boolean {
  const kind = reasons[at]?.outside.kind;
  const dominant = kind === 'related-ii' ? reasons[at + 1]?.outside.kind : kind;
  return kind !== undefined && dominant !== 'secondary-dominant';
}

/** How the tonic is spelled: as a chord of the tune has it, else as the home key would. */
function tonicName(chords: readonly Chord[], home: Key, pc: number): string {
  return chords.find((chord) => pitchClass(chord.root) === pc)?.root ?? nameInKey(home, pc);
}
