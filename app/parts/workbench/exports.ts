import type { Player, Score } from '../../../core/index.ts';
import { download, fileName } from '../frame/download.ts';

/** Hands what sounds out as files; nothing while there is none. */
export function exportsOf(score: Score | null, player: Player) {
  return {
    async midi(): Promise<void> {
      if (!score) return;
      const { writeMidi } = await import('./writers.ts');
      download(fileName(score.title, 'mid'), writeMidi(score) as Uint8Array<ArrayBuffer>, 'audio/midi');
    },
    async tab(): Promise<void> {
      if (!score) return;
      const { writeTab } = await import('./writers.ts');
      download(fileName(score.title, 'txt'), writeTab(score, player), 'text/plain;charset=utf-8');
    },
  };
}
