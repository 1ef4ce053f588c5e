/** How a player wants moves chosen in a tune. */
export interface MovesTaste {
  /** By id; null is any. */
  readonly style: string | null;
  readonly stray: number;
  /** Moves switched off, by id. */
  readonly off: readonly string[];
}
export const DEFAULT_TASTE: MovesTaste = { style: null, stray: 3, off: [] };
