import { describe, expect, test } from '@jest/globals';
import { parseChord } from '../chord/symbol.ts';
import { areasOf, shapesIn } from '../grip/areas.ts';
import { DEFAULT_HAND, neckOf } from '../neck/hand.ts';
import { juxtaposed } from './juxtaposed.ts';

const areas = areasOf(neckOf(DEFAULT_HAND));
const chordOf = (symbol: string) => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  return chord.value;
};

describe('chords beside each other', () => {
  test('take the shapes that move least, by trying every choice', () => {
    for (const area of areas) {
      const chords = ['Fmaj7', 'Gaug', 'C'].map((symbol) => shapesIn(chordOf(symbol), DEFAULT_HAND, area));
      const ways = juxtaposed(chords);
      expect(ways).toHaveLength(chords[0]!.length);
      const moved = (a: readonly number[], b: readonly number[]) => {
        const [few, many] = a.length <= b.length ? [a, b] : [b, a];
        let least = Infinity;
        // One note of the larger may be left out, any of them.
        for (let out = 0; out < many.length; out++) {
          const rest = few.length === many.length ? many : many.filter((_, i) => i !== out);
          least = Math.min(
            least,
            few.reduce((sum, pitch, i) => sum + Math.abs(pitch - rest[i]!), 0),
          );
        }
        return least;
      };
      for (const { shapes, movement } of ways) {
        const all = chords[1]!.flatMap((second) =>
          chords[2]!.map((third) => moved(shapes[0]!.pitches, second.pitches) + moved(second.pitches, third.pitches)),
        );
        expect(movement).toBe(Math.min(...all));
      }
      expect(ways.map(({ movement }) => movement)).toEqual(ways.map(({ movement }) => movement).sort((a, b) => a - b));
    }
    expect(juxtaposed([shapesIn(chordOf('C'), DEFAULT_HAND, areas[0]!), []])).toEqual([]);
  });
});
