import { gripOf } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { chainOf, type LatticeNode } from './lattice.ts';
import { unlikeRule, type Outline } from './rules/unlike.ts';
import type { Path, Search } from './search.ts';

/** What agreeing with an earlier path costs a quarter note, in tenths of a semitone: raised until it is enough. */
const PRICES = [2, 4, 8, 16, 32, 64, 128] as const;
/** So much of the time another path must sound different. */
const DIFFERENT = 1 / 4;

/**
 * Up to `count` paths through a chain, the best first: each further one is the exact best where every quarter note with a
 * top note or a bass of an earlier one costs a price, raised until a quarter of the time sounds different from each. Fewer
 * where there are no more. The search is left with the last that was tried. Yields after each step.
 */
export function* differentPaths(
  search: Search,
  library: ShapeLibrary,
  nodes: readonly LatticeNode[],
  count: number,
): Generator<void, readonly Path[]> {
  const quarters = nodes.map(({ place }) => place.seconds / place.quarter);
  const whole = quarters.reduce((sum, beats) => sum + beats, 0);
  // The outer notes of a path, node by node: by them it is heard.
  const outlineOf = ({ shapes }: Path): readonly Outline[] =>
    shapes.map((shape, i) => {
      const { chord, rules } = nodes[i]!;
      const { pitches } = gripOf(chord, library, shape);
      // What lies on top of every grip makes none another.
      return { top: rules.some(({ givesTop }) => givesTop) ? null : pitches.at(-1)!, bass: pitches[0]! };
    });
  const agreeing = (a: readonly Outline[], b: readonly Outline[]) =>
    quarters.reduce((sum, beats, i) => sum + (isAlike(a[i]!, b[i]!) ? beats : 0), 0);
  const solve = function* (chain: readonly LatticeNode[]): Generator<void, Path> {
    search.setLattice(chainOf(chain));
    const steps = search.solve();
    for (;;) {
      const step = steps.next();
      if (step.done) return step.value;
      yield;
    }
  };

  const paths: Path[] = [yield* solve(nodes)];
  const outlines = [outlineOf(paths[0]!)];
  while (paths.length < count) {
    let found: Path | null = null;
    for (const price of PRICES) {
      const path: Path = yield* solve(
        nodes.map((node, i) => {
          const others = outlines.map((outline) => outline[i]!);
          return { ...node, rules: [...node.rules, unlikeRule(others, Math.round(price * quarters[i]!))] };
        }),
      );
      const outline = outlineOf(path);
      if (outlines.every((other) => agreeing(outline, other) <= whole * (1 - DIFFERENT))) {
        found = path;
        outlines.push(outline);
        break;
      }
    }
    if (found === null) break;
    paths.push(found);
  }
  return paths;
}

const isAlike = (a: Outline, b: Outline): boolean => (a.top !== null && a.top === b.top) || a.bass === b.bass;
