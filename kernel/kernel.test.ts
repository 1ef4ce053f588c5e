import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseChord } from '../core/chord/symbol.ts';
import type { Chord } from '../core/chord/chord.ts';
import { buildLibrary } from '../core/grip/library.ts';
import { DEFAULT_HAND } from '../core/neck/hand.ts';
import { MOST_STRINGS } from '../core/neck/tuning.ts';
import { extend } from '../core/leading/extend.ts';
import { joinPrice } from '../core/leading/join.ts';
import { joinPrices, WITHIN_A_CHORD, type JoinKind } from '../core/leading/join-prices.ts';
import { MOST_TENTHS } from '../core/leading/near/near.ts';
import { PlainNear } from '../core/leading/near/plain.ts';
import { sideOf } from '../core/leading/near/sides.ts';
import { statesOf, type States } from '../core/leading/states.ts';
import { TENTH } from '../core/leading/units.ts';
import { DEFAULT_WEIGHTS } from '../core/leading/pricing.ts';
import type { Weights } from '../core/leading/weights.ts';
import { KernelNear } from './kernel.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 7 });
const chordOf = (symbol: string): Chord => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  return chord.value;
};
const kernel = KernelNear.create()!;
const KIND: JoinKind = { ...WITHIN_A_CHORD, changes: true, stale: true };
const states = (symbol: string, weights: Weights): States => statesOf(chordOf(symbol), library, weights);

/** Totals as a search has them: what each state costs above the least, with a little of what came before. */
function totalsOf({ own }: States, more: (i: number) => number): Float64Array {
  const least = own.reduce((a, b) => Math.min(a, b), Infinity);
  return own.map((price, i) => price - least + more(i) * TENTH);
}

const anyJoin = fc.record({
  from: fc.constantFrom('G7', 'Dm9', 'Cmaj7', 'C', 'E7', 'Bm7b5'),
  to: fc.constantFrom('C6', 'G13', 'Am7', 'F/C', 'A7', 'Eb6/9'),
  weights: fc.record(
    Object.fromEntries(
      Object.entries(DEFAULT_WEIGHTS).map(([term, price]) => [
        term,
        fc.constantFrom(0, price, 4 * price + (price > 0 ? 0 : 15)),
      ]),
    ),
  ) as unknown as fc.Arbitrary<Weights>,
  kind: fc.constantFrom<JoinKind>(
    KIND,
    { ...KIND, haste: 3, stale: false },
    {
      ...KIND,
      opensPhrase: true,
      wishes: [{ wish: { kind: 'top', way: 'falling' }, hard: true }],
    },
    {
      ...KIND,
      wishes: [
        { wish: { kind: 'bass', way: 'chromatic' }, hard: false },
        { wish: { kind: 'contrary' }, hard: true },
      ],
    },
  ),
  forward: fc.boolean(),
  seed: fc.integer({ min: 1, max: 1000 }),
});

describe('sets that may be near', () => {
  test('are all found, no dearer than they are, and sixteen at a time seen no less sharply than one by one', () => {
    const plain = new PlainNear();
    let looked = 0;
    let found = 0;
    fc.assert(
      fc.property(anyJoin, fc.integer({ min: 20, max: 400 }), ({ from, to, weights, kind, forward, seed }, limit) => {
        const [a, b] = [states(from, weights), states(to, weights)];
        const prices = forward
          ? joinPrices(library.neck, weights, chordOf(from), chordOf(to), kind)
          : joinPrices(library.neck, weights, chordOf(to), chordOf(from), kind);
        const totals = totalsOf(a, (i) => (i * seed) % 30);
        const cheapest = Float64Array.from({ length: a.setStart.length - 1 }, (_, k) =>
          totals.subarray(a.setStart[k], a.setStart[k + 1]).reduce((x, y) => Math.min(x, y), Infinity),
        );
        for (const near of [plain, kernel])
          near.load(
            sideOf(a),
            cheapest.map((price) => price / TENTH),
            prices.near[forward ? 'before' : 'after'],
          );
        for (let g = seed % 50; g < b.setStart.length - 1; g += 53) {
          const j = b.setStart[g]!;
          const far = { pitches: b.pitches, at: j * MOST_STRINGS, voices: b.voices[j]!, position: b.position[j]! };
          for (let voices = 1; voices <= MOST_STRINGS; voices++) {
            const fixed = Math.abs(voices - far.voices) * weights.entry;
            const [one, other] = [plain, kernel].map((near) => {
              const count = near.find(voices, far, fixed, limit);
              return new Map(Array.from({ length: count }, (_, c) => [near.found[2 * c]!, near.found[2 * c + 1]!]));
            });
            for (let k = 0; k < sideOf(a).count[voices]!; k++) {
              const set = sideOf(a).first[voices]! + k;
              let least = Infinity;
              for (let i = a.setStart[set]!; i < a.setStart[set + 1]!; i++)
                least = Math.min(
                  least,
                  totals[i]! + (forward ? joinPrice(a, i, b, j, prices) : joinPrice(b, j, a, i, prices)),
                );
              looked++;
              if (least / TENTH < limit) {
                found++;
                expect(other!.get(k)).toBeLessThanOrEqual(least / TENTH);
                // One by one an earlier stage may let pass what the later ones sort out.
                expect(one!.get(k)).toBeLessThanOrEqual(least / TENTH);
              }
            }
            for (const [k, bound] of other!) expect(bound).toBeGreaterThanOrEqual(one!.get(k) ?? Infinity);
          }
        }
      }),
      { numRuns: 60, seed: 71 },
    );
    expect(looked).toBeGreaterThan(100_000);
    expect(found).toBeGreaterThan(1000);
  });

  test('beyond what sixteen bits hold every set is looked at', () => {
    const a = states('C', DEFAULT_WEIGHTS);
    const prices = joinPrices(library.neck, DEFAULT_WEIGHTS, chordOf('C'), chordOf('C'), KIND);
    kernel.load(sideOf(a), new Float64Array(a.setStart.length - 1).fill(1e6), prices.near.before);
    const far = { pitches: a.pitches, at: 0, voices: a.voices[0]!, position: a.position[0]! };
    expect(kernel.find(far.voices, far, 0, MOST_TENTHS)).toBe(sideOf(a).count[far.voices]);
  });
});

test('a step of the search is the same with the kernel, without it, and by trying every pair', () => {
  let pairs = 0;
  fc.assert(
    fc.property(anyJoin, ({ from, to, weights, kind, forward, seed }) => {
      const [a, b] = [states(from, weights), states(to, weights)];
      const prices = forward
        ? joinPrices(library.neck, weights, chordOf(from), chordOf(to), kind)
        : joinPrices(library.neck, weights, chordOf(to), chordOf(from), kind);
      const totals = totalsOf(a, (i) => (i * seed) % 300);
      const reached = extend(a, totals, b, prices, forward, kernel);
      expect(extend(a, totals, b, prices, forward, new PlainNear())).toEqual(reached);
      for (let j = seed % 20; j < b.size; j += 41) {
        let least = Infinity;
        for (let i = 0; i < a.size; i++)
          least = Math.min(
            least,
            totals[i]! + (forward ? joinPrice(a, i, b, j, prices) : joinPrice(b, j, a, i, prices)),
          );
        expect((reached.price[j]! - b.own[j]! - least) / TENTH).toBeCloseTo(0, 6);
        pairs += a.size;
      }
    }),
    { numRuns: 40, seed: 72 },
  );
  expect(pairs).toBeGreaterThan(100_000);
});
