import { useMemo } from 'react';
import { patternOf, patternText, readPattern, type Pattern, t } from '../../../core/index.ts';
import { useCells, type KeptCells } from '../../keep/cells.ts';

/** A rhythm of the player's own, under the id it is kept by. */
export interface OwnRhythm {
  readonly id: string;
  readonly pattern: Pattern;
}

/** The player's own rhythms, kept with the tunes: a pattern is one of them if its text is. */
export function useRhythms(kept: KeptCells) {
  const [cells, edit] = useCells('setting:rhythms', kept, t('a rhythm of your own'));
  const own = useMemo(
    () =>
      Object.entries(cells as Readonly<Record<string, { readonly name: string; readonly text: string }>>)
        .flatMap(([id, { name, text }]): OwnRhythm[] => {
          const read = readPattern(text);
          return read.ok ? [{ id, pattern: { ...read.value, name } }] : [];
        })
        .sort((a, b) => a.pattern.name.localeCompare(b.pattern.name)),
    [cells],
  );
  /** A pattern as a take names it, by the name the player gave it. */
  const called = (id: string): Pattern | null =>
    own.find(({ pattern }) => pattern.id === id)?.pattern ?? saidPattern(patternOf(id));
  return {
    own,
    called,
    /** What is played in, in words; each chord once where nothing was decided. */
    nameOf: (id: string | null | undefined) => (id ? (called(id)?.name ?? id) : t('Held chords')),
    keep: (id: string, name: string, pattern: Pattern) => edit({ [id]: { name, text: patternText(pattern) } }),
    putAway: (id: string) => edit({ [id]: null }),
  };
}

/** One of ours, as it is read. */
export const saidPattern = <P extends Pattern | null>(pattern: P): P =>
  pattern && { ...pattern, name: t(pattern.name), reason: t(pattern.reason) };
export type Rhythms = ReturnType<typeof useRhythms>;
