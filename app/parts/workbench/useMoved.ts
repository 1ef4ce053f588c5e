import { useState } from 'react';
import type { ArrangedTake, Solved } from '../../work/questions.ts';

interface Seen {
  /** Whose grips: the name of a take and its player. */
  readonly name: string;
  readonly of: ArrangedTake | null;
  readonly moved: ReadonlyMap<string, string>;
}
const NOTHING: Seen = { name: '', of: null, moved: new Map() };

/** The columns whose grip the last change moved, by name, with the grip each had; until the next change. */
export function useMoved(arrangement: ArrangedTake | null, { name }: Solved): ReadonlyMap<string, string> {
  const [seen, setSeen] = useState(NOTHING);
  if (seen.of === arrangement) return seen.moved;
  const before = seen.name === name && seen.of ? gripsOf(seen.of) : null;
  const moved = new Map<string, string>();
  if (before && arrangement)
    for (const [at, grip] of gripsOf(arrangement)) {
      const was = before.get(at);
      if (was !== undefined && was !== grip) moved.set(at, was);
    }
  setSeen({ name, of: arrangement, moved });
  return moved;
}

const gripsOf = ({ columns }: ArrangedTake) =>
  new Map(columns.flatMap(({ column, grip }) => (grip ? [[column.at, grip.grip] as const] : [])));
