import { useEffect, useMemo, useState } from 'react';
import type { Chart } from '../../../core/index.ts';

export interface ShelfTune {
  readonly id: string;
  readonly title: string;
  readonly changedAt: number;
  /** Null while its chart cannot be read. */
  readonly facts:
    | (Pick<Chart, 'key' | 'meter' | 'tempo' | 'feel'> & {
        readonly bars: number;
        /** The symbols it begins with. */
        readonly opening: readonly string[];
      })
    | null;
  /** Its document is damaged. */
  readonly unreadable: boolean;
}

/** All tunes of the shelf: those that came with the page, and the rest, which follows once it stands; and those that match words. */
export function useTunes(first: readonly ShelfTune[], count: number, words: string, hidden: ReadonlySet<string>) {
  const [all, setAll] = useState<{ readonly of: readonly ShelfTune[]; readonly tunes: readonly ShelfTune[] } | null>(
    null,
  );
  useEffect(() => {
    if (count <= first.length) return;
    const stop = new AbortController();
    fetch('/shelf-rows', { signal: stop.signal })
      .then(async (reply) => {
        const { tunes } = (await reply.json()) as { tunes: readonly ShelfTune[] };
        setAll({ of: first, tunes });
      })
      // The server is away, or the page is left: the first stay.
      .catch(() => undefined);
    return () => stop.abort();
  }, [first, count]);
  // What came with the page is newest; until the rest has followed it, the rest is as it was.
  const tunes = useMemo(() => {
    if (all === null || all.of === first) return all?.tunes ?? first;
    const newer = new Set(first.map(({ id }) => id));
    return count <= first.length ? first : [...first, ...all.tunes.filter(({ id }) => !newer.has(id))];
  }, [all, first, count]);
  const wanted = words.trim().toLowerCase();
  return useMemo(() => {
    const parts = wanted.split(/\s+/).filter((part) => part !== '');
    return tunes.filter(
      ({ id, title }) => !hidden.has(id) && parts.every((part) => title.toLowerCase().includes(part)),
    );
  }, [tunes, wanted, hidden]);
}
