import type { Grip } from '../grip/grips.ts';
import type { Millimetres } from '../neck/frets.ts';
import type { Neck } from '../neck/hand.ts';
import { isParallel, shiftMm } from './join-cost.ts';
import { distinct, heldTones, movement, voicePairs } from './movement.ts';

/* What is measured of grips one after another, from the grips themselves; nothing here is priced. */

/** What a grip is reached by from the one before it. */
export interface Change {
  /** Whole semitones, all voices together; voices that enter or leave do not move. */
  readonly movement: number;
  /** How far the lowest note goes, in semitones, and the voices above it together: each by itself, so that they need not add up. */
  readonly bass: number;
  readonly above: number;
  /** Pitches that sound on. */
  readonly held: number;
  /** How far the hand shifts along the neck, to a tenth. */
  readonly shiftMm: Millimetres;
  /** The farthest any voice moves, in semitones. */
  readonly leap: number;
  /** The outer voices move the same way in fifths or octaves. */
  readonly parallel: boolean;
}

/** Of the first grip. */
export const NO_CHANGE: Change = { movement: 0, bass: 0, above: 0, held: 0, shiftMm: 0, leap: 0, parallel: false };

/** Lowest fretted fret, 0 when all strings are open. */
const positionIn = ({ frets }: Pick<Grip, 'frets'>): number => {
  const fretted = frets.filter((fret) => fret > 0);
  return fretted.length === 0 ? 0 : Math.min(...fretted);
};

/** What is measured between two grips: semitones, and millimetres along the neck. */
export function changeBetween(before: Grip, after: Grip, neck: Neck): Change {
  const [from, to] = [distinct(before.pitches), distinct(after.pitches)];
  const ways = voicePairs(from, to).map(([a, b]) => Math.abs(from[a]! - to[b]!));
  return {
    movement: movement(from, to),
    bass: Math.abs(to[0]! - from[0]!),
    above: movement(from.slice(1), to.slice(1)),
    held: heldTones(from, to).length,
    shiftMm: tenth(shiftMm(positionIn(before), positionIn(after), neck)),
    leap: Math.max(0, ...ways),
    parallel: isParallel(from[0]!, from.at(-1)!, to[0]!, to.at(-1)!),
  };
}

/** What a whole way through a tune comes to. */
export interface Figures {
  readonly movement: number;
  /** How far the bass goes, and the voices above it: with roots in the bass that is most. */
  readonly bass: number;
  readonly above: number;
  /** Movement divided by the number of changes. */
  readonly perChange: number;
  /** The farthest any voice moves at a change, in semitones. */
  readonly largestLeap: number;
  readonly held: number;
  readonly shiftMm: Millimetres;
  /** Of a grip, on average, 0 to 10. */
  readonly difficulty: number;
  /** Changes at which the outer voices move the same way in fifths or octaves. */
  readonly parallels: number;
}

/** The figures of some grips, and of the changes between them. */
export function figuresOf(grips: readonly Grip[], changes: readonly Change[]): Figures {
  const total = (pick: (change: Change) => number) => changes.reduce((sum, change) => sum + pick(change), 0);
  const moved = total((change) => change.movement);
  const hard = grips.reduce((sum, { difficulty }) => sum + difficulty, 0);
  return {
    movement: moved,
    bass: total(({ bass }) => bass),
    above: total(({ above }) => above),
    perChange: changes.length === 0 ? 0 : Math.round((moved / changes.length) * 100) / 100,
    largestLeap: Math.max(0, ...changes.map(({ leap }) => leap)),
    held: total(({ held }) => held),
    shiftMm: tenth(total((change) => change.shiftMm)),
    difficulty: tenth(hard / Math.max(1, grips.length)),
    parallels: changes.filter(({ parallel }) => parallel).length,
  };
}

const tenth = (value: number) => Math.round(value * 10) / 10;
