import { useCallback, useMemo, useState } from 'react';
import { readPlayer, tuningKey, type Player, t } from '../../core/index.ts';
import { useLatest } from './latest.ts';
import { useCells, type KeptCells } from './cells.ts';
import { afterStep, goOne, KEPT_WORDS, NO_HISTORY, stepOf, type History } from './undoing.ts';

/** A player as the server keeps it. */
export interface KeptPlayer {
  readonly id: string;
  readonly name: string;
  /** Its settings cannot be read; default ones stand in. */
  readonly unreadable?: true;
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
export function useSettings({ id, name, settings }: KeptPlayer) {
  const [cells, edit] = useCells(`player:${id}`, settings, t('settings of {name}', { name }));
  const player = usePlayer(cells);
  const [history, setHistory] = useState<History<unknown>>(NO_HISTORY);
  const [said, setSaid] = useState<string | null>(null);
  const go = (way: 'undo' | 'redo') => {
    const gone = goOne(history, cells, way);
    if (!gone) return;
    if (gone.patch) edit(gone.patch);
    setSaid(gone.kept > 0 ? t(KEPT_WORDS) : null);
    setHistory(gone.history);
  };
  return {
    player,
    /** Said once when an undo did less than it might. */
    said,
    dismiss: () => setSaid(null),
    /** Fields that stay as they are make no step. */
    change(patch: Partial<Player>) {
      const differs = Object.entries(patch).some(
        ([field, value]) => JSON.stringify(player[field as keyof Player]) !== JSON.stringify(value),
      );
      if (!differs) return;
      setHistory(afterStep(history, stepOf(cells, patch, '')));
      edit(patch);
    },
    undo: history.undo.length === 0 ? null : () => go('undo'),
    redo: history.redo.length === 0 ? null : () => go('redo'),
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
/** What stood of a grip, to be put back. */
export type MarkedGrip = KeptGrip;
const NONE: readonly string[] = [];

/** The grips a player keeps or banished on a tuning, and how to mark one; null forgets it. */
export function useGripBook({ id, name, grips }: KeptPlayer, player: Player) {
  const [cells, edit] = useCells(`grips:${id}`, grips, t('a kept grip of {name}', { name }));
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
  // A grip banished has its name, tags and note again when it is brought back.
  const all = useLatest(cells as Readonly<Record<string, KeptGrip>>);
  const mark = useCallback(
    (grip: string, as: GripMark | null) => {
      const key = `${tuning}/${grip}`;
      const before = all.current[key];
      // One that is described was kept before it was banished, and is again.
      const described = before?.banished === true && Object.keys(before).length > 1;
      edit({ [key]: as === null && !described ? null : { ...before, banished: as === 'banished' } });
    },
    [edit, tuning, all],
  );
  /** Takes the last mark back: what stood before stands again, or, where nothing did, nothing. */
  const unmark = useCallback(
    (grip: string, before: MarkedGrip | null) => edit({ [`${tuning}/${grip}`]: before }),
    [edit, tuning],
  );
  const marked = useCallback(
    (grip: string): MarkedGrip | null => all.current[`${tuning}/${grip}`] ?? null,
    [tuning, all],
  );
  const describe = useCallback(
    (grip: string, words: GripWords) => edit({ [`${tuning}/${grip}`]: { banished: false, ...words } }),
    [edit, tuning],
  );
  return { ...book, mark, unmark, marked, describe };
}
