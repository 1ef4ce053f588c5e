import type { Chord } from '../chord/chord.ts';
import { nameInKey, type Key } from '../pitch/key.ts';
import { pitchClass, type NoteName } from '../pitch/note.ts';
import { isMinor } from './place.ts';
import type { Reason } from './reason.ts';
import { reasonFor } from './rules.ts';
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
  const atHome = new Seen(chords, home);
  const spots = chords.map((_, i) => atHome.at(i)!);
  const reasons = viewsOf(spots, home, { blues, mode: null }).map(reasonFor);
  // In their order from home, so that of two as good the same is taken wherever the tune lies.
  const keys = Array.from({ length: 12 }, (_, up) =>
    tonicName(chords, home, (pitchClass(home.tonic) + up) % 12),
  ).flatMap((tonic) => (['major', 'minor'] as const).map((mode) => new Seen(chords, { tonic, mode })));
  const progression: Progression = { home: atHome, keys, reasons };
  const areas: KeyArea[] = [];
  let from = 0;
  while (from + 3 < chords.length) {
    const found = reasons[from]?.outside;
    const announced = found?.kind === 'foreign-ii-v' && found.lands && spots[from]!.family !== 'dominant';
    const area =
      (announced && stretch(progression, new Seen(chords, found.key!), from)) ||
      direct(progression, from, areas.at(-1)?.to ?? -1);
    if (area) areas.push(area);
    from = area ? area.to + 1 : from + 1;
  }
  return areas;
}

/** A progression as one key sees it, each chord worked out when it is asked for. */
class Seen {
  readonly key: Key;
  readonly #chords: readonly Chord[];
  readonly #spots: Spot[] = [];
  constructor(chords: readonly Chord[], key: Key) {
    this.key = key;
    this.#chords = chords;
  }
  /** Undefined past the end. */
  at(index: number): Spot | undefined {
    const chord = this.#chords[index];
    return chord && (this.#spots[index] ??= spotOf(chord, this.key));
  }
  /** Whether the chord is a tonic that its dominant brings. */
  isCadence(index: number): boolean {
    const [five, tonic] = [this.at(index - 1), this.at(index)];
    return five !== undefined && tonic !== undefined && isTonic(tonic) && isFive(five);
  }
}

interface Progression {
  readonly home: Seen;
  /** Every key it might go to. */
  readonly keys: readonly Seen[];
  /** Why each chord from outside is there, were there no change of key. */
  readonly reasons: readonly (Reason | null)[];
}

const isFive = ({ degree, place, family }: Spot) =>
  degree === 7 && place?.function === 'dominant' && family !== 'minor';
const isTonic = ({ degree, place, family }: Spot) =>
  degree === 0 && place !== null && (family === 'major' || family === 'minor');

/** The stretch from a spot on that another key holds, less what at its end is home again; null if it is short. */
function stretch({ home }: Progression, there: Seen, from: number): KeyArea | null {
  let to = from - 1;
  // A cadence at home is home.
  while (there.at(to + 1)?.place && !(to >= from && home.isCadence(to + 1))) to++;
  while (to >= from && home.at(to)!.place !== null && !(to > from && there.isCadence(to))) to--;
  return to - from + 1 >= SHORTEST ? { key: there.key, from, to } : null;
}

const SHORTEST = 4;
const MOSTLY_FOREIGN = 2 / 3;
const SECOND_CADENCE = 2;

/** A change of key without a ii–V to announce it, after the spot `after`. */
function direct(progression: Progression, from: number, after: number): KeyArea | null {
  const { home, keys } = progression;
  if (home.at(from)!.place !== null) return null;
  let best: KeyArea | null = null;
  let pivot = false;
  for (const there of keys) {
    if (there.at(from)!.place === null) continue;
    const area = stretch(progression, there, from);
    if (!area || (best && area.to <= best.to) || !isSettled(progression, there, area)) continue;
    best = area;
    pivot = from - 1 > after && there.at(from - 1)?.place?.function === 'predominant';
  }
  return best && pivot ? { ...best, from: from - 1 } : best;
}

/** Whether a stretch makes its key sure: mostly foreign with tonic and dominant, or by a second cadence. */
function isSettled({ home, reasons }: Progression, there: Seen, { key, from, to }: KeyArea): boolean {
  if (key.tonic === home.key.tonic && isMinor(key) === isMinor(home.key)) return false;
  let [tonics, fives, foreign, cadences] = [0, 0, 0, 0];
  for (let i = from; i <= to; i++) {
    const spot = there.at(i)!;
    if (isTonic(spot)) tonics++;
    if (isFive(spot)) fives++;
    if (isForeign(reasons, i)) foreign++;
    if (i > from && there.isCadence(i)) cadences++;
  }
  const length = to - from + 1;
  return (
    (tonics > 0 && fives > 0 && foreign >= length * MOSTLY_FOREIGN) || (cadences >= SECOND_CADENCE && length > SHORTEST)
  );
}

/** Whether a chord is far from home: a dominant of a chord of the key, with its ii, is not. */
function isForeign(reasons: Progression['reasons'], at: number): boolean {
  const kind = reasons[at]?.outside.kind;
  const dominant = kind === 'related-ii' ? reasons[at + 1]?.outside.kind : kind;
  return kind !== undefined && dominant !== 'secondary-dominant';
}

/** How the tonic is spelled: as a chord of the tune has it, else as the home key would. */
function tonicName(chords: readonly Chord[], home: Key, pc: number): NoteName {
  return chords.find((chord) => pitchClass(chord.root) === pc)?.root ?? nameInKey(home, pc);
}
