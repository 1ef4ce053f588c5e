import { row } from '../words/words.ts';
import type { Chart } from '../chart/chart.ts';
import type { Melody } from '../melody/melody.ts';
import type { Score, Scored } from '../score/score.ts';
import type { Lost } from './draft.ts';
import { hasOwnTimes } from './written-out.ts';

/** Files that other programs read, too; a MIDI file has no more than sounds, tempo, meter and key. */
export type OpenFormat = 'abc' | 'musicxml' | 'midi' | 'chordpro';

type OfTune = (bars: Chart['bars'], melody: Melody) => number;
const barsWith =
  (is: (bar: Chart['bars'][number]) => boolean): OfTune =>
  (bars) =>
    bars.filter(is).length;
/** What a tune may have, which files cannot say it, and how often it is there. */
const KINDS: readonly (readonly [what: string, missing: readonly OpenFormat[], count: OfTune])[] = [
  [
    row('other changes of a bar'),
    ['abc', 'musicxml', 'midi', 'chordpro'],
    barsWith(({ alternates }) => alternates.length > 0),
  ],
  [row('words under bars'), ['midi'], barsWith(({ lyrics }) => lyrics.length > 0)],
  [
    row('words under bars where nothing is sung'),
    ['abc'],
    (bars, melody) => bars.filter(({ lyrics }, i) => lyrics.length > 0 && !melody.some(({ bar }) => bar === i)).length,
  ],
  [
    row('phrases that go on where they seem to end'),
    ['abc', 'musicxml'],
    (_, melody) => melody.filter(({ breath }) => breath === false).length,
  ],
  [
    row('signs and jumps'),
    ['abc', 'chordpro'],
    barsWith(({ signs, jump, times }) => jump !== null || times !== null || Object.keys(signs).length > 0),
  ],
  [row('sections'), ['midi'], barsWith(({ section }) => section !== null)],
  [row('notes of the melody'), ['chordpro'], (_, melody) => melody.length],
];

/** What of a tune such a file cannot say. */
export function leftOut({ bars }: Chart, melody: Melody, format: OpenFormat): readonly Lost[] {
  // A sheet folds what it can by itself.
  const isWrittenOut = format === 'abc' && hasOwnTimes(melody);
  return [
    ...(isWrittenOut ? [{ measure: null, code: 'written-out' as const, args: {} }] : []),
    ...KINDS.flatMap(([what, missing, count]) => (missing.includes(format) ? told(what, count(bars, melody)) : [])),
  ];
}

const told = (what: string, count: number): readonly Lost[] =>
  count === 0 ? [] : [{ measure: null, code: 'passed-over', args: { what, count } }];

/** How a take goes out: with its grips and its rhythm. */
export type TakeFormat = 'musicxml' | 'midi' | 'tab' | 'chordpro' | 'abc';

/** What of a take, as it sounds, such a file cannot say, besides what of its tune. */
export function takeLeftOut(score: Score, scored: Scored, melody: Melody, format: TakeFormat): readonly Lost[] {
  const { chart, columns } = scored;
  const { guitar, bass, brushes } = score.parts;
  const strokes = guitar.filter(({ spreadMs, notes }) => spreadMs !== 0 && notes.length > 1).length;
  const fingered = guitar.flatMap(({ notes }) => notes).filter(({ finger }) => finger !== null).length;
  const kinds: Readonly<Record<TakeFormat, readonly (readonly [string, number])[]>> = {
    musicxml: [
      [row('how fast a stroke goes over the strings'), strokes],
      [row('strokes of the brushes'), brushes.length],
    ],
    midi: [
      [row('fingers'), fingered],
      [row('strings and frets'), guitar.flatMap(({ notes }) => notes).length],
    ],
    chordpro: [
      [row('notes of the bass'), bass.length],
      [row('strokes of the brushes'), brushes.length],
      [row('strokes of the guitar, beyond its chords'), guitar.length],
      [row('further grips of a chord'), furtherGrips(scored)],
    ],
    abc: [
      [row('grips'), columns.filter(({ grip }) => grip !== null).length],
      [row('notes of the bass'), bass.length],
      [row('strokes of the brushes'), brushes.length],
      [
        melody.length > 0 ? row('strokes of the guitar') : row('strokes of the guitar, below its top line'),
        guitar.length,
      ],
    ],
    tab: [
      [row('notes of the melody'), melody.length],
      [row('notes of the bass'), bass.length],
      [row('strokes of the brushes'), brushes.length],
      [row('fingers'), fingered],
      [row('how long notes last'), guitar.length],
      [row('words under bars'), chart.bars.filter(({ lyrics }) => lyrics.length > 0).length],
    ],
  };
  const own = kinds[format].flatMap(([what, count]) => told(what, count));
  const ofTune = format === 'tab' ? [] : leftOut(chart, melody, format);
  // A sheet folds by itself; what is written out there is no loss.
  return [...ofTune.filter(({ code }) => code !== 'written-out'), ...own];
}

/** Grips of chords that have another one before. */
function furtherGrips({ columns }: Scored): number {
  const all = new Set(columns.flatMap(({ grip, column: { symbol } }) => (grip ? [`${symbol} ${grip.grip}`] : [])));
  return all.size - new Set([...all].map((name) => name.split(' ')[0])).size;
}
