import { useCallback, useMemo, useState } from 'react';
import { applyPatch, readPlayer, tuningKey, type Patch, type Player } from '../../core/index.ts';
import { useCells, type KeptCells } from './cells.ts';

/** A player as the server keeps it. */
export interface KeptPlayer {
  readonly id: string;
  readonly name: string;
  readonly settings: KeptCells;
  /** Grips kept and banished, by `tuning/grip`. */
  readonly grips: KeptCells;
}

/** Settings as kept, as a player. They were right when they were kept. */
export function playerOf(cells: KeptCells['cells']): Player {
  const read = readPlayer(cells);
  if (!read.ok) throw new Error(`a kept player that cannot be read: ${JSON.stringify(read.problems)}`);
  return read.value;
}

/** Settings as one value that is the same as long as they are. */
export function usePlayer(cells: KeptCells['cells']): Player {
  const text = JSON.stringify(cells);
  return useMemo(() => playerOf(JSON.parse(text) as KeptCells['cells']), [text]);
}

/** A player's settings as they stand here, changed at once; with what undoes and redoes each change. */
export function useSettings({ id, settings }: KeptPlayer) {
  const [cells, edit] = useCells(`player:${id}`, settings);
  const player = usePlayer(cells);
  const [past, setPast] = useState<readonly Patch<unknown>[]>([]);
  const [future, setFuture] = useState<readonly Patch<unknown>[]>([]);
  const make = (patch: Patch<unknown>) => {
    edit(patch);
    return applyPatch(cells, patch).inverse;
  };
  return {
    player,
    /** Fields that stay as they are make no step. */
    change(patch: Partial<Player>) {
      const differs = Object.entries(patch).some(
        ([field, value]) => JSON.stringify(player[field as keyof Player]) !== JSON.stringify(value),
      );
      if (!differs) return;
      const inverse = make(patch);
      setPast((steps) => [...steps, inverse]);
      setFuture([]);
    },
    undo:
      past.length === 0
        ? null
        : () => {
            const inverse = make(past.at(-1)!);
            setPast(past.slice(0, -1));
            setFuture([...future, inverse]);
          },
    redo:
      future.length === 0
        ? null
        : () => {
            const inverse = make(future.at(-1)!);
            setFuture(future.slice(0, -1));
            setPast([...past, inverse]);
          },
  };
}

/** What a player says of a grip on the tuning in hand. */
export type GripMark = 'kept' | 'banished';
/** What goes with a kept grip. */
export interface GripWords {
  readonly name?: string;
  readonly tags?: readonly string[];
  readonly note?: string;
}
type KeptGrip = GripWords & { readonly banished: boolean };
const NONE: readonly string[] = [];

/** The grips a player keeps or banished on a tuning, and how to mark one; null forgets it. */
export function useGripBook({ id, grips }: KeptPlayer, player: Player) {
  const [cells, edit] = useCells(`grips:${id}`, grips);
  const tuning = tuningKey(player.tuning);
  const text = JSON.stringify(cells);
  const book = useMemo(() => {
    const own = Object.entries(JSON.parse(text) as Readonly<Record<string, KeptGrip>>)
      .filter(([key]) => key.startsWith(`${tuning}/`))
      .map(([key, cell]) => [key.slice(tuning.length + 1), cell] as const);
    const those = (wanted: boolean) => {
      const list = own.flatMap(([grip, { banished }]) => (banished === wanted ? [grip] : []));
      return list.length === 0 ? NONE : list;
    };
    return {
      kept: those(false),
      banished: those(true),
      /** What goes with each kept one. */
      words: new Map<string, GripWords>(
        own.flatMap(([grip, { banished, ...words }]) => (banished ? [] : [[grip, words]])),
      ),
    };
  }, [text, tuning]);
  const mark = useCallback(
    (grip: string, as: GripMark | null) =>
      edit({ [`${tuning}/${grip}`]: as === null ? null : { banished: as === 'banished' } }),
    [edit, tuning],
  );
  const describe = useCallback(
    (grip: string, words: GripWords) => edit({ [`${tuning}/${grip}`]: { banished: false, ...words } }),
    [edit, tuning],
  );
  return { ...book, mark, describe };
}
