import { proxy } from 'comlink';
import { useEffect, useState } from 'react';
import type { Lies, Player, SungOver } from '../../../core/index.ts';
import { solver } from '../../work/solver.ts';

/** How a melody lies on the neck in each key, by the semitones that the tune is moved, as it comes to be known. */
export function useLiesInKeys(
  player: Player,
  sung: readonly SungOver[],
  ups: readonly number[],
): ReadonlyMap<number, readonly Lies[]> {
  const [lies, setLies] = useState<ReadonlyMap<number, readonly Lies[]>>(new Map());
  useEffect(() => {
    if (sung.length === 0) return;
    let wanted = true;
    const one = proxy((up: number, found: readonly Lies[]) => {
      if (wanted) setLies((before) => new Map([...before, [up, found]]));
    });
    void solver().liesInKeys(player, sung, ups, one);
    return () => {
      wanted = false;
    };
  }, [player, sung, ups]);
  return lies;
}
