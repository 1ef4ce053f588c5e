import type { Chord } from '../chord/chord.ts';
import { formatKey, nameInKey, type Key } from '../pitch/key.ts';
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
  const seen = seenBy(chords);
  const spots = chords.map((_, i) => seen(home, i)!);
  const reasons = viewsOf(spots, home, { blues, mode: null }).map(reasonFor);
  const tonics = Array.from({ length: 12 }, (_, pc) => tonicName(chords, home, pc));
  const progression: Progression = { home, tonics, seen, reasons };
  const areas: KeyArea[] = [];
  let from = 0;
  while (from + 3 < chords.length) {
    const found = reasons[from]?.outside;
    const announced = found?.kind === 'foreign-ii-v' && found.lands && spots[from]!.family !== 'dominant';
    const area =
      (announced && stretch(progression, found.key!, from)) || direct(progression, from, areas.at(-1)?.to ?? -1);
    if (area) areas.push(area);
    from = area ? area.to + 1 : from + 1;
  }
  return areas;
}

interface Progression {
  readonly home: Key;
  /** How each tonic is spelled, by pitch class. */
  readonly tonics: readonly NoteName[];
  /** A chord as a key sees it, worked out once; undefined past the end. */
  readonly seen: (key: Key, at: number) => Spot | undefined;
  /** Why each chord from outside is there, were there no change of key. */
  readonly reasons: readonly (Reason | null)[];
}

function seenBy(chords: readonly Chord[]): Progression['seen'] {
  const known = new Map<string, Spot[]>();
  return (key, at) => {
    const name = formatKey(key);
    const spots = known.get(name) ?? [];
    known.set(name, spots);
    const chord = chords[at];
    return chord && (spots[at] ??= spotOf(chord, key));
  };
}

const isFive = ({ degree, place, family }: Spot) =>
  degree === 7 && place?.function === 'dominant' && family !== 'minor';
const isTonic = ({ degree, place, family }: Spot) =>
  degree === 0 && place !== null && (family === 'major' || family === 'minor');
/** Whether a spot is a tonic that its dominant brings. */
const isCadence = (five: Spot | undefined, tonic: Spot | undefined) =>
  five !== undefined && tonic !== undefined && isFive(five) && isTonic(tonic);

/** The stretch from a spot on that another key holds, less what at its end is home again; null if it is short. */
function stretch({ home, seen }: Progression, key: Key, from: number): KeyArea | null {
  const isHome = (at: number) => seen(home, at)!.place !== null;
  const cadence = (inKey: Key, at: number) => at > from && isCadence(seen(inKey, at - 1), seen(inKey, at));
  let to = from - 1;
  // A cadence at home is home.
  while (seen(key, to + 1)?.place && !cadence(home, to + 1)) to++;
  while (to >= from && isHome(to) && !cadence(key, to)) to--;
  return to - from + 1 >= SHORTEST ? { key, from, to } : null;
}

const SHORTEST = 4;
const MOSTLY_FOREIGN = 2 / 3;
const SECOND_CADENCE = 2;

/** A change of key without a ii–V to announce it, after the spot `after`. */
function direct(progression: Progression, from: number, after: number): KeyArea | null {
  const { home, seen, tonics } = progression;
  if (seen(home, from)!.place !== null) return null;
  let best: KeyArea | null = null;
  for (let pc = 0; pc < 12; pc++) {
    for (const mode of ['major', 'minor'] as const) {
      const area = stretch(progression, { tonic: tonics[pc]!, mode }, from);
      if (area && isSettled(progression, area) && (!best || area.to > best.to)) best = area;
    }
  }
  if (!best) return null;
  const pivot = from - 1;
  const leadsIn = pivot > after && seen(best.key, pivot)?.place?.function === 'predominant';
  return leadsIn ? { ...best, from: pivot } : best;
}

/** Whether a stretch makes its key sure: mostly foreign with tonic and dominant, or by a second cadence. */
function isSettled({ home, seen, reasons }: Progression, { key, from, to }: KeyArea): boolean {
  if (key.tonic === home.tonic && isMinor(key) === isMinor(home)) return false;
  const within = Array.from({ length: to - from + 1 }, (_, i) => seen(key, from + i)!);
  const foreign = within.filter((_, i) => isForeign(reasons, from + i)).length;
  const cadences = within.filter((spot, i) => isCadence(within[i - 1], spot)).length;
  return (
    (within.some(isTonic) && within.some(isFive) && foreign >= within.length * MOSTLY_FOREIGN) ||
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
function tonicName(chords: readonly Chord[], home: Key, pc: number): NoteName {
  return chords.find((chord) => pitchClass(chord.root) === pc)?.root ?? nameInKey(home, pc);
}
