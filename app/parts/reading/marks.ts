import { formatKey, resolutions, twoFives, type Key, type ReadSlot, type Resolution } from '../../../core/index.ts';

/** What is drawn at a slot to show how it belongs to its neighbours. */
export interface Mark {
  /** Its part in a ii–V: the ii, the ii still held, or the V. */
  readonly pair: 'two' | 'held' | 'five' | null;
  /** The key its ii–V points at. */
  readonly pairKey: Key | null;
  /** Part of an arrow to what a dominant resolves to; `head` on the last slot before it. */
  readonly arrow: { readonly by: Resolution['by']; readonly first: boolean; readonly head: boolean } | null;
  /** The key that prevails here where it is not the tune's, and whether it begins here. */
  readonly area: { readonly key: Key; readonly opens: boolean } | null;
}

const NOTHING: Mark = { pair: null, pairKey: null, arrow: null, area: null };

/** The marks of a chart as read, one a slot. */
export function marksOf(slots: readonly ReadSlot[], home: Key): readonly Mark[] {
  const marks: { -readonly [Name in keyof Mark]: Mark[Name] }[] = slots.map(() => ({ ...NOTHING }));
  for (const { two, five, key } of twoFives(slots)) {
    for (let i = two; i < five; i++) Object.assign(marks[i]!, { pair: i === two ? 'two' : 'held', pairKey: key });
    Object.assign(marks[five]!, { pair: 'five', pairKey: key });
  }
  for (const { from, to, by } of resolutions(slots))
    for (let i = from; i < to; i++) marks[i]!.arrow = { by, first: i === from, head: i === to - 1 };
  slots.forEach(({ key }, i) => {
    if (formatKey(key) === formatKey(home)) return;
    const before = slots[i - 1]?.key;
    marks[i]!.area = { key, opens: !before || formatKey(before) !== formatKey(key) };
  });
  return marks;
}
