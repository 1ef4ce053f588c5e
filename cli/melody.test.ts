import { describe, expect, test } from '@jest/globals';
import { XMLValidator } from 'fast-xml-parser';
import { strToU8 } from 'fflate';
import { parseMidi } from 'midi-file';
import { readDecision, writeTuneFile, type TuneFile } from '../core/index.ts';
import { heron } from './heron.ts';
import { libraryOf } from './libraries.oracle.ts';

const TUNE = `title: Two Bars Out
key: C
tempo: 100
| Cmaj7 | G7 |
| Dm7 G7 | C |
melody:
c6 B2 | c4 B4 | A2 c2 d2 B2 | c8 |
`;
const written = new Map<string, Uint8Array>();
const asked = (args: string[], text = TUNE) =>
  heron([args[0]!, '-', ...args.slice(1)], {
    readText: () => text,
    readBytes: () => strToU8(text),
    writeBytes: (file, bytes) => void written.set(file, bytes),
    libraryOf,
  });
const json = <Value>(...args: string[]) => JSON.parse(asked([...args, '--json']).stdout) as Value;

interface Checked {
  notes: {
    bar: number;
    beat: number;
    beats: number;
    pitch: number;
    chord: string;
    degree: string | null;
    verdict: string;
    remedies: { kind: string; symbol?: string; pitch?: number; reason: string }[];
  }[];
  phrases: { fromBar: number; toBar: number; chord: string }[];
  summary: { tone: number; tension: number; clash: number };
}

describe('a file with a melody', () => {
  test('is checked note by note, with what mends a clash', () => {
    const { notes, phrases, summary } = json<Checked>('check');
    expect(notes[0]).toMatchObject({
      bar: 1,
      beat: 1,
      beats: 3,
      pitch: 72,
      chord: 'Cmaj7',
      degree: '1',
      verdict: 'clash',
    });
    expect(notes[0]!.remedies[0]).toEqual({
      kind: 'colour',
      symbol: 'C6',
      reason: 'takes the note into the chord',
      extra: null,
    });
    expect(notes[0]!.remedies.at(-1)).toMatchObject({ kind: 'pitch', pitch: 71 });
    expect(notes.map(({ verdict }) => verdict).filter((one) => one === 'clash')).toHaveLength(summary.clash);
    expect(summary.tone + summary.tension + summary.clash).toBe(notes.length);
    expect(phrases.at(-1)).toMatchObject({ toBar: 4, chord: 'C' });
    const { stdout } = asked(['check']);
    expect(stdout).toMatch(/^\d+ tones, \d+ tensions, 2 clashes; \d+ phrases\n/);
    expect(stdout).toMatch(
      /C5 +Cmaj7 +1 +clash +the root lies a half step above the 7 +C6, C6\/9, Cadd9, Am7, C Caug C6 C7, B4/,
    );
  });

  test('is read, played, simplified and arranged like any other', () => {
    expect(json<Checked>('read').phrases).toEqual(json<Checked>('check').phrases);
    const { parts } = json<{ parts: { melody: { start: number; ticks: number; kind: string; column: number }[] } }>(
      'score',
    );
    expect(parts.melody.slice(0, 2)).toMatchObject([
      { start: 0, ticks: 1440, kind: 'melody', column: 0 },
      { start: 1440, ticks: 480, kind: 'melody', column: 0 },
    ]);
    expect(asked(['simplify']).stdout).toBe(TUNE.replace('Dm7 G7', 'G7'));
    expect(json<{ slots: unknown[] }>('arrange', '--plain').slots).toHaveLength(5);
  });

  test('that has none is told so, and one with wrong notes where', () => {
    expect(asked(['check'], 'key: C\n| C |\n').stderr).toMatch(
      /^- has no melody: write its notes after a line melody:/,
    );
    const { status, stderr } = asked(['check'], TUNE.replace('c6 B2', 'c6 B3'));
    expect([status, stderr]).toEqual([
      2,
      'bar 1: The notes of this bar last 9 eighths, and the chart’s bar 8. Is a bar line missing?\n',
    ]);
  });
});

describe('convert', () => {
  const LOW =
    'title: Low Water\nkey: G\nmeter: 4/4\ntempo: 96\n\n| G | D7 {or Ab7} |\n> low | water\n\nmelody:\nB8 | A8 |\n';
  test.each(['abc', 'musicxml', 'json', 'txt'])('to %s and back, to standard output', (to) => {
    const first = asked(['convert', '--to', to], LOW);
    expect(first.status).toBe(0);
    const again = asked(['convert', '--to', 'txt'], first.stdout);
    expect(again.stdout).toContain('melody:\nB8 | A8 |');
    expect(again.stdout).toContain('key: G');
    expect(first.stderr).toBe(['abc', 'musicxml'].includes(to) ? 'other changes of a bar (1) passed over\n' : '');
    expect(again.stdout).toContain('> low | water');
  });
  test('to ChordPro and back: bars and words, and what has no place in it is said', () => {
    const first = asked(['convert', '--to', 'cho'], LOW);
    expect(first.stdout).toContain('| G . . . | D7 . . . |');
    expect(first.stdout).toContain('[G]low [D7]water');
    expect(first.stderr).toBe('other changes of a bar (1) passed over\nnotes of the melody (2) passed over\n');
    const again = asked(['convert', '--to', 'txt'], first.stdout);
    expect(again.stdout).toContain('> low | water');
    expect(again.stderr).toBe('');
  });
  test('to files: MIDI is read by an independent reader, a packed score by ours', () => {
    expect(asked(['convert', 'out.mid'], LOW).status).toBe(0);
    const { tracks } = parseMidi(written.get('out.mid')!);
    const notes = tracks.flat().flatMap((event) => (event.type === 'noteOn' ? [event.noteNumber] : []));
    expect(notes).toEqual([71, 69]);
    asked(['convert', 'out.mxl'], LOW);
    expect([...written.get('out.mxl')!.subarray(0, 2)]).toEqual([0x50, 0x4b]);
  });
  test('a tab has a grip for each chord; a drawing and a page are whole, and show what the file has', () => {
    expect(asked(['convert', '--to', 'tab.txt'], LOW).stdout).toMatch(/^e\|-.*\nB\|-.*\nG\|-/m);
    for (const to of ['svg', 'html']) {
      const { stdout, stderr } = asked(['convert', '--to', to], LOW.replace('Low Water', 'Low <b>& Water'));
      expect(XMLValidator.validate(stdout.replace(/^<!doctype html>|<style>.*<\/style>/g, ''))).toBe(true);
      expect(stdout).toContain('Low &lt;b&gt;&amp; Water');
      expect(stdout).toContain('>low<');
      expect(stdout).not.toContain('<circle');
      expect(stderr).toBe('notes of the melody (2) passed over\n');
    }
  });
  test('the first take of a file goes along: its grips in all that can have them', () => {
    const cells = {
      'bar-1:all:0': readDecision('b:1:0', {
        layer: 'chord',
        on: 'G',
        colour: '6/9',
        voicing: { grip: 'x-10-9-9-10-x' },
      })!,
    };
    const take = { name: 'High', about: null, cells };
    const file = writeTuneFile({ text: LOW, guitar: null, takes: [take, { ...take, name: 'Low' }], moves: [] });
    const to = (kind: string) => asked(['convert', '--to', kind], file);
    expect(to('musicxml').stdout).toContain('<first-fret>9</first-fret>');
    expect(to('abc').stdout).toMatch(/"G6\/9"B8 \| "D\S+"A8 \|\]\nw: low \| water/);
    expect(to('cho').stdout).toContain('{define: G6/9 base-fret 9 frets x 2 1 1 2 x');
    expect(to('tab.txt').stdout).toMatch(/^A\|-10/m);
    expect(to('svg').stdout).toContain('<circle');
    expect(to('svg').stderr).toContain('2 takes are in it; High was taken\n');
    expect(to('txt').stderr).toContain('takes (2) passed over\n');
    expect(to('json')).toMatchObject({ stdout: file, stderr: '' });
    // What goes out as pins comes back as pins.
    const again = JSON.parse(asked(['convert', '--to', 'json'], to('musicxml').stdout).stdout) as Pick<
      TuneFile,
      'takes'
    >;
    expect(JSON.stringify(again.takes)).toContain('x-10-9-9-10-x');
  });
  test('what cannot be read, or is not written, is said', () => {
    expect(asked(['convert', '--to', 'txt'], '<svg/>')).toMatchObject({ status: 2, stdout: '' });
    expect(asked(['convert', '--to', 'txt'], '<?xml version="1.0"?><svg/>').stderr).toContain('<svg>');
    expect(asked(['convert', 'out.pdf'], LOW).stderr).toContain('convert writes txt, json, abc');
    expect(asked(['convert', '--to', 'mid'], LOW).stderr).toContain('name a file');
  });
});

describe('a chord-melody', () => {
  interface Carried {
    readonly slots: readonly {
      readonly grip: string | null;
      readonly pitches: readonly number[];
      readonly melody?: readonly {
        readonly pitch: number;
        readonly how: string;
        readonly string: number;
        readonly fret: number;
      }[];
    }[];
  }
  const OPEN = [40, 45, 50, 55, 59, 64];
  const arrange = (...more: string[]) =>
    JSON.parse(asked(['arrange', '--json', '--chord-melody', ...more], TUNE).stdout) as Carried;

  test('has each note of the tune, carried on top or played from a grip', () => {
    const { slots } = arrange('--octave', '0');
    const notes = slots.flatMap(({ melody = [] }) => melody);
    expect(notes.length).toBeGreaterThan(4);
    for (const { melody = [], pitches } of slots)
      for (const { pitch, how } of melody) if (how === 'carried') expect(Math.max(...pitches)).toBe(pitch);
    for (const { pitch, string, fret } of notes) expect(OPEN[string]! + fret).toBe(pitch);
  });
  test('more of them by grips of their own, or an octave lower', () => {
    const carried = (more: string[]) =>
      arrange(...more).slots.flatMap(({ melody = [] }) => melody.filter(({ how }) => how === 'carried'));
    const all = carried(['--octave', '0', '--density', '1']);
    expect(all.length).toBeGreaterThan(carried(['--octave', '0', '--density', '0']).length);
    expect(carried(['--octave=-1', '--density', '1']).map(({ pitch }) => pitch + 12)).toEqual(
      all.map(({ pitch }) => pitch),
    );
  });
  test('is what the guitar plays in a score: the melody has nobody else then', () => {
    const { parts } = JSON.parse(asked(['score', '--json', '--chord-melody'], TUNE).stdout) as {
      parts: { guitar: { kind: string }[]; melody: unknown[] };
    };
    expect(parts.melody).toEqual([]);
    expect(parts.guitar.filter(({ kind }) => kind === 'melody').length).toBeGreaterThan(4);
    expect(asked(['arrange', '--chord-melody'], TUNE).stdout).toContain('tune (string.fret, finger)');
  });
  test.each([
    [['--density', '0.5'], /go with --chord-melody/],
    [['--chord-melody', '--density', '2'], /--density takes 0 to 1/],
    [['--chord-melody', '--octave', 'up'], /--octave takes auto/],
  ])('%j is wrong in words', (more, words) => {
    const { status, stdout, stderr } = asked(['arrange', ...more], TUNE);
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr).toMatch(words);
  });
  test('single notes of it are played as they are typed, and the search may choose which get grips', () => {
    const count = (found: Carried) =>
      found.slots.flatMap(({ melody = [] }) => melody.filter(({ how }) => how === 'carried')).length;
    const two = arrange('--octave', '0', '--note', '1:1=two').slots[0]!;
    expect(two.pitches).toHaveLength(2);
    const [none, all] = [count(arrange('--density', '0')), count(arrange('--density', '1'))];
    const chosen = count(arrange('--density', 'auto'));
    expect(chosen).toBeGreaterThanOrEqual(none);
    expect(chosen).toBeLessThanOrEqual(all);
  });
  test('a line of one’s own lies on top, without a melody, too', () => {
    const { slots } = JSON.parse(
      asked(['arrange', '--json', '--line', 'A4 G F E D -'], 'key: C\n| Dm7 | G7 | Cmaj7 |\n').stdout,
    ) as Carried;
    expect(slots.map(({ pitches }) => Math.max(...pitches))).toEqual([69, 67, 65, 64, 62]);
  });
  test.each([
    [['--chord-melody', '--note', '1:1=loud'], /BAR:BEAT=WAY.*carried, bass/],
    [['--chord-melody', '--note', '1:1.2=two'], /no note of the tune begins in bar 1 on beat 1.2/],
    [['--line', 'A4 H'], /“H” is no note of a line/],
    [['--line', 'A4 G F E D'], /5 notes do not share this span evenly: 4 or 6 would/],
  ])('%j is wrong in words', (more, words) => {
    const { status, stderr } = asked(['arrange', ...more], more[0] === '--line' ? '| Dm7 | G7 | C |\n' : TUNE);
    expect([status, stderr]).toEqual([2, expect.stringMatching(words)]);
  });
  test('needs a melody', () => {
    expect(asked(['arrange', '--chord-melody'], '| C | G7 |\n').stderr).toMatch(/needs a melody/);
  });
});
