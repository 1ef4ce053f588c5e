/**
 * Notes of one sound, lowest string first, in the order of its stroke, each with how late it comes: the last by the whole
 * `spread`, in whatever unit that is; below 0 the highest string comes first.
 */
export function strokeOf<Note>(
  notes: readonly Note[],
  spread: number,
): readonly { readonly note: Note; readonly late: number }[] {
  const each = Math.abs(spread) / Math.max(1, notes.length - 1);
  return (spread < 0 ? [...notes].reverse() : notes).map((note, i) => ({ note, late: i * each }));
}
