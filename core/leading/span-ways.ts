import { areasOf } from '../grip/areas.ts';
import { formatFrets, fretsAt, pitchesOf } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import type { Patch } from '../patch.ts';
import type { Midi } from '../pitch/pitch.ts';
import type { Decision } from '../take/decision.ts';
import { wishName } from '../take/key.ts';
import type { Wish } from '../take/layers/wish.ts';
import type { Ticks } from '../time/meter.ts';
import { solveBeside } from './consequence.ts';
import type { Progress } from './search.ts';
import { arrangedTake, type SolvedTake } from './solve.ts';
import type { Tenths } from './units.ts';

/** A span as it is played under a wish about its grips. */
export interface SpanWay {
  /** Null: as it is cheapest. */
  readonly wish: Wish | null;
  /** What makes it. */
  readonly patch: Patch<Decision>;
  /** What the whole path costs more than the cheapest of all these. */
  readonly extra: Tenths;
  /** The span's chords, one after another, each with its grip. */
  readonly grips: readonly SpanGrip[];
}
interface SpanGrip {
  readonly symbol: string;
  readonly grip: string | null;
  readonly pitches: readonly Midi[];
  readonly ticks: Ticks;
}

/** A span of a take, by the name of the chord it begins with. */
export interface SpanNamed {
  readonly at: string;
  readonly start: Ticks;
  readonly ticks: Ticks;
}

/** So many answers are what one can compare. */
const MOST = 5;
/** Another way has other grips for so much of the span. */
const DIFFERENT = 1 / 2;

/** What makes another way of it: an area of the neck, the top line on another string, fewer notes. */
function wishesFor({ neck, strings }: ShapeLibrary): readonly Wish[] {
  const below = (top: number) => Array.from({ length: strings - top + 1 }, (_, i) => top + i);
  return [
    ...areasOf(neck).map(([from, to]): Wish => ({ kind: 'area', from, to })),
    { kind: 'strings', strings: below(2) },
    { kind: 'strings', strings: below(3) },
    ...[2, 3, 4].map((count): Wish => ({ kind: 'notes', count })),
  ];
}

/**
 * A change of a span (a line on top of it, or none), as it is played best, and best under a wish that all of it meets: up to
 * five ways that differ in half of their grips, the cheapest first, each the exact best of its kind. Yields progress.
 */
export function* spanWays(
  of: SolvedTake,
  span: SpanNamed,
  change: Patch<Decision>,
): Generator<Progress, readonly SpanWay[]> {
  const { library } = of.session;
  const end = span.start + span.ticks;
  const found: (SpanWay & { readonly cost: Tenths })[] = [];
  for (const wish of [null, ...wishesFor(library)]) {
    const name = wish && wishName(span.at, wish.kind);
    const patch: Patch<Decision> =
      name === null ? change : { ...change, [name]: { layer: 'wish', ticks: span.ticks, hard: true, wish: wish! } };
    const solved = yield* solveBeside(of, patch);
    if (name !== null && arrangedTake(solved).unmet.some(({ at }) => at === name)) continue;
    const grips = solved.columns.flatMap(({ slot, symbol }, i): readonly SpanGrip[] => {
      if (slot.start < span.start || slot.start >= end) return [];
      const shape = solved.path.shapes[solved.index[i]!];
      const ticks = Math.min(end, slot.start + slot.entry.ticks) - slot.start;
      if (shape === undefined) return [{ symbol, grip: null, pitches: [], ticks }];
      return [{ symbol, grip: formatFrets(fretsAt(library, shape)), pitches: pitchesOf(library, shape), ticks }];
    });
    found.push({ wish, patch, extra: 0, grips, cost: solved.best });
  }
  found.sort((a, b) => a.cost - b.cost);
  const ways: SpanWay[] = [];
  for (const { cost, ...way } of found) {
    if (ways.some((other) => agreeing(other, way) > 1 - DIFFERENT)) continue;
    ways.push({ ...way, extra: cost - found[0]!.cost });
    if (ways.length === MOST) break;
  }
  return ways;
}

/** The part of the grips that two ways have in common. */
const agreeing = (a: SpanWay, b: SpanWay): number =>
  a.grips.filter(({ grip }, i) => grip === b.grips[i]?.grip).length / Math.max(1, b.grips.length);
