import { useState } from 'react';

/** Something that lies in the bin since a moment ago. */
export interface JustDeleted {
  readonly id: string;
  readonly name: string;
}

/** What was deleted in a place, the last one last: each can be brought back, one after the other. */
export function useDeleted() {
  const [list, setList] = useState<readonly JustDeleted[]>([]);
  const [shown, setShown] = useState(false);
  return {
    last: list.at(-1) ?? null,
    shown,
    more: list.length - 1,
    add(one: JustDeleted) {
      setList((all) => [...all, one]);
      setShown(true);
    },
    /** Takes the last one off the list, to be brought back. */
    pop(): JustDeleted | null {
      setList((all) => all.slice(0, -1));
      return list.at(-1) ?? null;
    },
    hide: () => setShown(false),
  };
}
export type DeletedList = ReturnType<typeof useDeleted>;
