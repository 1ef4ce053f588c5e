import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { parseChord } from '../chord/symbol.ts';
import { parseKey } from '../pitch/key.ts';
import { numeralOf, plainNumeral } from './numeral.ts';
import { placeOf } from './place.ts';
import { readChart, readingAsData } from './read.ts';

const chordOf = (symbol: string) => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  return chord.value;
};
const keyOf = (name: string) => {
  const key = parseKey(name);
  if (!key.ok) throw new Error(name);
  return key.value;
};

describe('numerals', () => {
  test.each([
    ['Cmaj7', 'C', 'Imaj7'],
    ['Bb7', 'C', 'bVII7'],
    ['C#dim7', 'C', '#Idim7'],
    ['Dm7', 'C', 'ii7'],
    ['Am', 'C', 'vi'],
    ['Bm7b5', 'C', 'viim7b5'],
    ['Eb', 'Cm', 'bIII'],
    ['Cm6', 'Cm', 'i6'],
    ['Abm7', 'Db', 'v7'],
    ['C#7', 'Db', 'I7'],
    ['G/B', 'C', 'V/3'],
    ['Am/G', 'C', 'vi/b7'],
    ['F/G', 'C', 'IV/2'],
    ['C6/9/E', 'C', 'I6/9/3'],
    ['D#dim7', 'C', '#IIdim7'],
    ['Ebdim7', 'C', 'bIIIdim7'],
    ['D7', 'Db', 'bII7'],
    ['Ddim7', 'Db', '#Idim7'],
    ['A', 'Db', 'bVI'],
    ['F#7', 'C', 'bV7'],
    ['Gm7b5', 'Db', '#ivm7b5'],
    ['C#7', 'C', 'bII7'],
    ['G#m7', 'C', 'bvi7'],
    ['A#7', 'C', 'bVII7'],
    ['B7', 'Db', 'bVII7'],
  ])('%s in %s is %s', (symbol, key, numeral) => {
    expect(numeralOf(chordOf(symbol), keyOf(key))).toBe(numeral);
  });

  test('a column shows the degree alone', () => {
    expect(plainNumeral(chordOf('Bb13'), keyOf('C'))).toBe('bVII');
    expect(plainNumeral(chordOf('Dm9/A'), keyOf('C'))).toBe('ii/5');
  });
});

describe('places', () => {
  test.each([
    ['C', 'C', 'I'],
    ['C7', 'C', null],
    ['Em7', 'C', 'iii'],
    ['G7', 'C', 'V'],
    ['Gmaj7', 'C', null],
    ['Gsus4', 'C', 'V'],
    ['Bdim7', 'C', null],
    ['Bm7b5', 'C', 'vii'],
    ['Fm', 'C', null],
    ['D7', 'C', null],
    ['Cm', 'Cm', 'i'],
    ['Bdim7', 'Cm', 'viio'],
    ['Gm7', 'Cm', 'v'],
    ['G7', 'Cm', 'V-minor'],
    ['F7', 'Cm', 'IV-minor'],
    ['Am7b5', 'Cm', 'vio'],
    ['Db', 'Cm', null],
  ])('%s in %s: %s', (symbol, key, place) => {
    expect(placeOf(chordOf(symbol), keyOf(key))?.name ?? null).toBe(place);
  });

  test('the reading is the same in all twelve keys', () => {
    const numerals = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'].map((tonic) => {
      const key = keyOf(tonic);
      const [i, ii, v] = [0, 1, 4].map((step) => ['C', 'D', 'E', 'F', 'G', 'A', 'B'][step]);
      expect([i, ii, v]).toEqual(['C', 'D', 'G']);
      const chart = parseChart(`key: ${tonic}\n| ${tonic} | ${tonic}7 |`);
      return chart.ok
        ? readChart(chart.value)
            .map((slot) => `${slot.reading?.numeral}:${slot.place?.function}:${slot.key === chart.value.key}`)
            .join()
        : key;
    });
    expect(new Set(numerals).size).toBe(1);
  });
});

test('the reading as data has every field the contract names', () => {
  const chart = parseChart('title: T\nkey: Eb\ntempo: 90\n| Bbm7 Eb7 | Ab |');
  if (!chart.ok) throw new Error();
  expect(readingAsData(chart.value)).toEqual({
    title: 'T',
    key: 'Eb major',
    meter: '4/4',
    tempo: 90,
    slots: [
      {
        bar: 1,
        beat: 1,
        beats: 2,
        sourceBar: 1,
        pass: 1,
        symbol: 'Bbm7',
        key: 'Eb major',
        numeral: 'v7',
        function: 'predominant',
        outside: { kind: 'related-ii', target: 'I', key: null, lands: null },
        also: [],
      },
      {
        bar: 1,
        beat: 3,
        beats: 2,
        sourceBar: 1,
        pass: 1,
        symbol: 'Eb7',
        key: 'Eb major',
        numeral: 'I7',
        function: 'dominant',
        outside: { kind: 'secondary-dominant', target: 'IV', key: null, lands: null },
        also: [],
      },
      {
        bar: 2,
        beat: 1,
        beats: 4,
        sourceBar: 2,
        pass: 1,
        symbol: 'Ab',
        key: 'Eb major',
        numeral: 'IV',
        function: 'predominant',
        outside: null,
        also: [],
      },
    ],
  });
});
