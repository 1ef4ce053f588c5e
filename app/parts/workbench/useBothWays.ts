import { useState } from 'react';
import type { Score } from '../../../core/index.ts';
import type { hearings } from './hearings.ts';
import type { usePlayback } from './usePlayback.ts';

/** What is added between chords, heard again and again, and in the same bar without it. */
export function useBothWays(
  playback: ReturnType<typeof usePlayback>,
  hearing: ReturnType<typeof hearings>,
  bare: Score | null,
) {
  const [begun, setBegun] = useState(false);
  const [without, setWithout] = useState(false);
  return {
    on: begun && playback.active,
    without,
    start(): void {
      if (!bare) return;
      setBegun(true);
      setWithout(false);
      hearing.bothWays(bare);
    },
    /** From the one to the other. */
    turn(): void {
      playback.hearSide(without ? 0 : 1);
      setWithout(!without);
    },
  };
}
