import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseChart } from '../chart/parse.ts';
import { pitchName } from '../pitch/note.ts';
import { parseTune } from './tune-text.ts';
import { sungNotes, type Melody, type MelodyNote } from './melody.ts';
import { writeMelody } from './write.ts';

const read = (text: string) => {
  const tune = parseTune(text);
  if (!tune.ok) throw new Error(JSON.stringify(tune.problems));
  return tune.value;
};
const sung = (text: string) => {
  const { chart, melody } = read(text);
  return sungNotes(chart, melody!);
};
/** `C5 0+240`: a note, from where, how long. */
const told = (text: string) => sung(text).map(({ pitch, start, ticks }) => `${pitchName(pitch)} ${start}+${ticks}`);
const problems = (text: string) => {
  const tune = parseTune(text);
  return tune.ok ? [] : tune.problems.map(({ code, at, bar }) => [code, at?.line, at?.column, bar]);
};
const DEMO = '8-lamplighters-landing.txt';
const LAMPLIGHTER = `melody:
K:Bm
L:1/8
|:F|B2c d2B|d2c B2G|F2A A2B|A2F E2F|B2c d2B|d2e d2B|e2B c2A|B3 B2:|
|:c|d2e f2d|e2c A2c|d2c B2F|A3 F2F|G2B d2B|A2d f2d|e2B c2A|B3 B2:|
`;
const FOUR = 'key: C\n| C | F | G | C |\nmelody:\n';

describe('notes as ABC writes them (The abc music standard 2.1, section 4)', () => {
  test.each([
    ['pitches and octaves', "C, C c c' |", ['C3 0+240', 'C4 240+240', 'C5 480+240', 'C6 720+240']],
    [
      'lengths',
      'C2 D/ E/2 F3/2 G// A |',
      ['C4 0+480', 'D4 480+120', 'E4 600+120', 'F4 720+360', 'G4 1080+60', 'A4 1140+240'],
    ],
    ['rests', 'C z2 D x E |', ['C4 0+240', 'D4 720+240', 'E4 1200+240']],
    [
      'a broken rhythm',
      'C>D E<F G>>A |',
      ['C4 0+360', 'D4 360+120', 'E4 480+120', 'F4 600+360', 'G4 960+420', 'A4 1380+60'],
    ],
    [
      'a triplet',
      '(3CDE (3F2G2A2 |',
      ['C4 0+160', 'D4 160+160', 'E4 320+160', 'F4 480+320', 'G4 800+320', 'A4 1120+320'],
    ],
    [
      'a tuplet with all it can say',
      '(5:4:5CDEFG A4 |',
      ['C4 0+192', 'D4 192+192', 'E4 384+192', 'F4 576+192', 'G4 768+192', 'A4 960+960'],
    ],
    ['ties, over the bar line too', 'C4- C4- | C2 D6 |', ['C4 0+2400', 'D4 2400+1440']],
    ['a slur is no tie', '(C4 C4) |', ['C4 0+960', 'C4 960+960']],
    [
      'accidentals to the bar line, in every octave',
      '^F f =F F z4 | F4 |',
      ['F#4 0+240', 'F#5 240+240', 'F4 480+240', 'F4 720+240', 'F4 1920+960'],
    ],
    ['a tied accidental over the bar line', '^F8- | F4 F4 |', ['F#4 0+2880', 'F4 2880+960']],
    ['the highest of notes at once', '[CEG]4 [c2A2]4 |', ['G4 0+960', 'C5 960+960']],
    ['another key and unit in the line', '[K:D] F2 [L:1/4] F |', ['F#4 0+480', 'F#4 480+480']],
    ['bars of rest', 'Z2 | C8 |', ['C4 3840+1920']],
    ['lines without a bar line at their end', 'C8 |\nD8', ['C4 0+1920', 'D4 1920+1920']],
  ])('%s', (_, notes, heard) => expect(told(`${FOUR}${notes}`)).toEqual(heard));

  test('what has no place here is passed over, and said', () => {
    const { melody, passedOver } = read(`${FOUR}"Am" !trill! {cd} .C4 ~D4 |\nw: la la`);
    expect(melody).toHaveLength(2);
    expect(passedOver.map(({ text }) => text)).toEqual(['"Am"', '!trill!', '{cd}', '.', '~', 'w:']);
  });

  test('the key is the chart’s, or that of K:', () => {
    expect(told('key: Eb\n| Eb |\nmelody:\nE A B =B |')).toEqual(
      ['Eb4 0+240', 'G#4 240+240', 'Bb4 480+240', 'B4 720+240'].map((t) => t.replace('G#', 'Ab')),
    );
    expect(told('key: Eb\n| Eb |\nmelody:\nK:Ador\nF C |')).toEqual(['F#4 0+240', 'C4 240+240']);
  });
});

describe('a melody over the bars of its chart', () => {
  const REPEATED = 'key: D\nmeter: 6/8\n[pickup 1/8] | N.C. |\n|: D | A :|\n|: G | D :|\nmelody:\n';

  test('is sung each time through a repeat, with the pickup of a strain before each time, and the next one’s before that', () => {
    expect(told(`${REPEATED}|: A | d3 d3 | e3 e2 :|\n|: B | g3 g3 | f3 f2 :|`)).toEqual([
      'A4 0+240',
      ...['D5 240+720', 'D5 960+720', 'E5 1680+720', 'E5 2400+480', 'A4 2880+240'],
      ...['D5 3120+720', 'D5 3840+720', 'E5 4560+720', 'E5 5280+480', 'B4 5760+240'],
      ...['G5 6000+720', 'G5 6720+720', 'F#5 7440+720', 'F#5 8160+480', 'B4 8640+240'],
      ...['G5 8880+720', 'G5 9600+720', 'F#5 10320+720', 'F#5 11040+480'],
    ]);
  });

  test('of the demo is sung with its pickups, each strain twice', () => {
    const chart = readFileSync(join(import.meta.dirname, '..', '..', 'demo', 'tunes', DEMO), 'utf8');
    const notes = sung(chart);
    expect(notes).toHaveLength(2 * (1 + 30) + 2 * (1 + 29));
    expect(notes.every(({ start }, i) => i === 0 || start >= notes[i - 1]!.start + notes[i - 1]!.ticks)).toBe(true);
    const pickups = notes
      .filter((_, i) => [0, 31, 62, 92].includes(i))
      .map(({ pitch, start }) => [pitchName(pitch), start]);
    expect(pickups).toEqual([
      ['F#4', 0],
      ['F#4', 8 * 1440],
      ['C#5', 16 * 1440],
      ['C#5', 24 * 1440],
    ]);
    expect(Math.max(...notes.map(({ pitch }) => pitch))).toBe(78);
  });

  test('has endings as the chart has', () => {
    const text = 'key: C\n|: C |1 G :|2 C |\nmelody:\n|: C8 |1 D8 :|2 E8 |';
    expect(told(text)).toEqual(['C4 0+1920', 'D4 1920+1920', 'C4 3840+1920', 'E4 5760+1920']);
  });

  test('may end before the chart does, begin after its pickup, and say nothing of repeats', () => {
    expect(told(`${REPEATED}d6 | e6`)).toEqual(['D5 240+1440', 'E5 1680+1440', 'D5 3120+1440', 'E5 4560+1440']);
  });

  test('one time through a bar may have notes of its own', () => {
    const text = 'key: C\n|: C | G :|\nmelody:\nC8 | D8 [r:pass 2] E4 F4 |';
    expect(told(text).slice(-3)).toEqual(['C4 3840+1920', 'E4 5760+960', 'F4 6720+960']);
  });

  test.each([
    ['C8 | D9 |', [['melody-bar-long', 4, 6, 2]]],
    ['C8 | D6 | E8 |', [['melody-bar-short', 4, 6, 2]]],
    ['C8 | D8 | E8 | F8 | G8 |', [['melody-long', 4, 21, null]]],
    ['C2 | D8 | E8 |', [['melody-bar-short', 4, 1, 1]]],
    ['C8 | h8 |', [['melody-unknown', 4, 6, null]]],
    [
      '|: C8 | D8 :|',
      [
        ['melody-repeat-opens', 4, 4, 1],
        ['melody-repeat-closes', 4, 9, 2],
      ],
    ],
    ['L: fast\nC8 |', [['melody-length', 4, 1, null]]],
    ['K:X\nC8 |', [['key-unknown', 4, 1, null]]],
    ['> C |', [['melody-unknown', 4, 1, null]]],
  ])('%j is answered with what is wrong and where', (notes, found) => expect(problems(FOUR + notes)).toEqual(found));

  test('is refused where it is too long to be one, and many mistakes are told as far as one can work on them', () => {
    const long = parseTune(`${FOUR}${'c8 |'.repeat(30_000)}`);
    expect(long.ok ? [] : long.problems.map(({ code }) => code)).toEqual(['chart-too-long']);
    expect(problems(`${FOUR}${'h '.repeat(500)}`)).toHaveLength(100);
  });

  test('what is wrong with the chart is said first, with its own lines', () =>
    expect(problems('key: C\n| Q |\nmelody:\nC8 |')).toEqual([['chord-unknown', 2, 3, 1]]));
});

test('whatever is typed as notes is read or answered with a place, and nothing throws', () => {
  const letters = fc.constantFrom(...'abcCDG^_=|:[](){}"!<>-/,\'z Z1234r%\n'.split(''));
  const body = LAMPLIGHTER.replace('melody:\n', '');
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(body.length), fc.nat(3), fc.array(letters, { maxLength: 6 }))), (edits) => {
      const typed = edits.reduce(
        (text, [at, cut, put]) => text.slice(0, at) + put.join('') + text.slice(at + cut),
        body,
      );
      const tune = parseTune(`key: Bm\nmeter: 6/8\n|: Bm | G | D :|\nmelody:\n${typed}`);
      if (tune.ok)
        for (const { ticks, tick, bar } of tune.value.melody!) {
          expect(tick + ticks).toBeLessThanOrEqual(tune.value.chart.bars[bar]!.ticks);
          expect(ticks).toBeGreaterThan(0);
        }
      else for (const { at } of tune.problems) expect(at!.line).toBeGreaterThan(3);
    }),
    { numRuns: 2000 },
  );
});

test('a melody is written and read back the same, in any key, meter and rhythm, each time through', () => {
  const keys = fc.constantFrom('C', 'Bm', 'Gb', 'F#', 'D dorian', 'Cm', 'A mixolydian');
  const meters = fc.constantFrom('4/4', '3/4', '6/8', '5/4', '2/4', '12/8');
  const lengths = fc.constantFrom(60, 120, 160, 180, 240, 320, 360, 480, 640, 720, 960, 77);
  const names = fc.constantFrom(
    'C',
    'C#',
    'Db',
    'D',
    'Eb',
    'E',
    'E#',
    'F',
    'F#',
    'Gb',
    'G',
    'Ab',
    'A',
    'Bb',
    'B',
    'Cb',
  );
  const some = fc.array(
    fc.record({ rest: fc.boolean(), ticks: lengths, name: names, octave: fc.integer({ min: 3, max: 6 }) }),
    { maxLength: 12 },
  );
  fc.assert(
    fc.property(keys, meters, fc.array(some, { minLength: 6, maxLength: 6 }), (key, meter, rows) => {
      const text = `key: ${key}\nmeter: ${meter}\n|: C | F | G :|\n`;
      const chart = parseChart(text);
      if (!chart.ok) throw new Error(text);
      const melody: Melody = rows.flatMap((row, k) => {
        const bar = Math.floor(k / 2);
        const { ticks: end } = chart.value.bars[bar]!;
        let now = 0;
        return row.flatMap(({ rest, ticks, name, octave }): MelodyNote[] => {
          const tick = now;
          now += ticks;
          const pitch = chromaOf(name) + 12 * (octave + 1);
          return rest || now > end
            ? []
            : [{ bar, pass: k % 2 === 0 ? null : 2, tick, ticks, pitch, spelling: name, tied: false }];
        });
      });
      const again = read(text + (melody.length === 0 ? 'melody:\n' : writeMelody(chart.value, melody)));
      expect(again.melody).toEqual(melody);
      expect(again.passedOver).toEqual([]);
    }),
    { numRuns: 300 },
  );
});

/** Half steps above C of the octave a name is counted in: C♭ is below it. */
const chromaOf = (name: string) =>
  ({ C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 })[name[0]!]! + (name[1] === '#' ? 1 : name[1] === 'b' ? -1 : 0);
