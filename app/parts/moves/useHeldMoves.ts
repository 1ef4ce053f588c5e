import { proxy } from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import { keysOfMode, passageIn, pitchClass, symbolOf, type Chord, type Player } from '../../../core/index.ts';
import type { LibraryMove } from '../../keep/library.ts';
import { solver } from '../../work/solver.ts';

/** The moves of which a hand has a grip for every chord in a key, by id; null while they are looked for, or nobody asks. */
export function useHeldMoves(
  all: readonly LibraryMove[],
  player: Player,
  tonic: string,
  wanted: boolean,
): ReadonlySet<string> | null {
  const chordsOf = useMemo(() => {
    const there = (mode: 'major' | 'minor') =>
      keysOfMode({ mode }).find((key) => pitchClass(key.tonic) === pitchClass(tonic))!;
    return ({ move }: LibraryMove): readonly Chord[] =>
      passageIn(move, there(move.mode)).parts.map(({ chord }) => chord);
  }, [tonic]);
  const [counted, setCounted] = useState<{ readonly of: object; readonly held: ReadonlySet<string> } | null>(null);
  const of = useMemo(() => ({ all, player, chordsOf }), [all, player, chordsOf]);
  useEffect(() => {
    if (!wanted) return;
    let current = true;
    const chords = new Map(all.flatMap((one) => chordsOf(one).map((chord) => [symbolOf(chord), chord])));
    void solver()
      .survey(
        player,
        [...chords.values()],
        proxy(() => undefined),
      )
      .then((survey) => {
        if (!current || survey === null) return;
        const grips = new Map([...chords.keys()].map((symbol, i) => [symbol, survey.grips[i]!]));
        const isHeld = (one: LibraryMove) => chordsOf(one).every((chord) => grips.get(symbolOf(chord))! > 0);
        setCounted({ of, held: new Set(all.filter(isHeld).map(({ id }) => id)) });
      });
    return () => {
      current = false;
    };
  }, [all, player, chordsOf, of, wanted]);
  return wanted && counted?.of === of ? counted.held : null;
}
