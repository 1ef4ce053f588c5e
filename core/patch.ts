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
