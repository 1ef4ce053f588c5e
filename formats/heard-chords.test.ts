import { expect, test } from '@jest/globals';
import { Chord, Note } from 'tonal';
import fc from 'fast-check';
import { parseChord, symbolOf, type Meter } from '../core/index.ts';
import { chordsHeard } from './heard-chords.ts';

const C = { tonic: 'C', mode: 'major' } as const;
const FOUR: Meter = { count: 4, unit: 4 };
const BEAT = 480;
const barsOf = (count: number, meter = FOUR) =>
  Array.from({ length: count }, (_, i) => ({ start: i * meter.count * BEAT, ticks: meter.count * BEAT, meter }));

/** A chord's notes by tonal (an independent reader of symbols), from its root up. */
const notesOf = (symbol: string) =>
  Chord.get(symbol).intervals.map((up) => 48 + Note.chroma(Chord.get(symbol).tonic!)! + semitones(up));
const semitones = (interval: string) => Note.midi(Note.transpose('C4', interval))! - 60;

/** However its root is spelled: `3 m7b5`. */
function sound(symbol: string): string {
  const parsed = parseChord(symbol);
  if (!parsed.ok) throw new Error(symbol);
  const { root } = parsed.value;
  return `${Note.chroma(root)} ${symbolOf(parsed.value).slice(root.length)}`;
}

/** Ways to play a chord for some beats. */
const WAYS: Readonly<
  Record<
    string,
    (pitches: readonly number[], from: number, beats: number) => { from: number; to: number; pitch: number }[]
  >
> = {
  'struck once and held': (pitches, from, beats) =>
    pitches.map((pitch, i) => ({ from: from + i * 12, to: from + beats * BEAT + 20, pitch })),
  'struck on every beat': (pitches, from, beats) =>
    Array.from({ length: beats }, (_, beat) =>
      pitches.map((pitch) => ({ from: from + beat * BEAT, to: from + beat * BEAT + 200, pitch })),
    ).flat(),
  'broken in eighths': (pitches, from, beats) =>
    Array.from({ length: beats * 2 }, (_, i) => ({
      from: from + (i * BEAT) / 2,
      to: from + ((i + 1) * BEAT) / 2 - 5,
      pitch: pitches[i % pitches.length]!,
    })),
  'bass, then the rest': (pitches, from, beats) => [
    { from, to: from + BEAT, pitch: pitches[0]! - 12 },
    ...pitches.slice(1).map((pitch) => ({ from: from + BEAT, to: from + beats * BEAT, pitch })),
  ],
};

test.each(Object.keys(WAYS))('any chords, %s, are named as they are', (way) => {
  const chord = fc
    .tuple(
      fc.constantFrom('C', 'Db', 'D', 'Eb', 'E', 'F', 'G', 'Ab', 'A', 'Bb', 'B'),
      fc.constantFrom('', 'm', '7', 'm7', 'maj7', 'm7b5'),
    )
    .map(([root, kind]) => root + kind);
  fc.assert(
    fc.property(fc.array(chord, { minLength: 1, maxLength: 8 }), (symbols) => {
      const notes = symbols.flatMap((symbol, i) => WAYS[way]!(notesOf(symbol), i * 4 * BEAT, 4));
      const read = chordsHeard(notes, barsOf(symbols.length), C).map((bar) => bar.map(({ text }) => sound(text)));
      const told = symbols.map((symbol) => [sound(symbol)]);
      expect(read).toEqual(told);
    }),
    { numRuns: 100 },
  );
});

test('two chords in a bar are two, where they change', () => {
  const struck = WAYS['struck on every beat']!;
  const notes = [
    ...struck(notesOf('C'), 0, 2),
    ...struck(notesOf('Am'), 2 * BEAT, 2),
    ...struck(notesOf('Dm7'), 4 * BEAT, 3),
    ...struck(notesOf('G7'), 7 * BEAT, 1),
  ];
  const read = chordsHeard(notes, barsOf(2), C);
  expect(read[0]).toEqual([
    { tick: 0, text: 'C' },
    { tick: 2 * BEAT, text: 'Am' },
  ]);
  expect(read[1]).toEqual([
    { tick: 0, text: 'Dm7' },
    { tick: 3 * BEAT, text: 'G7' },
  ]);
});

test('a waltz by bass and chord, an inversion, and what is no chord', () => {
  const three: Meter = { count: 3, unit: 4 };
  const waltz = (bass: number, upper: readonly number[], bar: number) => [
    { from: bar * 3 * BEAT, to: bar * 3 * BEAT + 400, pitch: bass },
    ...[1, 2].flatMap((beat) =>
      upper.map((pitch) => ({ from: (bar * 3 + beat) * BEAT, to: (bar * 3 + beat) * BEAT + 300, pitch })),
    ),
  ];
  const notes = [
    ...waltz(43, [59, 62, 67], 0),
    ...waltz(40, [60, 64, 67], 1),
    { from: 6 * BEAT, to: 9 * BEAT, pitch: 60 },
  ];
  const read = chordsHeard(notes, barsOf(3, three), C);
  expect(read.map((bar) => bar.map(({ text }) => text))).toEqual([['G'], ['C/E'], []]);
});
