import { useState } from 'react';
import type { Grip } from '../../../core/index.ts';
import { useOtherWays } from '../../work/answers.ts';
import type { OtherWay, Solved } from '../../work/questions.ts';

/** Other ways through the tune as it stands, once they are asked for, and the one that is seen behind it. */
export function useWays(solved: Solved, shown: boolean) {
  const [askedOf, setAskedOf] = useState<Solved | null>(null);
  const [ghosts, setGhosts] = useState<readonly (Grip | null)[] | null>(null);
  const asked = askedOf === solved;
  return {
    asked,
    ask: () => setAskedOf(solved),
    /** Null while they are looked for. */
    ways: useOtherWays(solved, asked && shown),
    /** Its grips, column by column. */
    ghosts,
    peek: (way: OtherWay | null) => setGhosts(way?.grips ?? null),
  };
}
