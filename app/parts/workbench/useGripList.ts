import { useMemo, useState } from 'react';
import { formatFrets, fretsAt, gripOf, passing, type Grip, type GripFilter } from '../../../core/index.ts';
import type { GripMark, MarkedGrip, useGripBook } from '../../keep/player.ts';
import { useRemembered } from '../../keep/remembered.ts';
import type { ListedGrips } from '../../work/questions.ts';

/** A grip on offer. */
export interface ListedGrip {
  readonly grip: Grip;
  /** Null outside a tune. */
  readonly extra: number | null;
  /** Among the player's own, and what it is called there. */
  readonly kept: boolean;
  readonly name: string | null;
  /** Its place in the priced grips. */
  readonly shape: number;
}

const NO_FILTER: GripFilter = {};
const NONE: readonly number[] = [];

/** The grips of a column as listed: those that pass the filter, the player's own first, then the cheapest. */
export function useGripList(
  priced: (ListedGrips & { readonly past?: boolean }) | null,
  { kept, banished, mark, marked, unmark, words }: ReturnType<typeof useGripBook>,
) {
  const [filter, setFilter] = useRemembered<GripFilter>('grip-filter', NO_FILTER);
  /** One that is compared with whatever is tried. */
  const [beside, setBeside] = useState<{ readonly of: ListedGrips; readonly one: ListedGrip } | null>(null);
  const [lastBanished, setLastBanished] = useState<{
    readonly grip: string;
    readonly before: MarkedGrip | null;
  } | null>(null);
  const own = useMemo(() => {
    if (priced === null || kept.length === 0) return new Set<number>();
    const wanted = new Set(kept);
    const found = new Set<number>();
    for (let i = 0; i < priced.shapes.size; i++) if (wanted.has(formatFrets(fretsAt(priced.shapes, i)))) found.add(i);
    return found;
  }, [priced, kept]);
  const rows = useMemo(() => {
    if (priced === null) return NONE;
    const all = passing(filter, priced.shapes, priced.labels);
    return own.size === 0 ? all : [...all.filter((i) => own.has(i)), ...all.filter((i) => !own.has(i))];
  }, [priced, filter, own]);
  return {
    priced,
    /** Places in the priced grips, in the order shown. */
    rows,
    at(row: number): ListedGrip | null {
      const shape = rows[row];
      if (priced === null || shape === undefined) return null;
      const grip = gripOf(priced.chord, priced.shapes, shape);
      return {
        grip,
        name: words.get(grip.grip)?.name ?? null,
        extra: priced.extra?.[shape] ?? null,
        kept: own.has(shape),
        shape,
      };
    },
    filter,
    setFilter,
    /** What has no value is no filter. */
    clearFilter: () => setFilter(NO_FILTER),
    beside: beside !== null && beside.of === priced ? beside.one : null,
    setBeside: (one: ListedGrip | null) => setBeside(one && priced && { of: priced, one }),
    banished,
    mark(grip: string, as: GripMark | null): void {
      setLastBanished(as === 'banished' ? { grip, before: marked(grip) } : null);
      mark(grip, as);
    },
    /** A grip that was banished just now, for taking it back as it was. */
    lastBanished: lastBanished?.grip ?? null,
    takeBackBanished(): void {
      if (lastBanished) unmark(lastBanished.grip, lastBanished.before);
      setLastBanished(null);
    },
    forgetBanished: () => setLastBanished(null),
  };
}
export type GripList = ReturnType<typeof useGripList>;
