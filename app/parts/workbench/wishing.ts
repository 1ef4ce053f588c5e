import type { ArrangedColumn, Column, Decision, Decisions, Patch, ReadSlot } from '../../../core/index.ts';
import type { Solved } from '../../work/questions.ts';

/** What is selected on the bench, how it stands, and how it is changed. */
export interface Wishing {
  readonly tuneId: string;
  readonly columns: readonly Column[];
  readonly arranged: readonly ArrangedColumn[] | null;
  readonly slots: readonly ReadSlot[];
  readonly barIds: readonly string[];
  readonly cells: Decisions;
  /** The first and last selected column. */
  readonly from: number;
  readonly to: number;
  /** What is selected, in words. */
  readonly place: string;
  readonly solved: Solved;
  readonly edit: (patch: Patch<Decision>, label: string) => void;
}
