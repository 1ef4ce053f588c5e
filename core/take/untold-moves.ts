import type { ReadSlot } from '../reading/read.ts';
import type { Found } from '../reharm/moves/move.ts';
import type { Span } from '../reharm/moves/span.ts';
import { moveOf } from '../reharm/moves/table.ts';
import { decisionsOf, type Decisions } from './decision.ts';
import type { MoveDecision } from './layers/move.ts';
import { appliedMoves, moveDecision } from './moves.ts';

/** What the table says that a move puts in a span. */
const inTable = ({ id, variant }: MoveDecision, span: Span): Found | null =>
  moveOf(id)
    ?.find(span)
    .find((found) => found.variant === variant) ?? null;

/**
 * The moves of a document of schema 1, which do not tell the chords they put in, with those the table gives them: from then
 * on no other table changes them.
 */
export function withParts(slots: readonly ReadSlot[], keys: readonly string[], cells: Decisions): Decisions {
  const old = decisionsOf(cells, 'move').filter(([, { parts }]) => parts === undefined);
  if (old.length === 0) return cells;
  const told = appliedMoves(slots, keys, Object.fromEntries(old), inTable).map(({ at, id, found, span }) => {
    const decision = moveDecision({ move: moveOf(id)!, found }, span);
    const parts = decision.parts!.map(({ into: _, asNext: __, ...part }) => part);
    return [at, { ...decision, parts }] as const;
  });
  return { ...cells, ...Object.fromEntries(told) };
}
