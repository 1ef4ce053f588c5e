import { writeMidi, writeTab, type Player, type Score } from '../../../core/index.ts';
import { download, fileName } from '../frame/download.ts';

/** Hands what sounds out as files; nothing while there is none. */
export function exportsOf(score: Score | null, player: Player) {
  return {
    midi(): void {
      if (score) download(fileName(score.title, 'mid'), writeMidi(score) as Uint8Array<ArrayBuffer>, 'audio/midi');
    },
    tab(): void {
      if (score) download(fileName(score.title, 'txt'), writeTab(score, player), 'text/plain;charset=utf-8');
    },
  };
}
