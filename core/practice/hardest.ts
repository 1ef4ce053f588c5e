import type { Grip } from '../grip/grips.ts';
import { allowedMs, barresPressed, handChange, handShift, neededMs, type HandChange } from '../leading/change.ts';
import type { Neck } from '../neck/hand.ts';
import type { Score } from '../score/score.ts';
import { quarterSeconds, secondsBetween } from '../time/clock.ts';
import type { Millimetres } from '../neck/frets.ts';

/** What makes a change hard: too little time, fingers set anew, a barre, the way along the neck, the grip it comes to. */
export const CHANGE_PARTS = ['haste', 'fingers', 'barre', 'shift', 'grip'] as const;
export type ChangePart = (typeof CHANGE_PARTS)[number];

/** What a change of grip asks of the fretting hand. Times in milliseconds. */
export interface Hardness {
  readonly change: HandChange;
  readonly neededMs: number;
  readonly allowedMs: number;
  readonly shiftMm: Millimetres;
  /** 0 to 10, to a tenth: the sum of its parts, held to 10. */
  readonly difficulty: number;
  readonly parts: Readonly<Record<ChangePart, number>>;
}

/*
 * The prices, in points of ten (common practice: teachers drill barres, far shifts and stretches first, and what is
 * rushed before all; a full change of four fingers beside each other, with time enough, comes to about 4).
 */
/** When the hand needs all the time there is. */
const IN_TIME = 2.5;
/** What is rushed beyond this many times its time is no more hopeless. */
const MOST_HASTE = 2;
const PER_FINGER = 0.4;
const PER_BARRE = 0.8;
const PER_100_MM = 1.2;
/** Per point of the grip's own difficulty; a form that is only slid is held already. */
const PER_GRIP_POINT = 0.35;
const HELD_FORM = 1 / 2;

/** How hard a change is in the time there is for it, in milliseconds. */
export function hardnessOf(from: HeldGrip, to: HeldGrip, allowed: number, neck: Neck): Hardness {
  const change = handChange(from, to);
  const needed = neededMs(change, from, to, neck);
  const shifted = handShift(change, from, to, neck);
  const barres = barresPressed({ from, to }).length;
  const set = keepsForm(from, to, change) ? Math.min(1, change.place.length) : change.place.length;
  const form = change.shapeMoves === 0 ? 1 : HELD_FORM;
  const parts = {
    haste: tenth(IN_TIME * Math.min(MOST_HASTE, needed / Math.max(1, allowed))),
    fingers: tenth(set * PER_FINGER),
    barre: tenth(barres * PER_BARRE),
    shift: tenth((shifted / 100) * PER_100_MM),
    grip: needed === 0 ? 0 : tenth(to.difficulty * PER_GRIP_POINT * form),
  };
  const sum = CHANGE_PARTS.reduce((all, part) => all + parts[part], 0);
  return { change, neededMs: needed, allowedMs: allowed, shiftMm: tenth(shifted), difficulty: tenth(sum), parts };
}

/** Every finger goes over by the same number of strings and frets: the hand moves as it is, and no finger is sought. */
function keepsForm(from: HeldGrip, to: HeldGrip, { stay, slide, lift }: HandChange): boolean {
  if (stay.length + slide.length + lift.length > 0) return false;
  const ways = to.fingers.flatMap((finger, string) => {
    const before = from.fingers.indexOf(finger);
    if (finger === null || finger === 0) return [];
    return [before < 0 ? 'new' : `${string - before} ${to.frets[string]! - from.frets[before]!}`];
  });
  return new Set(ways).size === 1 && ways[0] !== 'new';
}

/** What of a grip its changes depend on. */
export type HeldGrip = Pick<Grip, 'frets' | 'fingers' | 'difficulty'>;

/** A change of a tune: from one of its columns to another, in its time. */
export interface TuneChange extends Hardness {
  readonly from: number;
  readonly to: number;
  /** Where it is done: the played bar, and how far into it in ticks. */
  readonly bar: number;
  readonly tick: number;
}

/**
 * Every change of grip of a tune, the hardest first, then as they come; `rate`: how fast, 1 as written. Chords without a
 * grip are bridged, a grip that is kept is no change.
 */
export function hardestChanges(
  score: Score,
  grips: readonly (HeldGrip | null)[],
  neck: Neck,
  rate = 1,
): readonly TuneChange[] {
  const { clock, columns, bars } = score;
  const starts = new Map(bars.map(({ number, start }) => [number, start]));
  const found: TuneChange[] = [];
  let from = -1;
  grips.forEach((grip, to) => {
    if (grip === null) return;
    const before = grips[from];
    const arrives = columns[to]!;
    if (before && before.frets.join() !== grip.frets.join()) {
      const { start, ticks } = columns[from]!;
      const seconds = (a: number, b: number) => secondsBetween(clock, a, b) / rate;
      // A rest between two chords is time for the hand.
      const rest = Math.round(1000 * seconds(start + ticks, Math.max(start + ticks, arrives.start)));
      const allowed = allowedMs(seconds(start, start + ticks), quarterSeconds(clock) / rate) + rest;
      const tick = arrives.start - starts.get(arrives.bar)!;
      found.push({ ...hardnessOf(before, grip, allowed, neck), from, to, bar: arrives.bar, tick });
    }
    from = to;
  });
  return found.sort((a, b) => b.difficulty - a.difficulty || a.to - b.to);
}

const tenth = (value: number) => Math.round(value * 10) / 10;
