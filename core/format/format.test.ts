import { describe, expect, test } from '@jest/globals';
import { parseMidi, type MidiEvent } from 'midi-file';
import { parseChart } from '../chart/parse.ts';
import { arrangedTake, sessionOf, solveTake } from '../leading/solve.ts';
import { DEFAULT_WEIGHTS, pricedBy, type Pricing } from '../leading/pricing.ts';
import { run } from '../steps.ts';
import { buildLibrary } from '../grip/library.ts';
import { DEFAULT_HAND, type Hand } from '../neck/hand.ts';
import { TUNINGS } from '../neck/tuning.ts';
import { scoreOf } from '../score/score.ts';
import { writeMidi } from './midi.ts';
import { TAB_WIDTH, writeTab } from './tab.ts';

const PRICING: Pricing = pricedBy(DEFAULT_WEIGHTS);

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 7 });
function arranged(text: string, hand?: Hand) {
  const shapes = hand ? buildLibrary(hand) : library;
  const parsed = parseChart(text);
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  const take = run(solveTake(sessionOf(shapes, { pricing: PRICING }), { chart: parsed.value }));
  const voiced = arrangedTake(take).columns;
  return {
    chart: parsed.value,
    columns: voiced,
    score: scoreOf({ chart: parsed.value, open: shapes.neck.open, columns: voiced }),
  };
}

/** Events with their absolute ticks, as midi-file (an independent reader) sees them. */
function timed(track: MidiEvent[]) {
  let tick = 0;
  return track.map((event) => ({ ...event, tick: (tick += event.deltaTime) }));
}

describe('a MIDI file, read back by an independent reader', () => {
  const text = 'title: Fähre 「渡し」\nkey: Eb\nmeter: 4/4\ntempo: 90\n| Eb | Cm7 F7 |\n| N.C. | {3/4} Bb7 |\n';
  const { columns, score } = arranged(text);
  const midi = parseMidi(writeMidi(score));
  const [conductor, guitar] = midi.tracks.map(timed);

  test('is format 1 with 480 ticks a quarter', () => {
    expect(midi.header).toMatchObject({ format: 1, numTracks: 2, ticksPerBeat: 480 });
  });

  test('carries tempo, meters, key and chord names', () => {
    const of = (type: string) => conductor!.filter((event) => event.type === type);
    expect(of('setTempo')).toMatchObject([{ microsecondsPerBeat: 666667 }]);
    expect(of('timeSignature')).toMatchObject([
      { tick: 0, numerator: 4, denominator: 4 },
      { tick: 3 * 1920, numerator: 3, denominator: 4 },
    ]);
    expect(of('keySignature')).toMatchObject([{ key: -3, scale: 0 }]);
    expect(of('marker').map((event) => [event.tick, (event as unknown as { text: string }).text])).toEqual(
      columns.map(({ column }) => [column.slot.start, column.symbol]),
    );
    const name = (of('trackName')[0] as unknown as { text: string }).text;
    expect(Buffer.from(name, 'latin1').toString('utf8')).toBe('Fähre 「渡し」');
  });

  test('sounds each grip, at sounding pitch, in one stroke, for its own length', () => {
    // 18 ms at 90 quarters a minute.
    const stroke = 13;
    const on = guitar!.filter((event) => event.type === 'noteOn') as unknown as { tick: number; noteNumber: number }[];
    for (const { column, grip } of columns) {
      const here = on
        .filter(({ tick }) => tick >= column.slot.start && tick <= column.slot.start + stroke)
        .map(({ noteNumber }) => noteNumber);
      expect(here.sort((a, b) => a - b)).toEqual([...new Set(grip?.pitches ?? [])]);
    }
    const off = guitar!.filter((event) => event.type === 'noteOff');
    expect(off).toHaveLength(on.length);
    expect(Math.max(...off.map(({ tick }) => tick))).toBeLessThanOrEqual(3 * 1920 + 1440);
    expect(guitar!.at(-1)).toMatchObject({ type: 'endOfTrack', tick: 3 * 1920 + 1440 });
  });
});

test('in 6/8 the tempo counts dotted quarters', () => {
  const { score } = arranged('meter: 6/8\ntempo: 60\n| Am | E7 |');
  const [conductor] = parseMidi(writeMidi(score)).tracks;
  // A dotted quarter lasts a second, so a quarter two thirds of one.
  expect(conductor!.find(({ type }) => type === 'setTempo')).toMatchObject({ microsecondsPerBeat: 666667 });
  expect(conductor!.find(({ type }) => type === 'timeSignature')).toMatchObject({
    numerator: 6,
    denominator: 8,
    metronome: 36,
  });
});

test('minor keys and pickups are written right', () => {
  const { columns, score } = arranged('key: F#m\n[pickup 1/4] | C#7 | F#m | D E |');
  const midi = parseMidi(writeMidi(score));
  expect(midi.tracks[0]!.find(({ type }) => type === 'keySignature')).toMatchObject({ key: 3, scale: 1 });
  expect(columns.map(({ column }) => column.slot.start)).toEqual([0, 480, 2400, 3360]);
});

describe('a text tab', () => {
  const long = `title: Long\nkey: Db\n${'| Db Bbm7 Ebm7 Ab7 | Gb Gbm Db/F Edim7 |\n'.repeat(6)}`;
  const { columns, score } = arranged(long);
  const tab = writeTab(score, DEFAULT_HAND);
  const lines = tab.split('\n');

  test('never runs over its width', () => {
    for (const line of lines) expect(line.length).toBeLessThanOrEqual(TAB_WIDTH);
  });

  test('has the chord names over six lines of one length, highest string first', () => {
    const systems = lines.map((line, i) => (line.startsWith('e|') ? i : -1)).filter((i) => i >= 0);
    expect(systems.length).toBeGreaterThan(2);
    const names = systems.flatMap((i) => lines[i - 1]!.trim().split(/\s+/));
    expect(names).toEqual(columns.map(({ column }) => column.symbol));
    for (const i of systems) {
      const strings = lines.slice(i, i + 6);
      expect(strings.map((line) => line[0]).join('')).toBe('eBGDAE');
      expect(new Set(strings.map((line) => line.length)).size).toBe(1);
    }
  });

  test('shows every fret under its chord', () => {
    const systems = lines.map((line, i) => (line.startsWith('e|') ? i : -1)).filter((i) => i >= 0);
    const read: string[] = [];
    for (const i of systems) {
      const starts = [...lines[i - 1]!.matchAll(/\S+/g)].map((match) => match.index);
      for (const start of starts) {
        read.push([5, 4, 3, 2, 1, 0].map((row) => /^-(\d+)/.exec(lines[i + row]!.slice(start))?.[1] ?? 'x').join('-'));
      }
    }
    expect(read).toEqual(columns.map(({ grip }) => grip!.grip));
  });
});

test('a muted string is an x in a tab, and in MIDI a note that is over at once', () => {
  const { score } = arranged('| C | F |');
  const muted = { ...score.parts.guitar[0]!, start: 480, ticks: 240, kind: 'muted' as const };
  const with_ = {
    ...score,
    parts: { ...score.parts, guitar: [score.parts.guitar[0]!, muted, score.parts.guitar[1]!] },
  };
  const lines = writeTab(with_, DEFAULT_HAND)
    .split('\n')
    .filter((line) => line.includes('|'));
  const strings = muted.notes.map(({ string }) => lines[5 - string!]!);
  for (const line of strings) expect(line).toMatch(/-\d+-+x/);
  const [, guitar] = parseMidi(writeMidi(with_)).tracks.map(timed);
  const ends = guitar!
    .filter(({ type, tick }) => type === 'noteOff' && tick > 480 && tick < 1440)
    .map(({ tick }) => tick);
  expect(ends.length).toBe(new Set(muted.notes.map(({ pitch }) => pitch)).size);
  expect(Math.max(...ends)).toBeLessThan(480 + 60);
});

test('a tab names the strings of the guitar it is for, and its capo', () => {
  const hand: Hand = {
    ...DEFAULT_HAND,
    tuning: TUNINGS.find(({ id }) => id === 'seven')!.strings,
    capo: 2,
    highestFret: 7,
  };
  const { columns, score } = arranged('title: Low\nkey: D\n| D | Em7 | A7 | D |\n', hand);
  const lines = writeTab(score, hand).split('\n');
  expect(lines[1]).toMatch(/ · capo 2$/);
  const first = lines.findIndex((line) => line.startsWith('e|'));
  expect(
    lines
      .slice(first, first + 7)
      .map((line) => line[0])
      .join(''),
  ).toBe('eBGDAEB');
  const top = columns[0]!.grip!.frets.at(-1)!;
  expect(lines[first]).toMatch(top < 0 ? /^e\|--/ : new RegExp(`^e\\|-${top}`));
});
