import { describe, expect, test } from '@jest/globals';
import { fretsAt, gripOf, shapesOf } from '../grip/grips.ts';
import { buildLibrary } from '../grip/library.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { run } from '../steps.ts';
import { chordOf, nodeOf, solvedChain, type Wanted } from './by-hand.oracle.ts';
import { differentPaths } from './paths.ts';
import { carryRules } from './rules/carry.ts';
import { Search } from './search.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 5 });
const place = { opensPhrase: false, opensBar: true, lasts: false, seconds: 2, quarter: 0.5 };
const nodesFor = (symbols: string, more: (symbol: string) => Wanted = () => ({})) =>
  symbols.split(' ').map((symbol, i, all) =>
    // The last chord lasts twice as long.
    nodeOf(symbol, { place: { ...place, seconds: i === all.length - 1 ? 4 : 2 }, ...more(symbol) }),
  );
const pathsOf = (nodes: ReturnType<typeof nodesFor>, count: number) =>
  run(differentPaths(new Search(library), library, nodes, count));

describe('different paths', () => {
  test.each(['Dm7 G7 C', 'Am7 D7 Gmaj7 Cmaj7', 'C Am7 Dm7 G7 C', 'Em7 A7 Dm7 G7'])(
    '%s: the first is the best, each other sounds different for a quarter of the time from all before it',
    (symbols) => {
      const nodes = nodesFor(symbols);
      const paths = pathsOf(nodes, 3);
      expect(paths[0]).toEqual(solvedChain(library, nodes).path);
      expect(paths).toHaveLength(3);
      const outer = paths.map(({ shapes }) =>
        shapes.map((shape, i) => {
          const { pitches } = gripOf(nodes[i]!.chord, library, shape);
          return [pitches.at(-1), pitches[0]];
        }),
      );
      const whole = nodes.reduce((sum, { place: at }) => sum + at.seconds, 0);
      for (let a = 0; a < 3; a++) {
        for (let b = a + 1; b < 3; b++) {
          const different = nodes.reduce(
            (sum, { place: at }, i) =>
              outer[a]![i]!.every((pitch, voice) => pitch !== outer[b]![i]![voice]) ? sum + at.seconds : sum,
            0,
          );
          expect(different / whole).toBeGreaterThanOrEqual(0.25);
        }
      }
      expect(pathsOf(nodes, 3)).toEqual(paths);
    },
  );

  test('where everything is pinned there is but one', () => {
    const nodes = nodesFor('Dm7 G7 C', (symbol) => ({
      pin: fretsAt(library, shapesOf(chordOf(symbol), library)[0]!),
    }));
    expect(pathsOf(nodes, 3)).toHaveLength(1);
  });

  test('none has a grip that is banished', () => {
    const nodes = nodesFor('Dm7 G7 C');
    const grip = ({ shapes }: { shapes: readonly number[] }, i: number) =>
      gripOf(nodes[i]!.chord, library, shapes[i]!).grip;
    const [, second] = pathsOf(nodes, 2);
    const banished = grip(second!, 0);
    const without = nodesFor('Dm7 G7 C', () => ({ banished: new Set([banished]) }));
    for (const path of pathsOf(without, 3)) expect(grip(path, 0)).not.toBe(banished);
  });

  test('under a tune another way is one with other basses: what lies on top is the same', () => {
    const tops = [65, 62, 64, 60];
    const nodes = nodesFor('Dm7 G7 C Am7').map((node, i) => ({
      ...node,
      rules: carryRules({
        carry: {
          pitch: tops[i]!,
          spelling: null,
          ticks: 960,
          struck: true,
          opens: true,
          ceiling: null,
          way: null,
          passes: false,
          isLine: false,
          free: [],
          basses: [],
        },
      }),
    }));
    const paths = pathsOf(nodes, 3);
    expect(paths).toHaveLength(3);
    const grips = paths.map(({ shapes }) => shapes.map((shape, i) => gripOf(nodes[i]!.chord, library, shape).pitches));
    expect(grips.map((path) => path.map((pitches) => pitches.at(-1)))).toEqual(paths.map(() => tops));
    for (const [a, path] of grips.entries())
      for (const other of grips.slice(0, a))
        expect(path.filter((pitches, i) => pitches[0] !== other[i]![0]).length).toBeGreaterThanOrEqual(1);
  });
});
