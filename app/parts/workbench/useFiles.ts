import { t, type Player, type Score } from '../../../core/index.ts';
import { useState } from 'react';
import { performanceFrom, type Played } from '../../sound/perform.ts';
import type { Volumes } from '../../sound/performance.ts';
import { download, fileName } from '../frame/download.ts';

interface Filed {
  /** Nothing is handed out while there is none. */
  readonly scoreNow: () => Score | null;
  readonly player: Player;
  readonly volumes: Volumes;
  /** The first and last selected column, and how it is played. */
  readonly from: number;
  readonly to: number;
  readonly played: Played;
}

/** Hands what sounds out as files; `sounding` is the share of a sound file that is done, null while none is made. */
export function useFiles({ scoreNow, player, volumes, from, to, played }: Filed) {
  const [sounding, setSounding] = useState<number | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  return {
    sounding,
    failed,
    forget: () => setFailed(null),
    async midi(): Promise<void> {
      const score = scoreNow();
      if (!score) return;
      const { writeMidi } = await import('./writers.ts');
      download(fileName(score.title, 'mid'), writeMidi(score) as Uint8Array<ArrayBuffer>, 'audio/midi');
    },
    async tab(): Promise<void> {
      const score = scoreNow();
      if (!score) return;
      const { writeTab } = await import('./writers.ts');
      download(fileName(score.title, 'txt'), writeTab(score, player), 'text/plain;charset=utf-8');
    },
    /** What is selected, or the whole tune where it is one chord, as it is heard. */
    async wav(): Promise<void> {
      const score = scoreNow();
      if (!score || sounding !== null) return;
      const last = from === to ? undefined : score.columns[to];
      const until = last ? last.start + last.ticks : null;
      const performance = performanceFrom(score, last ? from : 0, { ...played, loop: false, until });
      setSounding(0);
      try {
        const { soundFile } = await import('../../sound/file.ts');
        download(fileName(score.title, 'wav'), await soundFile(performance, volumes, setSounding), 'audio/wav');
      } catch (error) {
        setFailed(t('No sound file: {error}', { error: error instanceof Error ? error.message : String(error) }));
      }
      setSounding(null);
    },
  };
}
