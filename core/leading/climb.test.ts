import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { masksOf } from '../chord/chord.ts';
import { gripOf, shapesOf, type Grip } from '../grip/grips.ts';
import { buildLibrary } from '../grip/library.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { handChange, neededMs } from './change.ts';
import { climb, CLIMB_LINES, CLIMB_OPEN, type ClimbWish } from './climb.ts';
import { chordOf } from './by-hand.oracle.ts';
import { changeCost, ownCost, plainOf } from './by-trying.oracle.ts';
import { DEFAULT_WEIGHTS, pricedBy, type Pricing } from './pricing.ts';
import { some } from '../../scripts/thorough.oracle.ts';

// Fingers are chosen once a run is found; no area is liked.
const WEIGHTS = { ...DEFAULT_WEIGHTS, anchor: 0, area: 0 };
const PRICING: Pricing = pricedBy(DEFAULT_WEIGHTS);
const ALL_THE_TIME = 10_000;
// Few enough grips to try out every run of three.
const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 5, pluck: 'pick', unusedStrings: [0] });
const lineOf = ({ pitches }: Grip, line: 'top' | 'bass') => (line === 'top' ? pitches.at(-1)! : pitches[0]!);
const goesOn = (a: Grip, b: Grip, { line, direction }: ClimbWish) =>
  (line === 'both' ? (['top', 'bass'] as const) : [line]).every((one) =>
    direction === 'up' ? lineOf(b, one) > lineOf(a, one) : lineOf(b, one) < lineOf(a, one),
  );

/** Every run of three grips, tried out; with how many notes of the line lie between two of them left to the rule. */
function leastByTrying(symbol: string, wish: ClimbWish): number | null {
  const chord = chordOf(symbol);
  const all = [...shapesOf(chord, library)].flatMap((shape) => {
    const grip = gripOf(chord, library, shape);
    const open = grip.frets.includes(0);
    const fits =
      (wish.open === 'may' || open === (wish.open === 'all')) &&
      (wish.notes === null || grip.frets.filter((fret) => fret >= 0).length === wish.notes);
    // Priced from frets alone, apart from the code.
    const plain = plainOf(symbol, grip);
    return fits ? [{ grip, plain, own: ownCost(plain, WEIGHTS) }] : [];
  });
  const one = wish.line === 'bass' ? 'bass' : 'top';
  const heights = [...new Set(all.map(({ grip }) => lineOf(grip, one)))].sort((a, b) => a - b);
  const near = (a: Grip, b: Grip) => Math.abs(heights.indexOf(lineOf(a, one)) - heights.indexOf(lineOf(b, one))) <= 2;
  let least: number | null = null;
  const joins = all.map((a) =>
    all.flatMap((b) =>
      goesOn(a.grip, b.grip, wish) && near(a.grip, b.grip)
        ? [{ b, price: b.own + changeCost(a.plain, b.plain, WEIGHTS, { opensPhrase: false }, { haste: 1 }) }]
        : [],
    ),
  );
  all.forEach((a, i) => {
    for (const { b, price } of joins[i]!)
      for (const { price: last } of joins[all.indexOf(b)]!) {
        const whole = a.own + price + last;
        if (least === null || whole < least) least = whole;
      }
  });
  return least;
}

const wishes = fc.record({
  line: fc.constantFrom(...CLIMB_LINES),
  direction: fc.constantFrom('up' as const, 'down' as const),
  count: fc.constant(3),
  open: fc.constantFrom(...CLIMB_OPEN),
  notes: fc.constantFrom(null, 3, 4),
  allowedMs: fc.constant(ALL_THE_TIME),
});

describe('one chord, many grips', () => {
  test('the run is the cheapest of all, by brute force', () => {
    fc.assert(
      fc.property(fc.constantFrom('Am7', 'E7', 'C', 'Dm7'), wishes, (symbol, wish) => {
        const found = climb(chordOf(symbol), library, PRICING, wish);
        expect(found?.cost ?? null).toBe(leastByTrying(symbol, wish));
      }),
      { numRuns: 40, seed: 6 },
    );
  });

  test('the line goes on with every grip, the open strings and notes are as wished, and the hand has time', () => {
    const whole = buildLibrary({ ...DEFAULT_HAND, highestFret: 12 }, chordMask('Em7'));
    for (const line of CLIMB_LINES) {
      for (const direction of some(['up', 'down'] as const, 2)) {
        const wish: ClimbWish = { line, direction, count: 5, open: 'all', notes: null, allowedMs: 220 };
        const found = climb(chordOf('Em7'), whole, PRICING, wish)!;
        expect(found.grips).toHaveLength(5);
        found.grips.forEach((grip, i) => {
          expect(grip.frets).toContain(0);
          const before = found.grips[i - 1];
          if (before) expect([line, direction, goesOn(before, grip, wish)]).toEqual([line, direction, true]);
        });
      }
    }
  });

  test('less time never makes it cheaper, and without any there is none', () => {
    const wish: ClimbWish = { line: 'both', direction: 'up', count: 3, open: 'none', notes: null, allowedMs: 0 };
    expect(climb(chordOf('Am7'), library, PRICING, wish)).toBeNull();
    let before = Infinity;
    for (const allowedMs of [150, 200, 250, 400, ALL_THE_TIME]) {
      const found = climb(chordOf('Am7'), library, PRICING, { ...wish, allowedMs });
      const cost = found?.cost ?? Infinity;
      expect(cost).toBeLessThanOrEqual(before);
      before = cost;
    }
    expect(before).toBeLessThan(Infinity);
  });

  test('each change of the run takes the hand no longer than there is', () => {
    const wish: ClimbWish = { line: 'top', direction: 'up', count: 4, open: 'may', notes: 4, allowedMs: 200 };
    const { grips } = climb(chordOf('Am7'), library, PRICING, wish)!;
    // Fingered in the easiest way, as the run was chosen; the fingers shown may stay longer where they are.
    const easiest = grips.map(({ frets }) => {
      const shape = [...shapesOf(chordOf('Am7'), library)].find(
        (one) => gripOf(chordOf('Am7'), library, one).frets.join() === frets.join(),
      )!;
      return gripOf(chordOf('Am7'), library, shape);
    });
    for (let i = 1; i < easiest.length; i++) {
      const [a, b] = [easiest[i - 1]!, easiest[i]!];
      expect(neededMs(handChange(a, b), a, b, library.neck)).toBeLessThanOrEqual(200);
    }
  });
});

function chordMask(symbol: string): number {
  const { root, kind } = chordOf(symbol);
  return masksOf({ root, kind, bass: null }).allowed;
}
