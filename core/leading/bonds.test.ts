import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseFrets, shapesOf } from '../grip/grips.ts';
import { BONDS, type Bond } from '../reharm/moves/bond.ts';
import { nodeOf, solvedChain } from './by-hand.oracle.ts';
import { candidates, CHORDS, library as small, leastCost, placeOf } from './by-trying.oracle.ts';
import { isMet } from './bonds.ts';
import { DEFAULT_WEIGHTS } from './pricing.ts';

describe('the search under a bond', () => {
  const symbols = fc.array(fc.constantFrom(...Object.keys(CHORDS)), { minLength: 2, maxLength: 3 });
  const asGrip = ({ frets, all }: { frets: readonly number[]; all: number[] }) => ({ frets, pitches: all });

  // What is held in two voices is tried out where two notes stand (two-parts.test.ts).
  test.each(BONDS.filter((bond) => !bond.endsWith('-held')))(
    'finds the best path that keeps it, where one does: %s',
    (bond: Bond) => {
      let kept = 0;
      fc.assert(
        fc.property(symbols, (chain) => {
          const nodes = chain.map((symbol, i) =>
            nodeOf(symbol, { place: placeOf(i), area: [2, 3], into: i === 0 ? bond : null }),
          );
          const { path } = solvedChain(small, nodes);
          const firstTwo = (a: Parameters<typeof asGrip>[0], b: Parameters<typeof asGrip>[0]) =>
            isMet(bond, asGrip(a), asGrip(b)) ? 0 : 5000;
          const can = candidates[chain[0]!]!.some((a) => candidates[chain[1]!]!.some((b) => firstTwo(a, b) === 0));
          // Where none does, how little is missed is not weighed.
          if (!can) return;
          kept++;
          const expected = leastCost(chain, DEFAULT_WEIGHTS, { firstJoin: firstTwo });
          expect(path.cost).toBe(expected);
        }),
        { numRuns: 40, seed: 61 },
      );
      expect(kept).toBeGreaterThan(0);
    },
  );

  test('a shape that is moved whole is told by its frets', () => {
    const grip = (text: string) => ({ frets: parseFrets(text)!, pitches: [] });
    expect(isMet('moved', grip('x-4-3-4-4-x'), grip('x-3-2-3-3-x'))).toBe(true);
    expect(isMet('moved', grip('x-4-3-4-4-x'), grip('x-3-2-3-3-3'))).toBe(false);
    expect(isMet('moved', grip('x-1-1-1-1-x'), grip('x-0-0-0-0-x'))).toBe(false);
    expect(shapesOf(nodeOf('C').chord, small).length).toBeGreaterThan(0);
  });
});
