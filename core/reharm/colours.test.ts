import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { Chord as TonalChord, Interval } from 'tonal';
import { symbolOf, type Chord } from '../chord/chord.ts';
import { kindOf, parseChord } from '../chord/symbol.ts';
import { semitones } from '../pitch/degree.ts';
import { familyOf, tonesOf } from '../chord/kind.ts';
import { parseKey } from '../pitch/key.ts';
import { placeOf } from '../reading/place.ts';
import { readChart } from '../reading/read.ts';
import { slotKeys } from '../take/key.ts';
import { COLOUR_TABLE, coloursOf, defaultColour, likedFirst } from './colours.ts';
import { colourContext } from '../take/colour-context.ts';
import { columnsOf } from '../take/columns.ts';
import type { ColourContext } from './grates.ts';
import type { Role } from './role.ts';

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

/** The context of a chord of the key by its place alone. */
const contextOf = (chord: Chord, key: string, next: string | null): ColourContext => ({
  role: (placeOf(chord, keyOf(key))?.name ?? null) as Role | null,
  next: next === null ? null : chordOf(next),
  key: keyOf(key),
  around: [],
});

describe('the colour a chord takes when nobody has chosen', () => {
  const coloured = (chart: string) => {
    const parsed = parseChart(chart);
    if (!parsed.ok) throw new Error(chart);
    const slots = readChart(parsed.value);
    return columnsOf(slots, slotKeys(slots, []), {})
      .map(({ symbol }) => symbol)
      .join(' ');
  };
  test.each([
    ['key: C\n| C | Am | Dm | G7 |', 'C6 Am9 Dm7 G9'],
    ['key: C\n| C | Am7 | Dm7 | G |', 'C6 Am9 Dm9 G7'],
    ['key: Cm\n| Cm | Fm | Dm7b5 | G7 |', 'Cm6 Fm7 Dm11b5 G7b9'],
    ['key: C\n| C | E7 | Fm | Bb |', 'C6 E9 Fm6 Bbmaj7'],
    ['key: C\n| Em7 | A7 | Dm7 | Db7 | C |', 'Em11 A9 Dm9 Db9 C6'],
    ['key: C\n| C | C#dim7 | Dm7 | G7 |', 'C6 C#dim7 Dm9 G9'],
    ['key: C\n| Am | E7 | Am | Gb |', 'Am7 E7b9 Am7 Gb6'],
    [
      'key: F\n| F7 | Bb7 | F7 | F7 | Bb7 | % | F7 | D7 | Gm7 | C7 | F7 | C7 |',
      'F9 Bb9 F9 F13 Bb9 Bb13 F9 D9 Gm9 C9 F9 C9',
    ],
    // The sixth chord and the seventh chord on its sixth are the same notes; so are the m6 and its half-diminished chord.
    ['key: C\n| C6 | Am7 | F6 | Dm7 |', 'C6/9 Am9 F6/9 Dm9'],
    ['key: Cm\n| Fm6 | Dm7b5 | G7 | Cm |', 'Fm6 Dm11b5 G7b9 Cm6'],
    // Held for long a chord takes its second colour every other bar; at the end it is at rest.
    ['key: C\n| C | C | Dm | Dm | G7 | G7 | C | C |', 'C6 Cmaj7 Dm7 Dm9 G9 G13 C6 C6'],
    // A natural minor is left so; one with V7 or IV7 about is not.
    ['key: Am\n| Am | F | G | Am |', 'Am7 Fmaj7 G7 Am7'],
    ['key: Am\n| Am | Em | F | Am |', 'Am7 Em7 Fmaj7 Am7'],
    ['key: Am\n| Am | Dm | E7 | Am |', 'Am6 Dm7 E7b9 Am6'],
    ['key: Am\n| Am | D7 | Am | G |', 'Am6 D9 Am6 G7'],
    // A written line, and chords over a pedal, stand as written.
    ['key: Am\n| Am | Am(maj7) | Am7 | Am6 | Dm |', 'Am Am(maj7) Am7 Am6 Dm7'],
    ['key: C\n| C | Cmaj7 | C7 | C6 | G7 |', 'C Cmaj7 C7 C6 G9'],
    ['key: C\n| C | D/C | Fm/C | C |', 'C6 D/C Fm/C C6'],
    // A short visit has no ♯11 and no seventh of the blues.
    ['key: C\n| C | Fm7 Bb7 | Eb | G7 |', 'C6 Fm9 Bb9 Ebmaj7 G9'],
    ['key: Cm\n| Cm | Cm/Bb | Ab/C |', 'Cm6 Cm7/Bb Abmaj7/C'],
    ['key: C\n| Cmaj7 | Dm9 | G13 | N.C. |', 'Cmaj9 Dm9 G13 N.C.'],
  ])('%j becomes %s', (chart, symbols) => {
    expect(coloured(chart)).toBe(symbols);
  });

  test('keeps the chart’s own tones, and its family', () => {
    for (const symbol of ['C', 'Am7', 'Dm', 'G7', 'Fmaj7', 'E7', 'Fm', 'Bdim', 'Gsus4']) {
      const chord = chordOf(symbol);
      const chosen = defaultColour(chord, contextOf(chord, 'C', null));
      expect(chosen.drops).toEqual([]);
      if (familyOf(chord.kind) !== 'diminished')
        expect(familyOf(chosen.chord.kind)).toBe(symbol === 'G' ? 'dominant' : familyOf(chord.kind));
    }
  });
});

describe('colours on offer', () => {
  const offered = (symbol: string, key: string, next: string | null) => {
    const chord = chordOf(symbol);
    return coloursOf(chord, contextOf(chord, key, next)).map(({ suffix }) => suffix);
  };
  test('begin with the chart’s own', () => {
    expect(offered('G7', 'C', 'C')[0]).toBe('7');
    expect(offered('Dm', 'C', 'G7')).toEqual(['m', 'm7', 'm9', 'm11', 'm(add9)', 'm6']);
  });
  test('what a style likes comes first, after the chart’s own', () => {
    const dm = chordOf('Dm');
    const options = coloursOf(dm, contextOf(dm, 'C', 'G7'));
    expect(likedFirst(options, ['m11', '7#9', 'm9']).map(({ suffix }) => suffix)).toEqual([
      'm',
      'm11',
      'm9',
      'm7',
      'm(add9)',
      'm6',
    ]);
    expect(likedFirst(options, [])).toEqual(options);
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

describe('what is not offered by default', () => {
  const slotsOf = (text: string) => {
    const chart = parseChart(text);
    if (!chart.ok) throw new Error(text);
    return readChart(chart.value);
  };
  /** Colours of one chord in a tune, `suffix:group:clashes`. */
  const offered = (text: string, at: number, grating: boolean) => {
    const slots = slotsOf(text);
    return coloursOf(slots[at]!.entry.chord!, colourContext(slots, at), { grating })
      .filter(({ group }) => group === 'care' || group === 'grates')
      .map(({ suffix, group, clashes }) => `${suffix} ${group} ${clashes.map(({ id, degree }) => `${id} ${degree}`)}`);
  };
  test.each([
    ['key: C\n| C | F |', 0, 'maj7#11 care outside-key #11', 'maj11 grates eleven-on-third 11'],
    ['key: C\n| Dm | G |', 0, 'm6 care third-of-dominant 6', 'm13 grates thirteen-on-minor 13'],
    ['key: C\n| Em | Am |', 0, 'm9 care outside-key 9', 'm7b13 grates flat-thirteen-on-fifth b13'],
    ['key: C\n| Am | Dm |', 0, 'm6 care outside-key 6', 'm7b13 grates flat-thirteen-on-fifth b13'],
    ['key: C\n| Bdim | C |', 0, 'm9b5 care outside-key 9', 'm7b5b9 grates flat-nine-on-root b9'],
    ['key: Cm\n| Dm7b5 | G7 |', 0, 'm9b5 care outside-key 9', 'm7b5b9 grates flat-nine-on-root b9'],
    ['key: Cm\n| Eb | Ab |', 0, 'maj7#5 care ', 'maj11 grates eleven-on-third 11'],
    ['key: Cm\n| G7 | Cm |', 0, '9 care bright-for-minor 9', null],
    ['key: C\n| A7 | Dm |', 0, '7b9 care ', '13 grates bright-for-minor 13'],
    ['key: C\n| Bb7 | C |', 0, null, '7b9 grates leans-on-nothing b9'],
    ['key: C\n| Db7 | C |', 0, null, '7b13 grates leans-on-nothing b13'],
    ['key: C\n| C | D7 | F | C |', 1, null, '7#9 grates leans-on-nothing #9'],
    ['key: C\n| F | G7 | Am |', 1, '7#11 care outside-key #11', '7add11 grates eleven-on-third 11'],
  ])('%j, chord %i', (text, at, care, grates) => {
    const quiet = offered(text, at, false);
    if (care !== null) expect(quiet.join('\n')).toContain(care);
    expect(quiet.filter((line) => line.includes(' grates '))).toEqual([]);
    const loud = offered(text, at, true).filter((line) => line.includes(' grates '));
    if (grates === null) expect(loud).toEqual([]);
    else expect(loud.join('\n')).toContain(grates);
  });
});

test('whatever wants care or grates says why', () => {
  const charts = [
    'key: C\n| C | Dm | Em | F | G7 | Am | Bm7b5 | C |',
    'key: Cm\n| Cm | Dm7b5 | Eb | Fm | Gm | Ab | Bb | Am7b5 | G7 | Cm |',
    'key: C\n| D7 | G7 | A7 | Dm | E7 | Am | Bb7 | C | Db7 | C | Fm | Ab | F#m7b5 | B7 | Em | C7 | F |',
    'key: F\n| F7 | Bb7 | F7 | F7 | Bb7 | % | F7 | D7 | Gm7 | C7 | F7 | C7 |',
  ];
  for (const text of charts) {
    const chart = parseChart(text);
    if (!chart.ok) throw new Error(text);
    const slots = readChart(chart.value);
    slots.forEach(({ entry }, i) => {
      for (const option of coloursOf(entry.chord!, colourContext(slots, i), { grating: true })) {
        const wants = option.group === 'care' || option.group === 'grates';
        expect([symbolOf(option.chord), option.clashes.length > 0]).toEqual([symbolOf(option.chord), wants]);
      }
    });
  }
});

describe('every colour of the table', () => {
  const suffixes = [
    ...new Set(
      Object.values(COLOUR_TABLE).flatMap(({ usual, resolving = '', care = '', grates = '' }) =>
        `${usual} ${resolving} ${care} ${grates}`.split(' ').filter(Boolean),
      ),
    ),
  ];
  /** What tonal calls a colour, where it calls it otherwise. */
  const TONAL: Readonly<Record<string, string>> = {
    'm(add9)': 'madd9',
    'm(maj7)': 'mM7',
    'm(maj9)': 'mM9',
    '6/9': '69',
    'm6/9': 'm69',
    'maj7#11': 'maj7#11',
    m11b5: 'm11b5',
    '7b9sus4': '7b9sus',
    'dim(maj7)': 'oM7',
    maj: 'M',
  };
  /** Notes that a higher extension names for tonal and that may sound here, or the other way: 9 and 11 under it, the 5 beside a ♭13. */
  const MAY_DIFFER = ['9', '11', '5'].map((degree) => semitones(degree as '9'));

  test('has the tones that tonal gives it', () => {
    const known = suffixes.filter((suffix) => !TonalChord.get(`C${TONAL[suffix] ?? suffix}`).empty);
    // The rest are spellings that tonal has no name for.
    expect(suffixes.length - known.length).toBeLessThanOrEqual(20);
    expect(known.length).toBeGreaterThanOrEqual(35);
    const apart = known.flatMap((suffix) => {
      if (suffix === '7alt') return [];
      const theirs = new Set(
        TonalChord.get(`C${TONAL[suffix] ?? suffix}`).intervals.map((i) => Interval.semitones(i)! % 12),
      );
      const ours = new Set(tonesOf(kindOf(suffix)).map(semitones));
      const differ = [...theirs, ...ours].filter((note) => theirs.has(note) !== ours.has(note));
      return differ.some((note) => !MAY_DIFFER.includes(note)) ? [`${suffix}: ${[...ours]} for ${[...theirs]}`] : [];
    });
    expect(apart).toEqual([]);
  });

  test('is consistent: no 9 beside ♭9 or ♯9, no 13 beside ♭13, no suspended chord with a third', () => {
    for (const suffix of suffixes) {
      const tones = tonesOf(kindOf(suffix));
      if (suffix === '7alt') continue;
      expect([suffix, tones.includes('9') && (tones.includes('b9') || tones.includes('#9'))]).toEqual([suffix, false]);
      expect([suffix, tones.includes('13') && tones.includes('b13')]).toEqual([suffix, false]);
      if (suffix.includes('sus')) expect([suffix, tones.includes('3')]).toEqual([suffix, false]);
    }
  });

  test('of a diminished seventh is a whole step above a chord tone (common practice)', () => {
    const chord = ['1', 'b3', 'b5', 'bb7'].map((degree) => semitones(degree as '1'));
    for (const suffix of COLOUR_TABLE.dim!.usual.split(' '))
      for (const tone of tonesOf(kindOf(suffix)).map(semitones))
        expect(chord.includes(tone) || chord.includes((tone + 10) % 12)).toBe(true);
  });
});
