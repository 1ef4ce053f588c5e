import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { symbolOf } from '../chord/chord.ts';
import { parseChord } from '../chord/symbol.ts';
import { familyOf, tonesOf } from '../chord/kind.ts';
import { parseKey } from '../pitch/key.ts';
import { numeralOf, plainNumeral } from '../reading/numeral.ts';
import { placeOf } from '../reading/place.ts';
import { readChart, readingAsData } from '../reading/read.ts';
import { coloursOf, defaultColour } from './colours.ts';
import { slotKeys, columnsOf } from './decisions.ts';

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

describe('the colour a chord takes when nobody has chosen', () => {
  const coloured = (chart: string) => {
    const parsed = parseChart(chart);
    if (!parsed.ok) throw new Error(chart);
    const slots = readChart(parsed.value);
    return columnsOf(
      slots,
      slots.map((_, i) => String(i)),
      {},
    )
      .map(({ symbol }) => symbol)
      .join(' ');
  };
  test.each([
    ['key: C\n| C | Am | Dm | G7 |', 'C6 Am7 Dm7 G9'],
    ['key: C\n| C | Am7 | Dm7 | G |', 'C6 Am9 Dm9 G7'],
    ['key: Cm\n| Cm | Fm | Dm7b5 | G7 |', 'Cm6 Fm7 Dm11b5 G7b9'],
    ['key: C\n| C | E7 | Fm | Bb |', 'C6 E9 Fm6 Bbmaj7'],
    ['key: C\n| Em7 | A7 | Dm7 | Db7 | C |', 'Em11 A9 Dm9 Db9 C6'],
    ['key: C\n| C | C#dim7 | Dm7 | G7 |', 'C6 C#dim7 Dm9 G9'],
    ['key: C\n| Am | E7 | Am | Gb |', 'Am7 E7b9 Am7 Gb6'],
    [
      'key: F\n| F7 | Bb7 | F7 | F7 | Bb7 | % | F7 | D7 | Gm7 | C7 | F7 | C7 |',
      'F9 Bb9 F9 F9 Bb9 Bb9 F9 D9 Gm9 C9 F9 C9',
    ],
    ['key: Cm\n| Cm | Cm/Bb | Ab/C |', 'Cm6 Cm7/Bb Abmaj7/C'],
    ['key: C\n| Cmaj7 | Dm9 | G13 | N.C. |', 'Cmaj9 Dm9 G13 N.C.'],
  ])('%j becomes %s', (chart, symbols) => {
    expect(coloured(chart)).toBe(symbols);
  });

  test('keeps the chart’s own tones, and its family', () => {
    for (const symbol of ['C', 'Am7', 'Dm', 'G7', 'Fmaj7', 'E7', 'Fm', 'Bdim', 'Gsus4']) {
      const chord = chordOf(symbol);
      const chosen = defaultColour(chord, { role: placeOf(chord, keyOf('C'))?.name ?? null, next: null });
      expect(chosen.drops).toEqual([]);
      if (familyOf(chord.kind) !== 'diminished')
        expect(familyOf(chosen.chord.kind)).toBe(symbol === 'G' ? 'dominant' : familyOf(chord.kind));
    }
  });
});

describe('colours on offer', () => {
  const offered = (symbol: string, key: string, next: string | null) => {
    const chord = chordOf(symbol);
    return coloursOf(chord, {
      role: placeOf(chord, keyOf(key))?.name ?? null,
      next: next === null ? null : chordOf(next),
    }).map(({ suffix }) => suffix);
  };
  test('begin with the chart’s own', () => {
    expect(offered('G7', 'C', 'C')[0]).toBe('7');
    expect(offered('Dm', 'C', 'G7')).toEqual(['m', 'm7', 'm9', 'm11', 'm(add9)', 'm6']);
  });
  test('altered tensions only on a dominant that falls a fifth', () => {
    expect(offered('G7', 'C', 'C')).toContain('7b9');
    expect(offered('G7', 'C', 'Am')).not.toContain('7b9');
    expect(offered('G7', 'C', null)).not.toContain('7alt');
  });
  test('never a 9 beside a ♭9 or ♯9, nor a 13 beside a ♭13', () => {
    for (const key of ['C', 'Cm']) {
      for (const suffix of offered('G7', key, key)) {
        if (suffix === '7alt') continue;
        const tones = tonesOf(chordOf(`G${suffix}`).kind);
        expect(tones.includes('9') && (tones.includes('b9') || tones.includes('#9'))).toBe(false);
        expect(tones.includes('13') && tones.includes('b13')).toBe(false);
      }
    }
  });
  test('hold the named bass', () => {
    expect(offered('Cm/Bb', 'Cm', null)).toEqual(['m', 'm7', 'm9', 'm11']);
  });
});

test('a decision stands until it is let go, and waits where the chart has changed', () => {
  const chart = parseChart('key: C\n|: Dm7 | G7 :|');
  if (!chart.ok) throw new Error();
  const slots = readChart(chart.value);
  const keys = slotKeys(slots, ['bar1', 'bar2']);
  const cells = {
    'bar2:1:0': { on: 'G7', source: { kind: 'colour', suffix: '13b9' }, pin: '3-x-3-4-5-4' },
    'bar1:2:0': { on: 'Dm7', source: { kind: 'chart' } },
    // Decided while the chart still said G.
    'bar2:2:0': { on: 'G', source: { kind: 'chart' } },
  } as const;
  expect(columnsOf(slots, keys, cells).map(({ symbol, decision }) => [symbol, decision])).toEqual([
    ['Dm9', null],
    ['G13b9', cells['bar2:1:0']],
    ['Dm7', cells['bar1:2:0']],
    ['G9', null],
  ]);
  expect(columnsOf(slots, keys, {}, { plain: true }).map(({ chord }) => chord && symbolOf(chord))).toEqual([
    'Dm7',
    'G7',
    'Dm7',
    'G7',
  ]);
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
