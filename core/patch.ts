/**
 * A change to a flat record of cells: each key with its new value, null to remove it. Two changes
 * that share no key never conflict.
 */
export type Patch<T> = Readonly<Record<string, T | null>>;

/** Applies a patch; `inverse` undoes it. Nothing passed in is changed. */
export function applyPatch<T>(
  cells: Readonly<Record<string, T>>,
  patch: Patch<T>,
): { cells: Readonly<Record<string, T>>; inverse: Patch<T> } {
  const next: Record<string, T> = { ...cells };
  const inverse: Record<string, T | null> = {};
  for (const [key, value] of Object.entries(patch)) {
    inverse[key] = Object.hasOwn(cells, key) ? cells[key]! : null;
    if (value === null) delete next[key];
    else next[key] = value;
  }
  return { cells: next, inverse };
}

/** Applies patches in turn; quicker than one after the other. */
export function applyPatches<T>(
  cells: Readonly<Record<string, T>>,
  patches: readonly Patch<T>[],
): Readonly<Record<string, T>> {
  if (patches.length === 0) return cells;
  const next: Record<string, T> = { ...cells };
  for (const patch of patches)
    for (const [key, value] of Object.entries(patch)) {
      if (value === null) delete next[key];
      else next[key] = value;
    }
  return next;
}

/** Where the losing side of a conflict is kept. */
export interface Kept {
  readonly kind: 'tune' | 'take';
  readonly id: string;
  readonly name: string;
}

type Cells = Readonly<Record<string, unknown>>;

/** What the keeper of an aggregate says of an edit; `cells` are its cells as they now stand. */
export type EditAnswer =
  /** `rebased`: others changed other cells meanwhile. */
  | { readonly status: 'saved'; readonly version: number; readonly cells: Cells; readonly rebased: boolean }
  /** `kept` null: it is kept nowhere but where it was made. */
  | { readonly status: 'conflict'; readonly version: number; readonly cells: Cells; readonly kept: Kept | null }
  /** `binned`: what it changes is in the bin, and can be brought back. */
  | { readonly status: 'missing'; readonly binned?: true }
  /** `version`: what it was made on is not what stands, which has this version. */
  | { readonly status: 'invalid'; readonly message: string; readonly version?: number };
