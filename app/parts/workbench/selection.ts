import type { ArrangedColumn, Column, Decorated, Grip, Implied, MoveSaid } from '../../../core/index.ts';
import type { PricedMove, Solved } from '../../work/questions.ts';
import type { Change, ColumnEdits } from './columnEdits.ts';

/** What is selected on the bench. */
export interface Selection {
  /** Which column. */
  readonly selected: number;
  /** The take as it was solved last. */
  readonly solved: Solved;
  readonly column: Column;
  /** The column as voiced, the last one before it that sounds, and the next. */
  readonly here: ArrangedColumn | null;
  readonly before: ArrangedColumn | null;
  readonly after: ArrangedColumn | null;
  /** What was added to it between and within chords, in words. */
  readonly added: readonly Decorated[];
  /** What two notes at a time say of its chord; null where a grip says it. */
  readonly implied: Implied | null;
  /** The move that put it here, in words. */
  readonly said: MoveSaid | null;
  /** The selected span in words, and what cannot be done there. */
  readonly place: string;
  readonly whyNot: readonly string[];
}

/** What can be done with what is selected, and with what is on offer for it. */
export interface Deeds {
  readonly decide: ColumnEdits;
  /** Keeps an option by its place in the list. */
  keep(index: number): void;
  make(move: PricedMove): void;
  /** Takes a change of a listed option; what is stale is not taken. */
  take(change: Change): void;
  /** Makes a change that depends on no list. */
  change(change: Change): void;
  hear(grip: Grip | null): void;
  hearMove(move: PricedMove): void;
  /** Keeps what is selected, as it stands, as a move. */
  keepMove(): void;
}
