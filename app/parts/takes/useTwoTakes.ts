import { useMemo } from 'react';
import {
  changesOf,
  sideBySide,
  type ArrangedColumn,
  type Decisions,
  type Figures,
  type Stretch,
  msg,
  t,
} from '../../../core/index.ts';
import type { ArrangedTake, Job } from '../../work/questions.ts';
import { useArrangement } from '../../work/solver.ts';
import { usePlain } from '../../work/usePlain.ts';

/** A take as it stands beside another. */
export interface SideTake {
  readonly name: string;
  readonly cells: Decisions;
  readonly columns: readonly ArrangedColumn[];
  readonly figures: Figures;
  readonly moves: ArrangedTake['moves'];
  readonly strays: number;
}

/** Of which tune, and who plays it how. */
interface Of {
  readonly who: string;
  /** All of it but the decisions. */
  readonly tune: Omit<Job, 'cells'>;
}
interface Named {
  readonly id: string;
  readonly name: string;
  /** Null until they are at hand. */
  readonly cells: Decisions | null;
}

export const PLAIN_NAME = msg('The plain chart');
const NO_MOVES: ArrangedTake['moves'] = {};
const NOTHING: Decisions = {};
const NO_STRETCHES: readonly Stretch[] = [];

/** Two takes of a tune solved and laid on one line of time; below may be the plain chart. */
export function useTwoTakes(of: Of, above: Named, below: Named | null) {
  const { who, tune } = of;
  const [upperCells, lowerCells] = [above.cells, below?.cells ?? null];
  const upperJob = useMemo(() => upperCells && { ...tune, cells: upperCells }, [tune, upperCells]);
  const lowerJob = useMemo(() => lowerCells && { ...tune, cells: lowerCells }, [tune, lowerCells]);
  const upper = useArrangement(`${above.id}/${who}`, upperJob);
  const lower = useArrangement(`${below?.id ?? t('plain')}/${who}/below`, lowerJob);
  // The chart itself is played in the changes that the take has chosen.
  const changes = JSON.stringify(changesOf(above.cells ?? NOTHING));
  const isPlain = below === null;
  const job = useMemo(
    () => (isPlain ? { ...tune, cells: JSON.parse(changes) as Decisions } : null),
    [isPlain, tune, changes],
  );
  const plain = usePlain(job);
  const one = useMemo(
    (): SideTake | null =>
      upper.arrangement && { ...upper.arrangement, name: above.name, cells: above.cells ?? NOTHING },
    [upper.arrangement, above.name, above.cells],
  );
  const other = useMemo((): SideTake | null => {
    if (below !== null)
      return lower.arrangement && { ...lower.arrangement, name: below.name, cells: below.cells ?? NOTHING };
    return (
      plain && { ...plain, name: t(PLAIN_NAME), cells: JSON.parse(changes) as Decisions, moves: NO_MOVES, strays: 0 }
    );
  }, [below, lower.arrangement, plain, changes]);
  const stretches = useMemo(() => (one && other ? sideBySide(one.columns, other.columns) : NO_STRETCHES), [one, other]);
  return {
    sides: [one, other] as const,
    stretches,
    busy: upper.busy || (below !== null && lower.busy),
    phase: upper.phase ?? (below === null ? null : lower.phase),
    failed: upper.failed ?? (below === null ? null : lower.failed),
  };
}
