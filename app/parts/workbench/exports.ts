import { songOf, writeMidi, writeTab, type ArrangedColumn, type Chart, type Player } from '../../../core/index.ts';
import { download, fileName } from '../frame/download.ts';

/** Hands the arrangement out as files; nothing while there is none. */
export function exportsOf(chart: Chart, arranged: readonly ArrangedColumn[] | null, player: Player) {
  return {
    midi(): void {
      if (!arranged) return;
      const bytes = writeMidi(songOf(chart, arranged)) as Uint8Array<ArrayBuffer>;
      download(fileName(chart.title, 'mid'), bytes, 'audio/midi');
    },
    tab(): void {
      if (!arranged) return;
      download(fileName(chart.title, 'txt'), writeTab(chart, arranged, player), 'text/plain;charset=utf-8');
    },
  };
}
