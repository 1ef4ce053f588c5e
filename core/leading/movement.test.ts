import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { movement, pairsUnder, voicePairs, voicesPrice } from './movement.ts';

/** Every way to match the smaller set into the larger in order, tried out. */
function leastByTrying(a: number[], b: number[]): number {
  if (a.length > b.length) return leastByTrying(b, a);
  if (a.length === 0) return 0;
  let least = Infinity;
  for (let first = 0; first <= b.length - a.length; first++) {
    least = Math.min(least, Math.abs(a[0]! - b[first]!) + leastByTrying(a.slice(1), b.slice(first + 1)));
  }
  return least;
}

const pitchSet = fc
  .uniqueArray(fc.integer({ min: 40, max: 79 }), { minLength: 1, maxLength: 6 })
  .map((set) => set.sort((x, y) => x - y));

describe('movement', () => {
  test('is the least over every ordered matching', () => {
    fc.assert(
      fc.property(pitchSet, pitchSet, (a, b) => expect(movement(a, b)).toBe(leastByTrying(a, b))),
      { numRuns: 3000 },
    );
  });

  test('is the same both ways, zero to itself, and unisons count once', () => {
    fc.assert(
      fc.property(pitchSet, pitchSet, (a, b) => {
        expect(movement(a, b)).toBe(movement(b, a));
        expect(movement(a, a)).toBe(0);
        expect(movement([...a, a[0]!], b)).toBe(movement(a, b));
      }),
    );
  });

  test('its pairs add up to it and never cross', () => {
    fc.assert(
      fc.property(pitchSet, pitchSet, (a, b) => {
        const pairs = voicePairs(a, b);
        expect(pairs).toHaveLength(Math.min(a.length, b.length));
        expect(pairs.reduce((sum, [i, j]) => sum + Math.abs(a[i]! - b[j]!), 0)).toBe(movement(a, b));
        for (let k = 1; k < pairs.length; k++) {
          expect(pairs[k]![0]).toBeGreaterThan(pairs[k - 1]![0]);
          expect(pairs[k]![1]).toBeGreaterThan(pairs[k - 1]![1]);
        }
      }),
    );
  });
});

/** The least movement between two chords in any octaves, one voice to one voice. */
function leastBetween(a: string, b: string): number {
  const tones = (text: string) => text.split(' ').map(Number);
  let least = Infinity;
  const from = tones(a)
    .map((pc) => 60 + pc)
    .sort((x, y) => x - y);
  const to = tones(b);
  // Every inversion of the second chord near the first; brute force over octaves.
  const octaves = [-12, 0, 12];
  const go = (at: number, chosen: number[]): void => {
    if (at === to.length)
      least = Math.min(
        least,
        movement(
          from,
          chosen.sort((x, y) => x - y),
        ),
      );
    else for (const octave of octaves) go(at + 1, [...chosen, 60 + to[at]! + octave]);
  };
  go(0, []);
  return least;
}

describe('published distances (D. Tymoczko, “The Geometry of Musical Chords”, Science 313, 2006; A Geometry of Music, 2011)', () => {
  test.each([
    ['C major to F major', '0 4 7', '5 9 0', 3],
    ['C major to A minor', '0 4 7', '9 0 4', 2],
    ['C major to E minor', '0 4 7', '4 7 11', 1],
    ['C major to A♭ major', '0 4 7', '8 0 3', 2],
    ['C major to E major', '0 4 7', '4 8 11', 2],
    ['C°7 to B7', '0 3 6 9', '11 3 6 9', 1],
    ['C°7 to D7', '0 3 6 9', '2 6 9 0', 1],
    ['C°7 to F7', '0 3 6 9', '5 9 0 3', 1],
    ['C°7 to A♭7', '0 3 6 9', '8 0 3 6', 1],
    ['C7 to its tritone substitute F♯7', '0 4 7 10', '6 10 1 4', 2],
  ])('%s', (_, a, b, semitones) => {
    expect(leastBetween(a, b)).toBe(semitones);
  });
});

/** Third and seventh of V7 to those of the tonic (facts of the trade). */
test.each([
  ['im7', '3 10', 3],
  ['im6', '3 9', 4],
  ['im(maj7)', '3 11', 2],
  ['I6', '4 9', 3],
])('the guide tones of V7 move to %s in so many semitones', (_, tonic, semitones) => {
  expect(leastBetween('11 5', tonic)).toBe(semitones);
});

describe('voices under any prices', () => {
  // A way that costs more the longer it is, and pitch classes that are not to meet.
  const prices = fc.record({
    perSemitone: fc.integer({ min: 0, max: 9 }),
    beyond: fc.integer({ min: 0, max: 9 }),
    avoided: fc.uniqueArray(fc.integer({ min: 0, max: 143 }), { maxLength: 40 }),
    avoiding: fc.integer({ min: 0, max: 30 }),
  });
  type Prices = typeof prices extends fc.Arbitrary<infer P> ? P : never;
  const tablesOf = ({ perSemitone, beyond, avoided, avoiding }: Prices) => ({
    step: Float64Array.from({ length: 128 }, (_, way) => way * perSemitone + (way > 2 ? (way - 2) * beyond : 0)),
    tend: Float64Array.from({ length: 144 }, (_, at) => (avoided.includes(at) ? avoiding : 0)),
  });
  /** Every choice of partners in order, tried out. */
  function leastPrice(a: number[], b: number[], price: (p: number, q: number) => number): number {
    const [few, many] = a.length <= b.length ? [a, b] : [b, a];
    const isSwapped = a.length > b.length;
    const go = (i: number, from: number): number => {
      if (i === few.length) return 0;
      let least = Infinity;
      for (let j = from; j <= many.length - (few.length - i); j++) {
        const own = isSwapped ? price(many[j]!, few[i]!) : price(few[i]!, many[j]!);
        least = Math.min(least, own + go(i + 1, j + 1));
      }
      return least;
    };
    return go(0, 0);
  }

  test('cost the least over every ordered matching, and the pairs told are such a matching', () => {
    fc.assert(
      fc.property(pitchSet, pitchSet, prices, (a, b, asked) => {
        const { step, tend } = tablesOf(asked);
        const price = (p: number, q: number) => step[Math.abs(p - q)]! + tend[(p % 12) * 12 + (q % 12)]!;
        const least = leastPrice(a, b, price);
        expect(voicesPrice(a, 0, a.length, b, 0, b.length, step, tend)).toBe(least);
        const pairs = pairsUnder(a, b, step, tend);
        expect(pairs).toHaveLength(Math.min(a.length, b.length));
        expect(pairs.reduce((sum, [i, j]) => sum + price(a[i]!, b[j]!), 0)).toBe(least);
        pairs.forEach(([i, j], k) => expect(k === 0 || (i > pairs[k - 1]![0] && j > pairs[k - 1]![1])).toBe(true));
      }),
      { numRuns: 2000, seed: 7 },
    );
  });
});
