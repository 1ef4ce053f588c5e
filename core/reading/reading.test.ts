import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { formatKey } from '../pitch/key.ts';
import { readChart, type Reading } from './read.ts';

/** A reading in short: its numeral, and for a chord from outside `kind>target` or `kind@key` (`!` not landing). */
function short({ numeral, outside }: Reading): string {
  if (outside === null) return numeral;
  const { kind, target, key, lands } = outside;
  return `${numeral}:${kind}${target === null ? '' : `>${target}`}${key === null ? '' : `@${formatKey(key)}`}${lands === false ? '!' : ''}`;
}

function read(text: string): readonly (Reading & { also: readonly Reading[] })[] {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(`${text}: ${JSON.stringify(chart.problems)}`);
  return readChart(chart.value).flatMap(({ reading, also }) => (reading ? [{ ...reading, also }] : []));
}

/** Progressions of our own with the reading a schooled player would write (common practice). */
const PROGRESSIONS: readonly (readonly [string, string, string])[] = [
  ['diatonic', 'key: C\n| C | Am7 | Dm7 | G7 |', 'I vi7 ii7 V7'],
  [
    'minor mixes its scales',
    'key: Cm\n| Cm6 | F7 | Gm7 | G7 | Bb7 | Bdim7 | Am7b5 |',
    'i6 IV7 v7 V7 bVII7 VIIdim7 vim7b5',
  ],
  ['V of ii', 'key: C\n| C | A7 | Dm7 | G7 |', 'I VI7:secondary-dominant>ii ii7 V7'],
  ['V of V', 'key: Bb\n| Bb | C7 | F7 | Bb |', 'I II7:secondary-dominant>V V7 I'],
  ['V of vi as a triad', 'key: C\n| C | E | Am | F |', 'I III:secondary-dominant>vi vi IV'],
  ['V of IV', 'key: C\n| C | C7 | F | G7 |', 'I I7:secondary-dominant>IV IV V7'],
  [
    'V of iii with its ii',
    'key: C\n| C | F#m7b5 B7 | Em7 | A7 | Dm7 | G7 |',
    'I #ivm7b5:related-ii>VII VII7:secondary-dominant>iii iii7 VI7:secondary-dominant>ii ii7 V7',
  ],
  ['V of V before an inserted ii', 'key: C\n| C | D7 | Dm7 | G7 |', 'I II7:secondary-dominant>V ii7 V7'],
  [
    'a chain of dominants',
    'key: C\n| C | E7 | A7 | D7 | G7 | C |',
    'I III7:secondary-dominant>VI VI7:secondary-dominant>II II7:secondary-dominant>V V7 I',
  ],
  ['ii–V of IV', 'key: Db\n| Db | Abm7 | Db7 | Gb |', 'I v7:related-ii>I I7:secondary-dominant>IV IV'],
  ['ii–V over a bar line', 'key: F\n| F | Em7b5 | A7 | Dm |', 'I viim7b5 III7:secondary-dominant>vi vi'],
  ['tritone substitute', 'key: C\n| Dm7 | Db7 | C |', 'ii7 bII7:tritone-substitute>I I'],
  [
    'tritone substitute with its own ii',
    'key: C\n| Dm7 | Abm7 Db7 | C |',
    'ii7 bvi7:related-ii>bII bII7:tritone-substitute>I I',
  ],
  ['substitute of V of ii', 'key: C\n| C | Eb7 | Dm7 | G7 |', 'I bIII7:tritone-substitute>ii ii7 V7'],
  ['flat six seven to five', 'key: Cm\n| Cm | Ab7 | G7 | Cm |', 'i bVI7:tritone-substitute>V V7 i'],
  ['backdoor', 'key: C\n| C | Fm7 | Bb7 | C |', 'I iv7:related-ii>bVII bVII7:backdoor>I I'],
  ['backdoor alone', 'key: G\n| C | F7 | G |', 'IV bVII7:backdoor>I I'],
  ['borrowed iv', 'key: C\n| F | Fm | C |', 'IV iv:borrowed I'],
  ['borrowed flat six and flat seven', 'key: C\n| C | Ab | Bb | C |', 'I bVI:borrowed bVII:borrowed I'],
  ['half-diminished ii in major', 'key: C\n| C | Dm7b5 | G7 | C |', 'I iim7b5:borrowed V7 I'],
  ['minor five looks back', 'key: C\n| C | Gm7 | F | C |', 'I v7:borrowed IV I'],
  ['the flat two major', 'key: C\n| C | Dbmaj7 | C |', 'I bIImaj7:borrowed I'],
  ['sharp four half-diminished', 'key: C\n| C | F#m7b5 | F | C |', 'I #ivm7b5:borrowed IV I'],
  ['Picardy', 'key: Cm\n| Cm | Fm | G7 | C |', 'i iv V7 I:picardy'],
  ['a lifting II', 'key: C\n| C | D7 | F | C |', 'I II7:non-resolving-dominant IV I'],
  ['a lifting III', 'key: C\n| C | E7 | F | G7 |', 'I III7:non-resolving-dominant IV V7'],
  ['rising diminished', 'key: C\n| C | C#dim7 | Dm7 | G7 |', 'I #Idim7:passing-diminished>ii ii7 V7'],
  ['rising to I over its fifth', 'key: C\n| F | F#dim7 | C/G | G7 |', 'IV #IVdim7:passing-diminished>I I/5 V7'],
  ['falling diminished', 'key: C\n| Em7 | Ebdim7 | Dm7 | G7 |', 'iii7 bIIIdim7:passing-diminished>ii ii7 V7'],
  ['leading-tone diminished', 'key: C\n| F | G#dim7 | Am | F |', 'IV #Vdim7:leading-tone-diminished>vi vi IV'],
  ['common-tone diminished', 'key: C\n| C | Cdim7 | C | G7 |', 'I Idim7:common-tone-diminished>I I V7'],
  [
    'a ii–V that lands elsewhere',
    'key: C\n| C | Fm7 Bb7 | Eb | G7 |',
    'I iv7:foreign-ii-v@Eb major bVII7:foreign-ii-v@Eb major bIII:borrowed V7',
  ],
  [
    'a ii–V that does not land',
    'key: C\n| C | C#m7 F#7 | Am | G7 |',
    'I #i7:foreign-ii-v@B major! #IV7:foreign-ii-v@B major! vi V7',
  ],
  [
    'a side-slip',
    'key: C\n| Dm7 | Ebm7 Ab7 | Dm7 G7 | C |',
    'ii7 biii7:foreign-ii-v@Db major! bVI7:foreign-ii-v@Db major! ii7 V7 I',
  ],
  [
    'a minor seventh falling by half steps',
    'key: C\n| Em7 | Ebm7 | Dm7 | G7 |',
    'iii7 biii7:chromatic-approach>ii ii7 V7',
  ],
  ['iii that is also a ii', 'key: C\n| Em7 | A7 | Dm7 | G7 |', 'iii7 VI7:secondary-dominant>ii ii7 V7'],
  [
    'a tune that starts off its tonic',
    'key: C\n| A7 | D7 | G7 | C |',
    'VI7:secondary-dominant>II II7:secondary-dominant>V V7 I',
  ],
  ['the last bar turns to the first', 'key: C\n| Dm7 | G7 | C | A7 |', 'ii7 V7 I VI7:secondary-dominant>ii'],
  [
    'a major blues explains its own sevenths',
    'key: F\n| F7 | Bb7 | F7 | F7 | Bb7 | % | F7 | D7 | Gm7 | C7 | F7 | C7 |',
    'I7:blues IV7:blues I7:blues I7:blues IV7:blues IV7:blues I7:blues VI7:secondary-dominant>ii ii7 V7 I7:blues V7',
  ],
  [
    'a minor blues',
    'key: Bbm\n| Bbm | Ebm | Bbm | Bb7 | Ebm | % | Bbm | % | Cm7b5 | F7 | Bbm | Gb7 F7 |',
    'i iv i I7:secondary-dominant>iv iv iv i i iim7b5 V7 i bVI7:tritone-substitute>V V7',
  ],
  [
    'a change of key as written',
    'key: C\n| C | G7 | {key: Eb} Bb7 | Eb | Cm7 | {key: C} G7 | C |',
    'I V7 V7:modulation@Eb major I vi7 V7 I',
  ],
  ['a substitute before an inserted ii', 'key: Em\n| Em | C7 | F#m7b5 | B7 |', 'i bVI7:tritone-substitute>V iim7b5 V7'],
  [
    'a bridge that modulates and comes back',
    'key: E\n| E | Ebm7 | Ab7 | Db | Gb | Ebm7 | Ab7 | Db C#7 | F#m7 B7 |',
    'I ii7:modulation@Db major V7 I IV ii7 V7 I VI7:secondary-dominant>ii ii7 V7',
  ],
  ['what has no reason is said honestly', 'key: C\n| C | F#maj7 | Am | G7 |', 'I #IVmaj7:unexplained vi V7'],
];

describe('a progression reads as a schooled player would write it', () => {
  test.each(PROGRESSIONS)('%s', (_, chart, expected) => {
    expect(read(chart).map(short).join(' ')).toBe(expected);
  });
});

/** Sharps and flats that keep a key writable; the reading must not care. */
const UP: Record<string, number> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };
const NAMES = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'];
const MINOR_NAMES = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'G#', 'A', 'Bb', 'B'];
function moved(chart: string, by: number): string {
  const minor = /key: \w#?b?m/.test(chart);
  const names = minor ? MINOR_NAMES : NAMES;
  return chart.replace(/(?<![\w/])([A-G])([b#]?)(?=m|\d|dim|maj|[\s/}]|$)|(?<=\/)([A-G])([b#]?)/g, (_, a, b, c, d) => {
    const [letter, sign] = [a ?? c, b ?? d] as [string, string];
    const pc = UP[letter]! + (sign === '#' ? 1 : sign === 'b' ? -1 : 0);
    return names[(pc + by + 24) % 12]!;
  });
}

test('and the same in all twelve keys, whatever the names of the roots', () => {
  // What depends on a root's letter (♯II or ♭III) is set aside: function, kind and whether it lands are not.
  const bare = (text: string) =>
    read(text).map(({ function: does, outside, also }) => [does, outside?.kind, outside?.lands, also.length].join());
  for (const [, chart] of PROGRESSIONS) {
    for (let by = 1; by < 12; by++)
      expect([moved(chart, by), bare(moved(chart, by))]).toEqual([moved(chart, by), bare(chart)]);
  }
});

describe('second good readings', () => {
  const also = (chart: string, at: number) => read(chart)[at]!.also.map(short);
  test('iii before VI7 is also the ii of ii', () => {
    expect(also('key: C\n| Em7 | A7 | Dm7 | G7 |', 0)).toEqual(['iii7:related-ii>VI']);
  });
  test('♭VII7 to ♭III in minor is also its dominant', () => {
    expect(also('key: Cm\n| Cm | Bb7 | Eb | G7 |', 1)).toEqual(['bVII7:secondary-dominant>bIII']);
  });
  test('bar four of a blues leads to IV', () => {
    const slots = read('key: F\n| F7 | Bb7 | F7 | F7 | Bb7 | % | F7 | D7 | Gm7 | C7 | F7 | C7 |');
    expect(slots[3]!.also.map(short)).toEqual(['I7:secondary-dominant>IV']);
  });
  test('a side-slip is also the ii–V of a substitute', () => {
    expect(also('key: C\n| Dm7 | Ebm7 Ab7 | Dm7 G7 | C |', 2)).toEqual(['bVI7:tritone-substitute>V']);
  });
  test('a passing diminished chord is also the leading tone of the next', () => {
    expect(also('key: C\n| C | C#dim7 | Dm7 | G7 |', 1)).toEqual(['#Idim7:leading-tone-diminished>ii']);
  });
});
