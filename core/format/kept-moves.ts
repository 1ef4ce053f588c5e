import { t } from '../words/words.ts';
/* Kept moves as JSON, one or many; the fields are told in docs/kept-moves.md. */
import { bad, good, problem, type Outcome, type Problem } from '../problem.ts';
import type { NamedMove } from '../take/drop.ts';
import { keptMoveDoc, readKeptMove } from '../take/kept-move.ts';

/** More moves are not read from one file. */
export const MOST_MOVES = 2000;
/** With what names it in a take it still is an id there. */
export const KEPT_MOVE_ID = /^[\w-]{1,58}$/;

/** Moves as a file. */
export const writeKeptMoves = (moves: readonly NamedMove[]): string =>
  JSON.stringify(
    { yellowHeron: 'moves', moves: moves.map(({ id, move }) => ({ id, ...keptMoveDoc(move) })) },
    null,
    2,
  ) + '\n';

/** The moves of a file; or the first that is wrong, by number, and what would be right. */
export function readKeptMoves(text: string): Outcome<readonly NamedMove[]> {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return bad(problem('moves-no-json', {}));
  }
  const file = typeof value === 'object' && value !== null ? (value as Record<string, unknown>) : {};
  const { yellowHeron, moves } = file;
  if (yellowHeron !== 'moves' || !Array.isArray(moves)) return bad(problem('moves-no-file', {}));
  if (moves.length > MOST_MOVES) return bad(problem('moves-many', { count: moves.length, most: MOST_MOVES }));
  const read: NamedMove[] = [];
  for (const [i, one] of moves.entries()) {
    const { id, ...rest } = (typeof one === 'object' && one !== null ? one : {}) as Record<string, unknown>;
    if (typeof id !== 'string' || !KEPT_MOVE_ID.test(id))
      return inMove(i, problem('moves-field', { field: 'id', right: t('letters, digits and dashes, 58 at most') }));
    const move = readKeptMove(rest);
    if (!move.ok) return inMove(i, ...move.problems);
    read.push({ id, move: move.value });
  }
  return good(read);
}

const inMove = (i: number, ...problems: readonly Problem[]) =>
  bad(...problems.map((one) => ({ ...one, args: { ...one.args, number: i + 1 } })));

/** What of some moves is not there yet: those that are the same are left out; those that share only a name get one of their own. */
export function mergedMoves(
  here: readonly NamedMove[],
  come: readonly NamedMove[],
  newId: () => string,
): { readonly added: readonly NamedMove[]; readonly same: number } {
  const textOf = ({ move }: NamedMove) => JSON.stringify(keptMoveDoc(move));
  const known = new Map(here.map((one) => [one.id, textOf(one)]));
  const texts = new Set(known.values());
  const added: NamedMove[] = [];
  for (const one of come) {
    const text = textOf(one);
    if (texts.has(text)) continue;
    const id = known.has(one.id) ? newId() : one.id;
    known.set(id, text);
    texts.add(text);
    added.push({ id, move: one.move });
  }
  return { added, same: come.length - added.length };
}
