import { gripOf } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { ANYWHERE, type Pricing } from './cost.ts';
import type { Unlike, Wanted } from './candidates.ts';
import { Search, type Path } from './search.ts';

/** What agreeing with an earlier path costs a quarter note, in tenths of a semitone: raised until it is enough. */
const PRICES = [2, 4, 8, 16, 32, 64, 128] as const;
/** So much of the time another path must sound different. */
const DIFFERENT = 1 / 4;

/** The outer notes of a path, column by column: by them it is heard. */
type Outline = readonly Omit<Unlike, 'price'>[];

/**
 * Up to `count` paths, the best first: each further one is the exact best where every quarter note with a top note or a bass
 * of an earlier one costs a price, raised until a quarter of the time sounds different from each. Fewer where there are no
 * more. Yields after each step.
 */
export function* differentPaths(
  library: ShapeLibrary,
  pricing: Pricing,
  banished: ReadonlySet<string>,
  wanted: readonly Wanted[],
  count: number,
): Generator<void, readonly Path[]> {
  const quarters = wanted.map(({ place = ANYWHERE }) => place.seconds / place.quarter);
  const whole = quarters.reduce((sum, beats) => sum + beats, 0);
  const outlineOf = ({ shapes }: Path): Outline =>
    shapes.map((shape, i) => {
      const { pitches } = gripOf(wanted[i]!.chord, library, shape);
      return { top: pitches.at(-1)!, bass: pitches[0]! };
    });
  const agreeing = (a: Outline, b: Outline) =>
    quarters.reduce((sum, beats, i) => sum + (a[i]!.top === b[i]!.top || a[i]!.bass === b[i]!.bass ? beats : 0), 0);
  const solve = function* (columns: readonly Wanted[]): Generator<void, Path> {
    const search = new Search(library, pricing, banished);
    search.setColumns(columns);
    const steps = search.solve();
    for (;;) {
      const step = steps.next();
      if (step.done) return step.value;
      yield;
    }
  };

  const paths: Path[] = [yield* solve(wanted)];
  const outlines: Outline[] = [outlineOf(paths[0]!)];
  while (paths.length < count) {
    let found: Path | null = null;
    for (const price of PRICES) {
      const path: Path = yield* solve(
        wanted.map((want, i) => ({
          ...want,
          unlike: outlines.map((outline) => ({ ...outline[i]!, price: Math.round(price * quarters[i]!) })),
        })),
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
