/** A bar's name for life: decisions hang on it, not on its number. */
export interface BarId {
  readonly id: string;
  readonly source: string;
}

/**
 * Names for the bars of a changed chart: a bar that did not change keeps its id (longest common
 * subsequence of the bars' contents), a bar changed in place keeps it too when its neighbours on
 * both sides did, new bars get `newId()`. At most a few thousand bars on either side.
 */
export function alignBars(before: readonly BarId[], sources: readonly string[], newId: () => string): readonly BarId[] {
  const kept = commonBars(before, sources);
  const result: (BarId | null)[] = sources.map((source, i) =>
    kept[i] === null ? null : { id: before[kept[i]!]!.id, source },
  );
  let from = 0;
  while (from < sources.length) {
    if (result[from]) {
      from++;
      continue;
    }
    let to = from;
    while (to < sources.length && !result[to]) to++;
    // A run of changed bars between two kept ones, as long as it was: the same bars with new content.
    const left = from === 0 ? -1 : kept[from - 1]!;
    const right = to === sources.length ? before.length : kept[to]!;
    const inPlace = right - left - 1 === to - from;
    for (let i = from; i < to; i++) {
      result[i] = { id: inPlace ? before[left + 1 + i - from]!.id : newId(), source: sources[i]! };
    }
    from = to;
  }
  return result as readonly BarId[];
}

/** For each new bar the old bar it is, or null: same ends first, then the longest common subsequence between. */
function commonBars(before: readonly BarId[], sources: readonly string[]): (number | null)[] {
  const result: (number | null)[] = sources.map(() => null);
  let head = 0;
  while (head < before.length && head < sources.length && before[head]!.source === sources[head]) result[head] = head++;
  let oldEnd = before.length;
  let newEnd = sources.length;
  while (oldEnd > head && newEnd > head && before[oldEnd - 1]!.source === sources[newEnd - 1])
    result[--newEnd] = --oldEnd;
  const rows = newEnd - head;
  const columns = oldEnd - head;
  // longest[i][j]: bars in common from new bar head+i and old bar head+j on.
  const longest = new Uint16Array((rows + 1) * (columns + 1));
  const at = (i: number, j: number) => i * (columns + 1) + j;
  for (let i = rows - 1; i >= 0; i--) {
    for (let j = columns - 1; j >= 0; j--) {
      const same = sources[head + i] === before[head + j]!.source;
      longest[at(i, j)] = same
        ? longest[at(i + 1, j + 1)]! + 1
        : Math.max(longest[at(i + 1, j)]!, longest[at(i, j + 1)]!);
    }
  }
  for (let i = 0, j = 0; i < rows && j < columns;) {
    if (sources[head + i] === before[head + j]!.source) result[head + i++] = head + j++;
    else if (longest[at(i + 1, j)]! >= longest[at(i, j + 1)]!) i++;
    else j++;
  }
  return result;
}
