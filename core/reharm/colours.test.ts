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
import { COLOUR_TABLE, coloursOf, defaultColour, likedFirst } from './colours.ts';
import { applyPatch } from '../patch.ts';
import { colourContext, columnsOf, divide, shiftPart } from './columns.ts';
import { decisionFor, slotKeys, versionsOf, type Cells } from './decisions.ts';
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

describe('a long chord takes two colours', () => {
  const at = (text: string) => {
    const chart = parseChart(text);
    if (!chart.ok) throw new Error(text);
    const slots = readChart(chart.value);
    const keys = slotKeys(slots, ['a', 'b', 'c']);
    return { slots, keys, columns: (cells: Cells) => columnsOf(slots, keys, cells) };
  };
  const shown = (columns: ReturnType<typeof columnsOf>) =>
    columns.map(
      ({ symbol, slot: { start, entry } }) => `${symbol} ${start}+${entry.ticks} beat ${entry.beat} (${entry.beats})`,
    );

  test('on its middle beat, the second the next steadiest', () => {
    const { columns } = at('key: C\n| Dm7 | G7 C |');
    const cut = divide(columns({})[0]!)!;
    expect(shown(columns({ [cut.at]: cut.cell }))).toEqual([
      'Dm9 0+960 beat 1 (2)',
      'Dm11 960+960 beat 3 (2)',
      'G9 1920+960 beat 1 (2)',
      'C6 2880+960 beat 3 (2)',
    ]);
  });
  test('and three, and lets go of each by its own cell', () => {
    const { columns } = at('key: C\n| Dm7 | G7 C |');
    const first = divide(columns({})[0]!)!;
    const cells = { [first.at]: first.cell };
    const second = divide(columns(cells)[1]!)!;
    expect(shown(columns({ ...cells, [second.at]: second.cell })).slice(0, 3)).toEqual([
      'Dm9 0+960 beat 1 (2)',
      'Dm11 960+480 beat 3 (1)',
      'Dm(add9) 1440+480 beat 4 (1)',
    ]);
    expect(shown(columns({ [second.at]: second.cell })).slice(0, 2)).toEqual([
      'Dm9 0+1440 beat 1 (3)',
      'Dm(add9) 1440+480 beat 4 (1)',
    ]);
  });
  test('three beats as two and one; a beat not at all', () => {
    const waltz = at('meter: 3/4\nkey: C\n| C | F . G |');
    expect(divide(waltz.columns({})[0]!)!.at).toBe('a:1:960');
    expect(divide(waltz.columns({})[2]!)).toBeNull();
  });
  test('from any beat on: the second begins earlier or later, and each keeps a beat', () => {
    const { columns } = at('key: C\n| Dm7 | G7 C |');
    const cut = divide(columns({})[0]!)!;
    const two = columns({ [cut.at]: cut.cell });
    const later = shiftPart(two[1]!, two[0], 1)!;
    const cells = applyPatch({ [cut.at]: cut.cell }, later).cells;
    expect(shown(columns(cells)).slice(0, 2)).toEqual(['Dm9 0+1440 beat 1 (3)', 'Dm11 1440+480 beat 4 (1)']);
    expect(shiftPart(columns(cells)[1]!, columns(cells)[0], 1)).toBeNull();
    expect(shiftPart(columns(cells)[0]!, undefined, -1)).toBeNull();
    expect(
      shown(columns(applyPatch(cells, shiftPart(columns(cells)[1]!, columns(cells)[0], -2)!).cells)).slice(0, 2),
    ).toEqual(['Dm9 0+480 beat 1 (1)', 'Dm11 480+1440 beat 2 (3)']);
  });
  test('waits where the chart says another chord there', () => {
    const { columns } = at('key: C\n| Em7 | G7 C |');
    expect(columns({ 'a:1:960': { on: 'Dm7', source: { kind: 'chart' } } })).toHaveLength(3);
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

describe('a decision is found again', () => {
  const taken = (text: string, cells: Cells, ids = ['a', 'b', 'c', 'd']) => {
    const chart = parseChart(text);
    if (!chart.ok) throw new Error(text);
    const slots = readChart(chart.value, versionsOf(cells, ids));
    return columnsOf(slots, slotKeys(slots, ids), cells).map(({ symbol, decision }) =>
      `${symbol} ${decision?.pin ?? ''}`.trim(),
    );
  };
  const slotOf = (text: string, at: number) => {
    const chart = parseChart(text);
    if (!chart.ok) throw new Error(text);
    return readChart(chart.value)[at]!;
  };
  const before = 'key: C\n| Dm7 | G7 | C |';
  const cells: Cells = {
    'a:1:0': { ...decisionFor(slotOf(before, 0)), source: { kind: 'chart' }, pin: 'x-5-7-5-6-5' },
    'b:1:0': { ...decisionFor(slotOf(before, 1)), source: { kind: 'colour', suffix: '13b9' }, pin: '3-x-3-4-5-4' },
    'c:1:0': { ...decisionFor(slotOf(before, 2)), source: { kind: 'colour', suffix: 'maj9' }, pin: 'x-3-2-0-0-0' },
  };
  test.each([
    ['C', 'Dm7 x-5-7-5-6-5, G13b9 3-x-3-4-5-4, Cmaj9 x-3-2-0-0-0', before],
    ['E♭, up by the shortest way', 'Fm7 x-8-10-8-9-8, Bb13b9 6-x-6-7-8-7, Ebmaj9', 'key: Eb\n| Fm7 | Bb7 | Eb |'],
    ['B, down; an open grip is let go', 'C#m7 x-4-6-4-5-4, F#13b9 2-x-2-3-4-3, Bmaj9', 'key: B\n| C#m7 | F#7 | B |'],
    ['F♯, where there is room', 'G#m7 x-11-13-11-12-11, C#13b9 9-x-9-10-11-10, F#maj9', 'key: F#\n| G#m7 | C#7 | F# |'],
    ['another chord: it waits', 'Em11, G13b9 3-x-3-4-5-4, Cmaj9 x-3-2-0-0-0', 'key: C\n| Em7 | G7 | C |'],
  ])('in %s', (_, expected, text) => {
    expect(taken(text, cells).join(', ')).toBe(expected);
  });

  test('and chooses other changes for a bar, each time through by itself', () => {
    const text = 'key: C\n|: G7 {or Ab7 G7} | C :|';
    const other: Cells = { 'a:2:changes': { on: '', source: { kind: 'changes', number: 1 } } };
    expect(taken(text, other)).toEqual(['G9', 'C6', 'Ab9', 'G9', 'C6']);
    expect(taken('key: C\n|: G7 | C :|', other)).toEqual(['G9', 'C6', 'G9', 'C6']);
  });
});
