import { useCallback, useEffect, useMemo, useState } from 'react';
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

/** What was asked of a tune here: whether it stands on the shelf or lies in the bin. */
interface Asked {
  readonly tune: ShelfTune;
  readonly stands: boolean;
  /** The server has done it. */
  readonly done: boolean;
  /** The shelf's own list says so, too: from now on it decides. */
  readonly seen: boolean;
}

/**
 * All tunes of the shelf: those that came with the page, and the rest, which follows once it stands; of them those that
 * match words. A tune deleted or brought back here goes and comes at once, and stays so while lists from before arrive.
 */
export function useTunes(first: readonly ShelfTune[], count: number, words: string) {
  const [asked, setAsked] = useState<ReadonlyMap<string, Asked>>(new Map());
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
  const listed = useMemo(() => new Set(tunes.map(({ id }) => id)), [tunes]);
  const agrees = ({ tune, stands, done, seen }: Asked) => !seen && done && stands === listed.has(tune.id);
  if ([...asked.values()].some(agrees))
    setAsked(new Map([...asked].map(([id, one]) => [id, agrees(one) ? { ...one, seen: true } : one])));
  const ask = useCallback(async (tune: ShelfTune, stands: boolean, deed: () => Promise<void>) => {
    const one = { tune, stands, done: false, seen: false };
    setAsked((all) => new Map(all).set(tune.id, one));
    await deed();
    // What was asked of it since then is not done yet.
    setAsked((all) => (all.get(tune.id) === one ? new Map(all).set(tune.id, { ...one, done: true }) : all));
  }, []);
  const wanted = words.trim().toLowerCase();
  const shown = useMemo(() => {
    const parts = wanted.split(/\s+/).filter((part) => part !== '');
    const open = [...asked.values()].filter(({ seen }) => !seen);
    const gone = new Set(open.filter(({ stands }) => !stands).map(({ tune }) => tune.id));
    const back = open.filter(({ tune, stands }) => stands && !listed.has(tune.id)).map(({ tune }) => tune);
    const all = back.length > 0 ? [...tunes, ...back].sort((a, b) => b.changedAt - a.changedAt) : tunes;
    return all.filter(({ id, title }) => !gone.has(id) && parts.every((part) => title.toLowerCase().includes(part)));
  }, [tunes, listed, wanted, asked]);
  return { tunes: shown, asked, ask };
}
