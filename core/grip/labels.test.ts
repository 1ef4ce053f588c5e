import { describe, expect, test } from '@jest/globals';
import * as fc from 'fast-check';
import { masksOf, type Chord } from '../chord/chord.ts';
import { parseChord } from '../chord/symbol.ts';
import { DEFAULT_HAND, type Hand } from '../neck/hand.ts';
import { passing } from './filter.ts';
import { formatFrets, fretsAt, gripOf, optionalStrings, parseFrets, shapesOf } from './grips.ts';
import { attributesIn, familiesIn, labelsOf, makeupOf } from './labels.ts';
import { buildLibrary, pick } from './library.ts';
import { waysOut } from './ways-out.ts';

const chordOf = (symbol: string): Chord => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  return chord.value;
};
/** A hand that holds nearly anything: what a grip is called does not depend on who holds it. */
const HAND: Hand = { ...DEFAULT_HAND, reach: 130 };

function listOf(symbol: string, hand: Hand = HAND) {
  const chord = chordOf(symbol);
  const library = buildLibrary(hand, masksOf(chord).allowed);
  const shapes = pick(library, shapesOf(chord, library));
  const labels = labelsOf(chord, shapes);
  const at = (grip: string) => {
    const found = Array.from({ length: shapes.size }, (_, i) => i).find(
      (i) => formatFrets(fretsAt(shapes, i)) === grip,
    );
    if (found === undefined) throw new Error(`${grip} is no grip of ${symbol}`);
    return found;
  };
  return { chord, library, shapes, labels, at };
}

/* Worked out on paper: the spacing of each grip's notes over its chord. */
test.each([
  ['Cmaj7', 'x-3-2-4-x-x', ['shell']],
  ['G7', '3-x-3-4-x-x', ['shell']],
  ['Dm7', 'x-5-3-5-x-x', ['shell']],
  ['Cmaj7', 'x-3-5-4-5-x', ['drop 2']],
  ['Cmaj7', 'x-x-5-5-5-7', ['drop 2']],
  ['Dm7', 'x-x-0-2-1-1', ['drop 2', 'open-chord form']],
  ['Cmaj7', '8-x-9-9-8-x', ['drop 3']],
  ['Am7', '5-x-5-5-5-x', ['drop 3']],
  ['Cmaj7', 'x-3-x-4-5-3', ['drop 3']],
  ['Cmaj7', 'x-3-5-x-5-7', ['drop 2 and 4']],
  ['Am7', '5-3-2-0-x-x', ['close']],

  ['C', 'x-x-x-5-5-3', ['triad']],
  ['Am', 'x-x-7-5-5-x', ['triad']],
  ['C', 'x-3-5-x-5-x', ['spread triad']],
  ['C', 'x-3-2-0-1-0', ['open-chord form']],
  ['Dm11', 'x-5-5-5-6-x', ['quartal']],
  ['C6/9', 'x-x-2-2-3-3', ['drop 2', 'quartal']],
  ['C13', 'x-1-2-2-3-x', ['drop 2', 'quartal, mixed']],
  ['C5', 'x-3-5-5-x-x', ['power']],
  ['Cadd9', 'x-3-5-7-5-x', ['root-fifth-ninth']],
  ['Csus2', 'x-3-5-7-x-x', ['root-fifth-ninth', 'sus']],
  ['G7sus4', '3-x-3-5-3-x', ['drop 3', 'sus']],
  ['Cmaj9', 'x-3-2-4-3-x', []],
] as const)('%s %s is %j', (symbol, grip, families) => {
  const { labels, at } = listOf(symbol);
  expect(familiesIn(labels.families[at(grip)]!)).toEqual(families);
});

test('a triad over the guide tones', () => {
  // C13♯11: B♭ and E, and over them a D major triad: 9 ♯11 13.
  const { labels, at } = listOf('C13#11');
  expect(familiesIn(labels.families[at('6-7-7-7-7-x')]!)).toContain('upper-structure triad');
  // Over C9 the triad of G minor (5 ♭7 9) stands on the third alone.
  expect(familiesIn(listOf('C9').labels.families[listOf('C9').at('x-3-2-3-3-3')]!)).not.toContain(
    'upper-structure triad',
  );
});

test('attributes: where the root lies, what rings, what rubs', () => {
  const attributes = (symbol: string, grip: string) => {
    const { labels, at } = listOf(symbol);
    return attributesIn(labels.attributes[at(grip)]!);
  };
  expect(attributes('Am7', '5-x-5-5-5-x')).toEqual(['root on the sixth string', 'movable']);
  expect(attributes('Cmaj7', 'x-3-5-4-5-x')).toEqual(['root on the fifth string', 'movable', 'adjacent strings']);
  expect(attributes('C9', 'x-x-2-3-3-3')).toEqual(['rootless', 'movable', 'adjacent strings']);
  expect(attributes('C/E', '0-3-2-0-1-0')).toEqual(['slash', 'open strings', 'adjacent strings']);
  expect(attributes('G', '3-2-0-0-0-3')).toContain('muddy');
  expect(attributes('Cadd9', 'x-3-2-0-3-0')).toContain('contains a second');
});

describe('what a grip’s notes come to', () => {
  const makeup = (symbol: string, grip: string) => {
    const { chord, shapes, at } = listOf(symbol);
    return makeupOf(chord, gripOf(chord, shapes, at(grip)));
  };
  test.each([
    ['C', 'x-3-2-0-1-0', { strings: [5, 4, 3, 2, 1], inversion: 0, omitted: [], doubled: ['1', '3'] }],
    ['Am7', 'x-x-5-5-5-5', { strings: [4, 3, 2, 1], inversion: 3, omitted: [], doubled: [] }],
    ['C9', 'x-x-2-3-3-3', { inversion: 1, omitted: ['1'], doubled: [] }],
    ['C13', '8-x-8-9-10-x', { inversion: 0, omitted: ['5'], doubled: [] }],
    ['D/C', 'x-3-0-2-3-2', { inversion: null, omitted: [], doubled: ['1'] }],
    ['E7alt', '0-x-0-1-1-3', { inversion: 0, omitted: [], doubled: [] }],
  ] as const)('%s %s', (symbol, grip, expected) => {
    expect(makeup(symbol, grip)).toMatchObject(expected);
  });
});

describe('filters', () => {
  const { shapes, labels, chord } = listOf('Cm9', DEFAULT_HAND);
  const grips = Array.from({ length: shapes.size }, (_, i) => gripOf(chord, shapes, i));
  const those = (is: (grip: (typeof grips)[number], i: number) => boolean) =>
    grips.flatMap((grip, i) => (is(grip, i) ? [i] : []));

  test.each([
    ['top note', { top: 67 }, those(({ pitches }) => pitches.at(-1) === 67)],
    ['bass', { bass: 3 }, those(({ pitches }) => pitches[0]! % 12 === 3)],
    ['number of notes', { notes: 4 }, those(({ pitches }) => pitches.length === 4)],
    ['difficulty', { difficulty: 4 }, those(({ difficulty }) => difficulty <= 4)],
    ['area', { area: [5, 9] }, those(({ frets }) => frets.every((fret) => fret <= 0 || (fret >= 5 && fret <= 9)))],
    [
      'strings',
      { strings: [4, 3, 2, 1] },
      those(({ frets }) => frets.map((fret) => (fret < 0 ? 0 : 1)).join('') === '001111'),
    ],
    ['open strings', { attributes: ['open strings'] }, those(({ frets }) => frets.includes(0))],
    ['no open strings', { without: ['open strings'] }, those(({ frets }) => !frets.includes(0))],
    ['family', { family: 'drop 2' }, those((_, i) => familiesIn(labels.families[i]!).includes('drop 2'))],
  ] as const)('by %s', (_, filter, expected) => {
    expect(expected.length).toBeGreaterThan(0);
    expect(passing(filter, shapes, labels)).toEqual(expected);
  });

  test('several at once hold all', () => {
    const both = passing({ notes: 4, difficulty: 4, without: ['open strings'] }, shapes, labels);
    expect(both).toEqual(
      those(({ pitches, difficulty, frets }) => pitches.length === 4 && difficulty <= 4 && !frets.includes(0)),
    );
  });
});

describe('ways out of a hard grip', () => {
  const ways = (symbol: string, grip: string, hand: Hand = DEFAULT_HAND) => {
    const { shapes, at } = listOf(symbol, hand);
    return Object.fromEntries(
      waysOut(at(grip), shapes).map(({ id, shape }) => [id, formatFrets(fretsAt(shapes, shape))]),
    );
  };

  test('a barred F has its small forms', () => {
    expect(ways('F', '1-3-3-2-1-1')).toMatchObject({
      'no-double': '1-x-3-2-1-1',
      'no-bass': 'x-3-3-2-1-1',
      'half-barre': 'x-x-3-2-1-1',
    });
  });

  test('without the thumb, and the same top notes elsewhere', () => {
    expect(Object.values(ways('F', '1-3-3-2-1-1', { ...DEFAULT_HAND, barres: 'partial', thumb: true }))).toContain(
      'x-3-3-2-1-1',
    );
    const found = ways('C13', '8-x-8-9-10-x');
    const top = (grip: string) =>
      parseFrets(grip)!
        .flatMap((fret, s) => (fret < 0 ? [] : [DEFAULT_HAND.tuning[s]! + fret]))
        .sort((a, b) => a - b)
        .slice(-2);
    if (found.elsewhere) expect(top(found.elsewhere)).toEqual(top('8-x-8-9-10-x'));
  });

  test('each is a whole grip of the chord, and easier', () => {
    for (const symbol of ['Cm9', 'G13', 'Bb', 'F#m7b5']) {
      const { chord, shapes } = listOf(symbol, DEFAULT_HAND);
      const { required } = masksOf(chord);
      fc.assert(
        fc.property(fc.nat(shapes.size - 1), (hard) => {
          for (const { shape } of waysOut(hard, shapes)) {
            expect(shapes.difficulty[shape]).toBeLessThan(shapes.difficulty[hard]!);
            expect(required.every((choice) => (shapes.mask[shape]! & choice) !== 0)).toBe(true);
          }
        }),
        { numRuns: 40, seed: 9 },
      );
    }
  });
});

test('a string is optional just when what is left is a grip of the chord, or could not be held for want of a way', () => {
  const { chord, library, shapes } = listOf('Am7', DEFAULT_HAND);
  const grips = new Set(Array.from({ length: shapes.size }, (_, i) => formatFrets(fretsAt(shapes, i))));
  for (let i = 0; i < shapes.size; i++) {
    const grip = gripOf(chord, shapes, i);
    for (const [s, fret] of grip.frets.entries()) {
      const left = formatFrets(grip.frets.map((other, at) => (at === s ? -1 : other)));
      if (fret < 0 || !grips.has(left)) continue;
      expect(optionalStrings(chord, grip, library)).toContain(s);
      // With a pitch that is to sound on, its last string is none of them.
      const pitch = library.neck.open[s]! + fret;
      const alone = grip.pitches.filter((other) => other === pitch).length === 1;
      if (alone) expect(optionalStrings(chord, grip, library, pitch)).not.toContain(s);
    }
  }
});
