import type { Chart } from '../chart/chart.ts';
import type { Melody } from '../melody/melody.ts';
import type { Score } from '../score/score.ts';
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

/** How a take goes out: with its grips and its rhythm. */
export type TakeFormat = 'musicxml' | 'midi' | 'tab';

/** What of a take, as it sounds, such a file cannot say, besides what of its tune. */
export function takeLeftOut(score: Score, chart: Chart, melody: Melody, format: TakeFormat): readonly Lost[] {
  const { guitar, bass, brushes } = score.parts;
  const strokes = guitar.filter(({ spreadMs, notes }) => spreadMs !== 0 && notes.length > 1).length;
  const fingered = guitar.flatMap(({ notes }) => notes).filter(({ finger }) => finger !== null).length;
  const kinds: Readonly<Record<TakeFormat, readonly (readonly [string, number])[]>> = {
    musicxml: [
      ['how fast a stroke goes over the strings', strokes],
      ['strokes of the brushes', brushes.length],
    ],
    midi: [
      ['fingers', fingered],
      ['strings and frets', guitar.flatMap(({ notes }) => notes).length],
    ],
    tab: [
      ['notes of the melody', melody.length],
      ['notes of the bass', bass.length],
      ['strokes of the brushes', brushes.length],
      ['fingers', fingered],
      ['how long notes last', guitar.length],
      ['words under bars', chart.bars.filter(({ lyrics }) => lyrics.length > 0).length],
    ],
  };
  const own = kinds[format].flatMap(([what, count]): Lost[] =>
    count === 0 ? [] : [{ measure: null, code: 'passed-over', args: { what, count } }],
  );
  const ofTune = format === 'tab' ? [] : leftOut(chart, melody, format);
  // A sheet folds by itself; what is written out there is no loss.
  return [...ofTune.filter(({ code }) => code !== 'written-out'), ...own];
}
