import { describe, expect, test } from '@jest/globals';
import { parseChord } from '../chord/symbol.ts';
import { fretsAt, gripOf, shapesOf } from '../grip/grips.ts';
import { buildLibrary } from '../grip/library.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { run } from '../steps.ts';
import { DEFAULT_WEIGHTS, type Pricing } from './cost.ts';
import { differentPaths } from './paths.ts';
import type { Wanted } from './candidates.ts';
import { Search } from './search.ts';

const PRICING: Pricing = { weights: DEFAULT_WEIGHTS, area: null };
const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 5 });
const place = { opensPhrase: false, opensBar: true, lasts: false, seconds: 2, quarter: 0.5 };
const wantedFor = (symbols: string): Wanted[] =>
  symbols.split(' ').map((symbol, i) => {
    const chord = parseChord(symbol);
    if (!chord.ok) throw new Error(symbol);
    // The last chord lasts twice as long.
    const seconds = i === symbols.split(' ').length - 1 ? 4 : 2;
    return { chord: chord.value, pin: null, place: { ...place, seconds } };
  });
const pathsOf = (wanted: readonly Wanted[], count: number, banished: readonly string[] = []) =>
  run(differentPaths(library, PRICING, new Set(banished), wanted, count));

describe('different paths', () => {
  test.each(['Dm7 G7 C', 'Am7 D7 Gmaj7 Cmaj7', 'C Am7 Dm7 G7 C', 'Em7 A7 Dm7 G7'])(
    '%s: the first is the best, each other sounds different for a quarter of the time from all before it',
    (symbols) => {
      const wanted = wantedFor(symbols);
      const paths = pathsOf(wanted, 3);
      const search = new Search(library, PRICING);
      search.setColumns(wanted);
      expect(paths[0]).toEqual(run(search.solve()));
      expect(paths).toHaveLength(3);
      const outer = paths.map(({ shapes }) =>
        shapes.map((shape, i) => {
          const { pitches } = gripOf(wanted[i]!.chord, library, shape);
          return [pitches.at(-1), pitches[0]];
        }),
      );
      const whole = wanted.reduce((sum, { place: at }) => sum + at!.seconds, 0);
      for (let a = 0; a < 3; a++) {
        for (let b = a + 1; b < 3; b++) {
          const different = wanted.reduce(
            (sum, { place: at }, i) =>
              outer[a]![i]!.every((pitch, voice) => pitch !== outer[b]![i]![voice]) ? sum + at!.seconds : sum,
            0,
          );
          expect(different / whole).toBeGreaterThanOrEqual(0.25);
        }
      }
      expect(pathsOf(wanted, 3)).toEqual(paths);
    },
  );

  test('where everything is pinned there is but one', () => {
    const wanted = wantedFor('Dm7 G7 C').map((want) => ({
      ...want,
      pin: fretsAt(library, shapesOf(want.chord, library)[0]!),
    }));
    expect(pathsOf(wanted, 3)).toHaveLength(1);
  });

  test('none has a grip that is banished', () => {
    const wanted = wantedFor('Dm7 G7 C');
    const grip = ({ shapes }: { shapes: readonly number[] }, i: number) =>
      gripOf(wanted[i]!.chord, library, shapes[i]!).grip;
    const [, second] = pathsOf(wanted, 2);
    const banished = grip(second!, 0);
    for (const path of pathsOf(wanted, 3, [banished])) expect(grip(path, 0)).not.toBe(banished);
  });
});
