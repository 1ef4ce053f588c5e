import { describe, expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { symbolOf, type Chord } from '../../chord/chord.ts';
import { tonesOf } from '../../chord/kind.ts';
import { parseTuneChart } from '../../melody/tune-text.ts';
import { degreePitchClass } from '../../pitch/degree.ts';
import { pitchClass } from '../../pitch/note.ts';
import { prepareTake, sessionOf } from '../../leading/solve.ts';
import { pricingFor } from '../../leading/pricing.ts';
import { buildLibrary } from '../../grip/library.ts';
import { DEFAULT_HAND } from '../../neck/hand.ts';
import { beatsPerBar, isCompound, ticksPerBeat } from '../../time/meter.ts';
import { scoreOf, type Scored } from '../score.ts';
import { bassLayer, BASS_WAYS } from './bass.ts';
import { brushesLayer, DRUMS } from './brushes.ts';
import { CLICK_WAYS, clickLayer, type ClickWay } from './click.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 4 });
const session = sessionOf(library, { pricing: pricingFor({ company: 'alone', area: null, matters: {} }) });
const scoredOf = (text: string): Scored => {
  const chart = parseTuneChart(text);
  if (!chart.ok) throw new Error(text);
  const { columns } = prepareTake(session, { chart: chart.value });
  return { chart: chart.value, open: library.neck.open, columns: columns.map((column) => ({ column, grip: null })) };
};
const demo = join(import.meta.dirname, '..', '..', '..', 'demo', 'tunes');
const TUNES = readdirSync(demo)
  .filter((name) => name.endsWith('.txt'))
  .map((name) => [name, scoredOf(readFileSync(join(demo, name), 'utf8'))] as const);
const OTHERS = ['3/4', '6/8', '12/8', '5/4', '2/4', '7/8', '2/2'].map(
  (meter) => [meter, scoredOf(`key: C\nmeter: ${meter}\n[A]\n| C | Am | Dm G7 | C/E |`)] as const,
);

/* Walking: common practice, as any method for the instrument has it. */
describe.each([...TUNES, ...OTHERS])('a bass under %s', (_, of) => {
  const chordAt = (column: number): Chord => of.columns[column]!.column.chord!;
  const tones = ({ root, bass, kind }: Chord) => [
    ...tonesOf(kind).map((degree) => degreePitchClass(root, degree)),
    ...(bass ? [pitchClass(bass)] : []),
  ];

  test.each(BASS_WAYS)('%s: stays on the instrument, one note at a time, on the root where a chord begins', (way) => {
    const { parts, columns } = scoreOf(of, [bassLayer(way)]);
    expect(parts.bass.length).toBeGreaterThanOrEqual(of.columns.filter(({ column }) => column.chord).length);
    let end = 0;
    for (const { start, ticks, notes, column } of parts.bass) {
      expect(start).toBeGreaterThanOrEqual(end);
      end = start + ticks;
      const [{ pitch }] = notes as [(typeof notes)[0]];
      // E1 to G3.
      expect(pitch).toBeGreaterThanOrEqual(28);
      expect(pitch).toBeLessThanOrEqual(55);
      const chord = chordAt(column!);
      if (start === columns[column!]!.start) expect(pitch % 12).toBe(pitchClass(chord.bass ?? chord.root));
    }
  });

  test('in four has chord tones on the strong beats, and comes into each chord by a step or less', () => {
    const { parts, columns } = scoreOf(of, [bassLayer('four')]);
    parts.bass.forEach(({ start, notes, column }, k) => {
      const { slot } = of.columns[column!]!.column;
      const next = parts.bass[k + 1];
      const beat =
        (start - slot.start) / ticksPerBeat(slot.meter) + Math.round(slot.entry.tick / ticksPerBeat(slot.meter));
      const leads = next !== undefined && next.column !== column && start > columns[column!]!.start;
      if (leads && columns[next.column!]!.start === columns[column!]!.start + columns[column!]!.ticks) {
        const step = Math.abs(next.notes[0]!.pitch - notes[0]!.pitch);
        expect(step).toBeGreaterThan(0);
        expect(step).toBeLessThanOrEqual(2);
      } else if (beat % 2 === 0) expect(tones(chordAt(column!))).toContain(notes[0]!.pitch % 12);
    });
  });
});

test('a bass is the same for the same seed, and another for another', () => {
  const [, of] = TUNES[0]!;
  const line = (seed: number) => scoreOf(of, [bassLayer('four', seed)]).parts.bass.map(({ notes }) => notes[0]!.pitch);
  expect(line(1)).toEqual(line(1));
  expect(line(1)).not.toEqual(line(2));
});

describe.each([...TUNES, ...OTHERS])('brushes under %s', (_, of) => {
  const { parts, bars, end } = scoreOf(of, [brushesLayer()]);

  test('lie in their bars, in order, and keep time in each', () => {
    let before = 0;
    for (const { start, notes, velocity } of parts.brushes) {
      expect(start).toBeGreaterThanOrEqual(before);
      expect(start).toBeLessThan(end);
      before = start;
      expect(Object.values(DRUMS)).toContain(notes[0]!.pitch);
      expect(velocity).toBeGreaterThan(0);
      expect(velocity).toBeLessThanOrEqual(127);
    }
    for (const bar of bars) {
      const here = parts.brushes.filter(({ start }) => start >= bar.start && start < bar.start + bar.ticks);
      const beats = here.filter(({ start }) => (start - bar.start) % ticksPerBeat(bar.meter) === 0);
      if (bar.number > 0) expect(new Set(beats.map(({ start }) => start)).size).toBe(beatsPerBar(bar.meter));
    }
  });

  test('fill where a phrase ends, and only there', () => {
    const taps = (from: number, to: number) =>
      parts.brushes.filter(({ start, notes }) => start >= from && start < to && notes[0]!.pitch === DRUMS.tap).length;
    bars.forEach((bar, i) => {
      if (bar.number === 0) return;
      const ends = bars[i + 1]?.opensPhrase ?? true;
      const beat = ticksPerBeat(bar.meter);
      const filled = taps(bar.start + bar.ticks - beat, bar.start + bar.ticks);
      expect(filled >= (isCompound(bar.meter) ? 3 : 2)).toBe(ends);
    });
  });
});

test('names of chords do not matter to the band, only what they are', () => {
  const notes = (text: string) =>
    scoreOf(scoredOf(text), [bassLayer('four')]).parts.bass.map(({ notes: [note] }) => note!.pitch);
  expect(notes('key: Db\n[A]\n| Db | Gb |')).toEqual(notes('key: C#\n[A]\n| C# | F# |'));
  expect(symbolOf(scoredOf('| Db |').columns[0]!.column.chord!)).toMatch(/^Db/);
});

describe('a metronome', () => {
  const clicks = (text: string, way: ClickWay) =>
    scoreOf(scoredOf(text), [clickLayer(way)])
      .parts.click.map(({ start, kind }) => `${start}${kind === 'downbeat' ? '!' : ''}`)
      .join(' ');

  test.each<[string, ClickWay, string]>([
    ['| C | F |', 'beats', '0! 480 960 1440 1920! 2400 2880 3360'],
    ['| C |', 'parts', '0! 240 480 720 960 1200 1440 1680'],
    ['| C | F |', 'weak', '480 1440 2400 3360'],
    ['| C | F |', 'bars', '0! 1920!'],
    ['meter: 6/8\n| C |', 'parts', '0! 240 480 720 960 1200'],
    ['meter: 3/4\n| C |', 'weak', '480 960'],
  ])('%j, %s', (chart, way, at) => expect(clicks(`key: C\n${chart}`, way)).toEqual(at));

  test('keeps to the beat in every meter, and is never silent for a whole tune', () => {
    for (const [, of] of [...TUNES, ...OTHERS])
      for (const way of CLICK_WAYS) {
        const { parts, bars, end } = scoreOf(of, [clickLayer(way)]);
        expect(parts.click.length).toBeGreaterThanOrEqual(bars.length - 1);
        for (const [i, { start }] of parts.click.entries()) {
          expect(start).toBeLessThan(end);
          expect(start).toBeGreaterThan(parts.click[i - 1]?.start ?? -1);
        }
      }
  });
});
