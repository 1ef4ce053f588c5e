import type { Chart } from '../chart/chart.ts';
import type { Melody } from '../melody/melody.ts';
import type { Lost } from './draft.ts';
import { hasOwnTimes } from './written-out.ts';

/** Files that other programs read, too; a MIDI file has no more than sounds, tempo, meter and key. */
export type OpenFormat = 'abc' | 'musicxml' | 'midi';

/** What of a tune such a file cannot say. */
export function leftOut({ bars }: Chart, melody: Melody, format: OpenFormat): readonly Lost[] {
  const count = (is: (bar: Chart['bars'][number]) => boolean) => bars.filter(is).length;
  const kinds: readonly (readonly [string, number])[] = [
    ['other changes of a bar', count(({ alternates }) => alternates.length > 0)],
    ...(format === 'musicxml' ? [] : ([['words under bars', count(({ lyrics }) => lyrics.length > 0)]] as const)),
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
  const out: readonly Lost[] =
    format !== 'midi' && hasOwnTimes(melody) ? [{ measure: null, code: 'written-out', args: {} }] : [];
  return [
    ...out,
    ...kinds.flatMap(([what, times]): Lost[] =>
      times === 0 ? [] : [{ measure: null, code: 'passed-over', args: { what, count: times } }],
    ),
  ];
}
