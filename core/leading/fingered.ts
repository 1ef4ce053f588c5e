import type { Grip } from '../grip/grips.ts';
import { Fingerer } from '../neck/fingering.ts';
import type { Hand } from '../neck/hand.ts';
import { holdingsOf, type Holding } from '../neck/hold.ts';
import { remembered } from '../remember.ts';
import { handChange } from './change.ts';

/*
 * Fingering is chosen by what comes before and after (field practice). In points of difficulty: a finger that is set anew
 * costs most, one that slides little, one that stays nothing.
 */
const PER_PLACED = 0.4;
const PER_SLIDE = 0.1;
/** What a change at both sides could save at most: harder ways than that cannot win. */
const MOST_SAVED = 2 * 4 * PER_PLACED;

/** A grip to be fingered, and the fingers it is to have, if they are chosen. */
export interface ToFinger {
  readonly grip: Grip;
  /** As `formatFingers` writes them. */
  readonly fingers?: string | undefined;
  /** Fingers that rest, where they can. */
  readonly resting?: readonly number[];
}

/** `x-1-3-1-4-1`: fingers, low string first. */
export const formatFingers = (fingers: Grip['fingers']): string => fingers.map((finger) => finger ?? 'x').join('-');

/** What was worked out for a hand: an edit leaves most grips as they were. */
interface Memory {
  readonly fingerer: Fingerer;
  readonly ways: Map<string, readonly Holding[]>;
  /** From one way of holding a grip to one of holding the next. */
  readonly changes: (before: Holding) => WeakMap<Holding, number>;
}
const memoryOf = remembered((hand: Hand): Memory => {
  const changes = remembered((_: Holding) => new WeakMap<Holding, number>());
  return { fingerer: new Fingerer(hand), ways: new Map(), changes };
});

function changeBetween(memory: Memory, before: Holding, after: Holding, price: () => number): number {
  const from = memory.changes(before);
  const known = from.get(after);
  if (known !== undefined) return known;
  const found = price();
  from.set(after, found);
  return found;
}

/**
 * The same grips, fingered so that difficulty and changes together are least; exact over every way the hand can hold
 * them. Null entries (no grip) are bridged.
 */
export function fingered(grips: readonly (ToFinger | null)[], hand: Hand): (Grip | null)[] {
  const memory = memoryOf(hand);
  const { fingerer, ways: known } = memory;
  const waysOf = ({ grip, fingers, resting = [] }: ToFinger): readonly Holding[] => {
    let ways = known.get(grip.grip);
    if (!ways) {
      ways = holdingsOf(grip.frets, hand, fingerer);
      known.set(grip.grip, ways);
    }
    const chosen = fingers === undefined ? [] : ways.filter((way) => formatFingers(way.fingers) === fingers);
    if (chosen.length > 0) return chosen;
    const rested = ways.filter((way) => !way.fingers.some((finger) => resting.includes(finger as number)));
    const open = rested.length > 0 ? rested : ways;
    const most = open[0]!.difficulty + MOST_SAVED;
    return open.filter(({ difficulty }) => difficulty <= most);
  };
  const steps = grips.flatMap((one, i) => (one === null ? [] : [{ i, grip: one.grip, ways: waysOf(one) }]));
  const tables: { price: number; from: number }[][] = [];
  steps.forEach(({ grip, ways }, k) => {
    const before = steps[k - 1];
    tables.push(
      ways.map((way) => {
        if (!before) return { price: way.difficulty, from: -1 };
        let best = { price: Infinity, from: -1 };
        before.ways.forEach((earlier, from) => {
          const change = changeBetween(memory, earlier, way, () => changePrice(before.grip, earlier, grip, way));
          const price = tables[k - 1]![from]!.price + change;
          if (price < best.price) best = { price, from };
        });
        return { price: best.price + way.difficulty, from: best.from };
      }),
    );
  });
  const result: (Grip | null)[] = grips.map((one) => one?.grip ?? null);
  let at = -1;
  for (let k = steps.length - 1; k >= 0; k--) {
    const table = tables[k]!;
    if (at < 0) at = table.reduce((best, { price }, j) => (price < table[best]!.price ? j : best), 0);
    const { fingers, difficulty } = steps[k]!.ways[at]!;
    result[steps[k]!.i] = { ...steps[k]!.grip, fingers, difficulty };
    at = table[at]!.from;
  }
  return result;
}

function changePrice(from: Grip, before: Holding, to: Grip, after: Holding): number {
  const { place, slide } = handChange(
    { frets: from.frets, fingers: before.fingers },
    { frets: to.frets, fingers: after.fingers },
  );
  return place.length * PER_PLACED + slide.length * PER_SLIDE;
}
