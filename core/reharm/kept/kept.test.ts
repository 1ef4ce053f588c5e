import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseChart } from '../../chart/parse.ts';
import { symbolOf } from '../../chord/chord.ts';
import { parseChord } from '../../chord/symbol.ts';
import { readChart } from '../../reading/read.ts';
import { parseMeter } from '../../time/meter.ts';
import { spanAt, type Span } from '../moves/span.ts';
import { chordOfText, degreeTextOf, symbolsIn, unreadIn } from './degree-text.ts';
import { fitted } from './fit.ts';
import { lettersOf, stretchesOf } from './functions.ts';
import { passageIs } from './name.ts';
import { nearness } from './near.ts';
import { readPassage, type Passage } from './passage.ts';
import { SHIPPED_MOVES } from './shipped/library.ts';

const C = { tonic: 'C', mode: 'major' } as const;
const meterOf = (text: string) => {
  const meter = parseMeter(text);
  if (!meter.ok) throw new Error(text);
  return meter.value;
};
const passage = (chords: string, more: Partial<Passage> = {}): Passage => ({
  mode: 'major',
  meter: meterOf('4/4'),
  chords,
  over: ['T'],
  before: null,
  next: null,
  ...more,
});
/** All of a chart, or some bars of it, as a span. */
function spanOf(text: string, from = 1, to = Infinity): Span {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(text);
  const slots = readChart(chart.value);
  const within = slots.filter(({ bar }) => from <= bar && bar <= to);
  const { start } = within[0]!;
  const last = within.at(-1)!;
  return spanAt(slots, start, last.start + last.entry.ticks - start)!;
}
const told = (one: Passage, span: Span, meter = '4/4') => {
  const fit = fitted(one, span, meterOf(meter));
  return typeof fit === 'string' ? fit : fit.parts.map(({ chord, beats }) => `${symbolOf(chord)}:${beats}`).join(' ');
};

describe('chords by degree', () => {
  test.each([
    ['IIm7', 'Dm7'],
    ['bVImaj7', 'Abmaj7'],
    ['#IVdim7', 'F#dim7'],
    ['I6/9', 'C6/9'],
    ['I6/3', 'C6/E'],
    ['IV/5', 'F/C'],
    ['V/11', 'G/C'],
    ['bVII/2', 'Bb/C'],
    ['IIIm/b3', 'Em/G'],
    ['VI6/9/3', 'A6/9/C#'],
    ['IV9sus4/2', 'F9sus4/G'],
  ])('%s in C is %s, and back', (text, symbol) => {
    const chord = chordOfText(text, C)!;
    expect(symbolOf(chord)).toBe(symbol);
    expect(symbolOf(chordOfText(degreeTextOf(chord, C), C)!)).toBe(symbol);
  });

  test.each(['H7', 'IIx', 'bIVmaj7', '#III', 'iim7', '', 'I/z', 'VIII'])('%s is none', (text) =>
    expect(chordOfText(text, C)).toBeNull(),
  );

  test('any chord comes back from its text with the same sound, in any key', () => {
    const roots = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];
    const kinds = ['', 'm', '7', 'maj7', 'm7b5', 'dim7', '6/9', '13b9', 'm(maj7)', '9sus4', 'maj7#11', 'aug', '7alt'];
    fc.assert(
      fc.property(
        fc.constantFrom(...roots),
        fc.constantFrom(...kinds),
        fc.option(fc.constantFrom(...roots)),
        fc.constantFrom('C', 'Eb', 'F#', 'Db', 'B'),
        (root, kind, bass, tonic) => {
          const read = parseChord(root + kind + (bass === null || bass === root ? '' : `/${bass}`));
          if (!read.ok) throw new Error(root + kind);
          const key = { tonic, mode: 'major' } as const;
          const text = degreeTextOf(read.value, key);
          const back = chordOfText(text, key)!;
          // Spelled anew at most, and written the same from then on.
          expect(degreeTextOf(back, key)).toBe(text);
          expect(back.kind).toEqual(read.value.kind);
        },
      ),
      { numRuns: 300 },
    );
  });

  test('bars are kept as they are, and what cannot be read is named', () => {
    expect(symbolsIn('IIm7 . V7 | % | I', C)).toBe('Dm7 . G7 | % | C');
    expect(unreadIn('IIm7 Q | I')).toEqual(['Q']);
    expect(readPassage(passage('IIm7 Q | I'), C)).toMatchObject({ ok: false, problems: [{ code: 'degree-unknown' }] });
    expect(readPassage(passage(Array.from({ length: 33 }, () => 'I').join(' | ')), C)).toMatchObject({
      ok: false,
      problems: [{ code: 'passage-long' }],
    });
    expect(readPassage(passage('I V IIm7 V7 I'), C)).toMatchObject({ ok: false });
  });
});

describe('a passage fits', () => {
  test('where the plain chords do what it stands for, and goes on as it wants to', () => {
    const turn = passage('I6 VIm7 | IIm7 V7', { over: ['T'], next: 'T' });
    expect(told(turn, spanOf('key: G\n| G | G | G | C |', 1, 2))).toBe('G6:2 Em7:2 Am7:2 D7:2');
    expect(told(turn, spanOf('key: G\n| G | G | C | G |', 1, 2))).toBe('next');
    // A vi is of the same function, but no tonic to turn to, nor one to begin on.
    expect(told(turn, spanOf('key: G\n| G | G | Em | G |', 1, 2))).toBe('next');
    expect(told(turn, spanOf('key: G\n| Em | Em | G | G |', 1, 2))).toBe('over');
    expect(told(turn, spanOf('key: G\n| C | G | G | G |', 1, 2))).toBe('over');
    expect(told(turn, spanOf('key: Gm\n| Gm | Gm | Gm | Cm |', 1, 2))).toBe('mode');
    expect(told(turn, spanOf('key: G\n| G | G | G | C |', 1, 3))).toBe('length');
  });

  test('only at the beginning, or at the end, where it says so', () => {
    const ending = passage('bVImaj7 bVII9 | Imaj9', { before: 'D', next: 'end' });
    expect(told(ending, spanOf('key: C\n| F | G7 | C | C |', 3, 4))).toBe('Abmaj7:2 Bb9:2 Cmaj9:4');
    expect(told(ending, spanOf('key: C\n| F | F | C | C |', 3, 4))).toBe('before');
    expect(told(ending, spanOf('key: C\n| F | G7 | C | C | F |', 3, 4))).toBe('next');
    const intro = passage('I VIm7 | IIm7 V7', { before: 'start', next: 'T' });
    expect(told(intro, spanOf('key: C\n| C | C | C | F |', 1, 2))).toBe('C:2 Am7:2 Dm7:2 G7:2');
    expect(told(intro, spanOf('key: C\n| F | C | C | C |', 2, 3))).toBe('before');
  });

  test('coming home when the chart does, or later where that is what it is for', () => {
    const plain = passage('IIm9 | V13 | Imaj9 | %', { over: ['S D T'] });
    expect(told(plain, spanOf('key: F\n| Gm7 | C7 | F | F |'))).toBe('Gm9:4 C13:4 Fmaj9:4 Fmaj9:4');
    expect(told(plain, spanOf('key: F\n| Gm7 C7 | F | F | F |'))).toBe('over');
    const late = passage('IIm9 | V7b9 | bVImaj7 | Imaj9', { over: ['S D T'] });
    expect(told(late, spanOf('key: F\n| Gm7 | C7 | F | F |'))).toBe('over');
    expect(told({ ...late, isLate: true }, spanOf('key: F\n| Gm7 | C7 | F | F |'))).toBe(
      'Gm9:4 C7b9:4 Dbmaj7:4 Fmaj9:4',
    );
  });

  test('in half or twice the bars, and what has no time is lost', () => {
    const four = passage('I6 VIm7 IIm7 V7', { next: 'T' });
    expect(told(four, spanOf('key: C\n| C | C | C |', 1, 2))).toBe('C6:2 Am7:2 Dm7:2 G7:2');
    const two = passage('I6 VIm7 | IIm7 V7', { next: 'T' });
    expect(told(two, spanOf('key: C\n| C | C | F |', 1, 1))).toBe('C6:1 Am7:1 Dm7:1 G7:1');
    // A ladder that loses every other step is none.
    const ladder = passage('I6 IIdim7 I6/3 IVdim7 | I6/5 bVIdim7 I6/6 VIIdim7', { into: 'top-rises' });
    expect(told(ladder, spanOf('key: C\n| C | C | F |', 1, 1))).toBe('short');
    expect(told(ladder, spanOf('key: C\n| C | C | F |', 1, 2)).split(' ')).toHaveLength(8);
  });

  /* By hand: each chord on the beat nearest to where it was in its bar; of two on one beat the later, which leads on. */
  test.each([
    ['I6 VIm7 | IIm7 V7', '3/4', 'C6:2 Am7:1 Dm7:2 G7:1'],
    ['I6 VIm7 IIm7 V7 | I', '3/4', 'C6:1 Am7:1 G7:1 C:3'],
    ['I6 VIm7 | IIm7 V7', '6/8', 'C6:1 Am7:1 Dm7:1 G7:1'],
    ['I6 VIm7 | IIm7 V7', '12/8', 'C6:2 Am7:2 Dm7:2 G7:2'],
    ['I6 VIm7 | IIm7 V7', '5/4', 'C6:3 Am7:2 Dm7:3 G7:2'],
  ])('%s in %s is %s', (chords, meter, parts) => {
    const span = spanOf(`key: C\nmeter: ${meter}\n| C | C | C |`, 1, 2);
    expect(told(passage(chords), span, meter)).toBe(parts);
  });

  test('what is lost is told by degree, so that it is true in any key', () => {
    const fit = fitted(
      passage('I6 VIm7 IIm7 V7 | I'),
      spanOf('key: Ab\nmeter: 3/4\n| Ab | Ab | Db |', 1, 2),
      meterOf('3/4'),
    );
    expect(typeof fit === 'string' ? fit : fit.lost).toEqual(['IIm7']);
  });

  test('and always fills the span exactly, whatever the meter, with no chord shorter than a beat that was not', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...SHIPPED_MOVES),
        fc.constantFrom('4/4', '3/4', '2/4', '5/4', '6/8', '12/8'),
        fc.constantFrom(0.5, 1, 2),
        fc.constantFrom('C', 'Ab', 'E'),
        (move, meter, length, tonic) => {
          const { bars } = (() => {
            const read = readPassage(move, { tonic, mode: move.mode });
            if (!read.ok) throw new Error(move.id);
            return read.value;
          })();
          if (!Number.isInteger(bars * length)) return;
          const home = move.mode === 'minor' ? `${tonic}m` : tonic;
          const text = `key: ${home}\nmeter: ${meter}\n| ${Array.from({ length: bars * length }, () => home).join(' | ')} |`;
          const span = spanOf(text);
          const fit = fitted({ ...move, over: ['T'], before: null, next: null }, span, meterOf(meter));
          if (fit === 'short') return;
          if (typeof fit === 'string') throw new Error(`${move.id}: ${fit}`);
          expect(fit.parts.reduce((sum, { beats }) => sum + beats, 0)).toBe(span.beats);
          expect(fit.parts.every(({ beats }) => beats > 0)).toBe(true);
          expect(fit.parts.length + fit.lost.length).toBe(fit.of.length + fit.lost.length);
        },
      ),
      { numRuns: 300 },
    );
  });
});

test.each([
  ['key: C\n| C | Am | Dm | G7 |', 'T S D'],
  ['key: C\n| C7 | F7 | C7 | G7 |', 'T S T D'],
  ['key: Cm\n| Dm7b5 | G7 | Cm | Cm |', 'S D T'],
  ['key: C\n| C | A7 | D7 | G7 |', 'T D'],
])('what %j does: %s', (text, letters) => expect(lettersOf(stretchesOf(spanOf(text).chords))).toBe(letters));

test.each([
  ['IIm7 V7 | Imaj7', ['ii', 'V', 'I'], 'fifths'],
  ['I Imaj7/7 | I7/b7 IV/3', ['I', 'I/7', 'I/b7', 'IV/3'], 'bass-half-steps-down'],
  ['Iadd9 | IV/5 | V/11 | Iadd9', ['I', 'IV/5', 'V/4', 'I'], 'pedal'],
  ['I V | IV I', ['I', 'V', 'IV', 'I'], null],
])('%s is %j, %s', (chords, numerals, feature) => expect(passageIs(passage(chords))).toEqual({ numerals, feature }));

test('what is there already is told from what is nearly there, and from what is another', () => {
  const one = passage('IIm7 V7 | Imaj7');
  expect(nearness(one, passage('IIm7 V7 | Imaj7', { over: ['S D T'] }))).toBe('same');
  expect(nearness(one, passage('IIm7 . . V7 | Imaj7'))).toBe('other lengths');
  expect(nearness(one, passage('IIm7 | V7 | Imaj7 | %'))).toBeNull();
  expect(nearness(one, passage('IIm9 V13 | I6/9'))).toBe('other colours');
  expect(nearness(one, passage('IIm7 bII7 | Imaj7'))).toBeNull();
  expect(nearness(one, { ...one, mode: 'minor' })).toBeNull();
});
