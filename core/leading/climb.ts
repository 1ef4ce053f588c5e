import type { Chord } from '../chord/chord.ts';
import { fretsAt, gripOf, shapesOf, type Grip } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { notesOf } from '../grip/traits.ts';
import { fingerOf } from '../neck/hold.ts';
import { MOST_STRINGS } from '../neck/tuning.ts';
import { run } from '../steps.ts';
import { handChange, neededMs, type HandShape } from './change.ts';
import { fingered } from './fingered.ts';
import { joinPrice } from './join.ts';
import { joinPrices, WITHIN_A_CHORD } from './join-prices.ts';
import { areaRules } from './rules/area.ts';
import { statesOf, type States } from './states.ts';
import { inTenths } from './units.ts';
import type { Pricing } from './pricing.ts';

/** What may climb or fall: the top, the bass, or both. */
export const CLIMB_LINES = ['top', 'bass', 'both'] as const;
export type ClimbLine = (typeof CLIMB_LINES)[number];
/** Whether open strings may ring, ring in every grip, or in none. */
export const CLIMB_OPEN = ['may', 'all', 'none'] as const;
export type ClimbOpen = (typeof CLIMB_OPEN)[number];

/** How one held chord is to climb or fall through several grips of itself. */
export interface ClimbWish {
  /** What goes that way with every grip: the top note, the bass, or both. */
  readonly line: ClimbLine;
  readonly direction: 'up' | 'down';
  /** How many grips, two or more. */
  readonly count: number;
  readonly open: ClimbOpen;
  /** Strings in each grip; null: any number. */
  readonly notes: number | null;
  /** The time there is for a change, in milliseconds. */
  readonly allowedMs: number;
}

/** Grips of one chord, one after another, and their price. */
export interface Climb {
  readonly grips: readonly Grip[];
  /** Its price, in tenths of a semitone. */
  readonly cost: number;
}

/** From one note of the line to the next at most one of the chord's is passed over. */
const NOTES_ON = 2;

/**
 * The best run of grips of one chord whose line climbs or falls with every grip: the least price of all in
 * which the hand has time for each change. Exact over what the hand can hold, grips of the same notes in one position
 * being the cheapest of them. Null where there is none.
 */
export function climb(chord: Chord, library: ShapeLibrary, pricing: Pricing, wish: ClimbWish): Climb | null {
  return run(climbSteps(chord, library, pricing, wish));
}

/** The same step by step, so that it can be given up; yields the share done, 0 to 1. */
export function* climbSteps(
  chord: Chord,
  library: ShapeLibrary,
  pricing: Pricing,
  wish: ClimbWish,
): Generator<number, Climb | null> {
  const shapes = shapesOf(chord, library).filter((shape) => {
    const open = fretsAt(library, shape).includes(0);
    const notes = notesOf(library.traits[shape]!);
    return (wish.open === 'may' || open === (wish.open === 'all')) && (wish.notes === null || notes === wish.notes);
  });
  // Fingers are chosen for the run once it is found.
  const weights = { ...pricing.weights[pricing.manner], anchor: 0 };
  const rules = areaRules(null, { pricing, banished: new Set() });
  const all = statesOf(chord, library, weights, rules, shapes);
  const states = statesOf(chord, library, weights, rules, cheapestOf(all));
  const prices = joinPrices(library.neck, weights, chord, chord, WITHIN_A_CHORD);
  const bassOf = (i: number) => states.pitches[i * MOST_STRINGS]!;
  const topOf = (i: number) => states.pitches[i * MOST_STRINGS + states.voices[i]! - 1]!;
  const lineOf = wish.line === 'bass' ? bassOf : topOf;
  const rising = wish.direction === 'up' ? 1 : -1;
  const bassFollows = (a: number, b: number) => wish.line !== 'both' || (bassOf(b) - bassOf(a)) * rising > 0;
  const held = Array.from(states.shape, (shape): HandShape => heldAt(library, shape));
  const steps = new Map<number, number[]>();
  for (let i = 0; i < states.size; i++) steps.set(lineOf(i), [...(steps.get(lineOf(i)) ?? []), i]);
  const line = [...steps.keys()].sort((a, b) => (a - b) * rising);

  /** `best[k][i]`: the least price of k + 1 grips that end in state i, and the state before it. */
  const best = Array.from({ length: wish.count }, (_, k) =>
    Float64Array.from(states.own, (own) => (k === 0 ? own : Infinity)),
  );
  const from = Array.from({ length: wish.count }, () => new Int32Array(states.size).fill(-1));
  const inTime = (a: number, b: number) =>
    neededMs(handChange(held[a]!, held[b]!), held[a]!, held[b]!, library.neck) <= wish.allowedMs;
  for (const [at, pitch] of line.entries()) {
    yield at / line.length;
    for (const before of line.slice(Math.max(0, at - NOTES_ON), at)) {
      for (const a of steps.get(before)!) {
        for (const b of steps.get(pitch)!) {
          if (!bassFollows(a, b)) continue;
          const join = joinPrice(states, a, states, b, prices) + states.own[b]!;
          // The change itself is looked at last: it takes longest, and most joins are too dear anyway.
          let looked = false;
          for (let k = 1; k < wish.count; k++) {
            const price = best[k - 1]![a]! + join;
            if (price >= best[k]![b]!) continue;
            if (!looked && !inTime(a, b)) break;
            looked = true;
            best[k]![b] = price;
            from[k]![b] = a;
          }
        }
      }
    }
  }
  const last = best[wish.count - 1]!;
  let end = -1;
  for (let i = 0; i < states.size; i++) if (last[i]! < (end < 0 ? Infinity : last[end]!)) end = i;
  if (end < 0) return null;
  const cost = inTenths(last[end]!);
  const found: number[] = [];
  for (let k = wish.count - 1; k >= 0; k--) {
    found.unshift(states.shape[end]!);
    end = from[k]![end]!;
  }
  const grips = found.map((shape) => gripOf(chord, library, shape));
  return {
    grips: fingered(
      grips.map((grip) => ({ grip })),
      library.hand,
    ) as Grip[],
    cost,
  };
}

/** Of grips of the same notes in one position only the cheapest: without fingers every join costs them the same. */
function cheapestOf({ setStart, own, shape }: States): Uint32Array {
  return Uint32Array.from({ length: setStart.length - 1 }, (_, g) => {
    let best = setStart[g]!;
    for (let i = best + 1; i < setStart[g + 1]!; i++) if (own[i]! < own[best]!) best = i;
    return shape[best]!;
  });
}

const heldAt = (library: ShapeLibrary, shape: number): HandShape => {
  const { strings } = library;
  const frets = fretsAt(library, shape);
  return {
    frets,
    fingers: frets.map((fret, s) => (fret < 0 ? null : fingerOf(library.fingers[shape * strings + s]!))),
  };
};
