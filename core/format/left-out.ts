import type { Chart } from '../chart/chart.ts';
import type { Melody } from '../melody/melody.ts';
import type { Lost } from './draft.ts';

/** Files that other programs read, too; a MIDI file has no more than sounds, tempo, meter and key. */
export type OpenFormat = 'abc' | 'musicxml' | 'midi';

/** What of a tune such a file cannot say. */
export function leftOut({ bars }: Chart, melody: Melody, format: OpenFormat): readonly Lost[] {
  const count = (is: (bar: Chart['bars'][number]) => boolean) => bars.filter(is).length;
  const kinds: readonly (readonly [string, number])[] = [
    ['other changes of a bar', count(({ alternates }) => alternates.length > 0)],
    ['words under bars', count(({ lyrics }) => lyrics.length > 0)],
    ['notes of single times through', new Set(melody.flatMap(({ bar, pass }) => ((pass ?? 1) > 1 ? [bar] : []))).size],
    ...(format === 'midi'
      ? []
      : ([
          ['phrases that go on where they seem to end', melody.filter(({ breath }) => breath === false).length],
        ] as const)),
    ...(format === 'abc'
      ? ([
          [
            'signs and jumps',
            count(({ signs, jump, times }) => jump !== null || times !== null || Object.keys(signs).length > 0),
          ],
        ] as const)
      : []),
    ...(format === 'midi' ? ([['sections', count(({ section }) => section !== null)]] as const) : []),
  ];
  return kinds.flatMap(([what, times]): Lost[] =>
    // A MIDI file is written out: each time through has its own notes.
    times === 0 || (format === 'midi' && what.startsWith('notes'))
      ? []
      : [{ measure: null, code: 'passed-over', args: { what, count: times } }],
  );
}
