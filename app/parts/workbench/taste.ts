import type { Manner } from '../../../core/index.ts';

/** How a player wants moves chosen in a tune. */
export interface MovesTaste {
  /** By id; null is any. */
  readonly style: string | null;
  readonly stray: number;
  /** Moves switched off, by id. */
  readonly off: readonly string[];
  /** What clashes with the melody is not on offer, where anything does not. */
  readonly melodyFirst: boolean;
  /** How the tune is comped; null: as its style has it, or its player. */
  readonly manner: Manner | null;
}
export const DEFAULT_TASTE: MovesTaste = { style: null, stray: 3, off: [], melodyFirst: false, manner: null };
