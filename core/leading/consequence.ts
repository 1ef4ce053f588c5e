import { formatFrets, fretsAt } from '../grip/grips.ts';
import { applyPatch, type Patch } from '../patch.ts';
import type { Decision } from '../take/decision.ts';
import { pinDecision } from './pinned.ts';
import type { Progress } from './search.ts';
import { solveTake, type SolvedTake } from './solve.ts';
import type { Tenths } from './units.ts';

/** A column that a change is not about, and that would have another grip all the same. */
export interface OtherGrip {
  /** The name of its chord's decision. */
  readonly at: string;
  /** The grip it would have, as `x-3-5-4-5-3`. */
  readonly grip: string;
}

/** What a change of the decisions comes to, over the whole take. */
export interface Consequence {
  /** What the whole path costs more than the best, exact. */
  readonly extra: Tenths;
  readonly others: readonly OtherGrip[];
}

/** A change that leaves every other chord's grip in its place: what makes it, and its price. */
export interface HeldChange {
  readonly extra: Tenths;
  /** The change, and pins for the grips that would have moved. */
  readonly patch: Patch<Decision>;
}

/** The grip of each sounding column, by the column's name. */
const gripsOf = ({ columns, index, path, session }: SolvedTake): ReadonlyMap<string, readonly number[]> =>
  new Map(
    columns.flatMap(({ at }, i) =>
      index[i]! < 0 ? [] : [[at, [...fretsAt(session.library, path.shapes[index[i]!]!)]] as const],
    ),
  );

/** Solves a take as a change would make it, beside what stands. */
export function solveBeside(of: SolvedTake, patch: Patch<Decision>): Generator<Progress, SolvedTake> {
  const session = { ...of.session, search: of.session.search.beside() };
  return solveTake(session, { ...of.asked, cells: applyPatch(of.cells, patch).cells });
}

/** The columns a change is not about whose grip is another one in a take as changed. */
function othersIn(of: SolvedTake, changed: SolvedTake, patch: Patch<Decision>): readonly OtherGrip[] {
  const before = gripsOf(of);
  const now = gripsOf(changed);
  return changed.columns.flatMap(({ at, move }) => {
    const [was, is] = [before.get(at), now.get(at)];
    if (!was || !is || Object.hasOwn(patch, at) || (move && Object.hasOwn(patch, move.at))) return [];
    const [old, grip] = [formatFrets(was), formatFrets(is)];
    return old === grip ? [] : [{ at, grip }];
  });
}

/** What a change would come to: its price, and which other grips it would move. */
export function* consequenceOf(of: SolvedTake, patch: Patch<Decision>): Generator<Progress, Consequence> {
  const changed = yield* solveBeside(of, patch);
  return { extra: changed.best - of.best, others: othersIn(of, changed, patch) };
}

/**
 * A change with every other grip held where it is: grips that would move are pinned, until none does. Null: a grip cannot be
 * pinned there.
 */
export function* holdingOthers(of: SolvedTake, patch: Patch<Decision>): Generator<Progress, HeldChange | null> {
  const stands = gripsOf(of);
  let held = patch;
  for (;;) {
    const changed = yield* solveBeside(of, held);
    const others = othersIn(of, changed, held);
    if (others.length === 0) return { extra: changed.best - of.best, patch: held };
    for (const { at } of others) {
      const column = of.columns.find((one) => one.at === at)!;
      const pin = pinDecision(column, stands.get(at)!, of.session.library);
      if (pin === null) return null;
      held = { ...held, [at]: pin };
    }
  }
}
