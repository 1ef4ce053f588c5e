import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseChart } from '../chart/parse.ts';
import { keysOfMode, transpose } from '../chart/transpose.ts';
import { formatKey } from '../pitch/key.ts';
import { parseTune } from '../melody/tune-text.ts';
import { formOfChart } from './form.ts';
import { resolutions, twoFives } from './links.ts';
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
  ['a lifting III', 'key: C\n| C | E7 | G | F |', 'I III7:non-resolving-dominant V IV'],
  // The dominant of vi, or of ii, goes to IV: the deceptive turn of another degree.
  ['V of vi to IV', 'key: C\n| C | E7 | F | G7 |', 'I III7:secondary-dominant>vi! IV V7'],
  ['V of ii to IV', 'key: C\n| C | A7 | F | G7 |', 'I VI7:secondary-dominant>ii! IV V7'],
  [
    'a dominant whose target is replaced',
    'key: C\n| C | D7 | Db7 | C |',
    'I II7:secondary-dominant>V bII7:tritone-substitute>I I',
  ],
  ['the backdoor to iii', 'key: C\n| C | Bb7 | Em7 | A7 |', 'I bVII7:backdoor>iii iii7 VI7:foreign-ii-v@D major!'],
  ['rising diminished', 'key: C\n| C | C#dim7 | Dm7 | G7 |', 'I #Idim7:passing-diminished>ii ii7 V7'],
  ['rising to I over its fifth', 'key: C\n| F | F#dim7 | C/G | G7 |', 'IV #IVdim7:passing-diminished>I I/5 V7'],
  ['falling diminished', 'key: C\n| Em7 | Ebdim7 | Dm7 | G7 |', 'iii7 bIIIdim7:passing-diminished>ii ii7 V7'],
  ['leading-tone diminished', 'key: C\n| F | G#dim7 | Am | F |', 'IV #Vdim7:leading-tone-diminished>vi vi IV'],
  ['common-tone diminished', 'key: C\n| C | Cdim7 | C | G7 |', 'I Idim7:common-tone-diminished>I I V7'],
  [
    'a ii–V that lands elsewhere',
    'key: C\n| C | Fm7 Bb7 | Eb | G7 |',
    'I iv7:foreign-ii-v@Eb major bVII7:foreign-ii-v@Eb major bIII:landing@Eb major V7',
  ],
  [
    'a ii–V that does not land',
    'key: C\n| C | C#m7 F#7 | Am | G7 |',
    'I bii7:foreign-ii-v@B major! bV7:foreign-ii-v@B major! vi V7',
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
  ['a voice walks down over one chord', 'key: C\n| C | Cmaj7 | C7 | C6 | G7 |', 'I Imaj7 I7:line>I I6 V7'],
  ['a voice walks up from the fifth', 'key: C\n| C | Caug | C6 | G7 |', 'I Iaug:line>I I6 V7'],
  [
    'the walking voice of a minor chord in a major key',
    'key: C\n| Am | Am(maj7) | Am7 | D7 | G7 | C |',
    'vi vi(maj7):line>vi vi7 II7:secondary-dominant>V V7 I',
  ],
  ['the bass alone slips up', 'key: C\n| Cmaj7 | Cmaj7/C# | Dm7 | G7 |', 'Imaj7 Imaj7/b2:bass-slip>ii ii7 V7'],
  ['a strange chord over a held bass', 'key: C\n| C | Db/C | C | G7 |', 'I bII/7:pedal>I I V7'],
  ['flat seven over the tonic', 'key: C\n| C | Bb/C | F/C | C |', 'I bVII/2:pedal>I IV/5:pedal>bVII I'],
  [
    'a bass on the seventh makes a dominant of a triad',
    'key: C\n| C | C/Bb | F/A | G7 |',
    'I I/b7:secondary-dominant>IV IV/3 V7',
  ],
  [
    'a suspended chord first, then its third',
    'key: C\n| C | A7sus4 A7 | Dm7 | G7sus4 G7 |',
    'I VI7sus4:secondary-dominant>ii VI7:secondary-dominant>ii ii7 V7sus4 V7',
  ],
  ['suspended chords of the key', 'key: C\n| Csus4 | C | Dsus4 | Gsus4 |', 'Isus4 I IIsus4 Vsus4'],
  [
    'one suspended grip in parallel',
    'key: C\n| C7sus4 | Eb7sus4 | F7sus4 | C7sus4 |',
    'I7sus4:planing bIII7sus4:planing IV7sus4:planing I7sus4:planing',
  ],
  ['a power chord moved about the minor pentatonic', 'key: E\n| E5 | G5 | A5 | E5 |', 'I5 bIII5:planing IV5 I5'],
  [
    'a major chord a third above the tonic, at rest',
    'key: C\n| C | Emaj7 | C | G7 |',
    'I IIImaj7:chromatic-mediant>I I V7',
  ],
  ['a minor chord a third above a minor tonic', 'key: Cm\n| Cm | Em | Cm | G7 |', 'i iii:chromatic-mediant>i i V7'],
  ['two chords that make a mode', 'key: C\n| C | D | C | D |', 'I II:modal@C lydian I II:modal@C lydian'],
  [
    'a mixolydian round',
    'key: D\n| D | C | G | D | C | D |',
    'I bVII:modal@D mixolydian IV I bVII:modal@D mixolydian I',
  ],
  ['a phrygian round', 'key: Em\n| Em | F | Em | F |', 'i bII:modal@E phrygian i bII:modal@E phrygian'],
  ['a mode as the key', 'key: D dorian\n| Dm7 | Em7 | F | G7 | Am7 | C |', 'i7 ii7 bIII IV7 v7 bVII'],
  ['a chord from outside the mode', 'key: D dorian\n| Dm7 | G7 | Bbmaj7 | Dm7 |', 'i7 IV7 bVImaj7:borrowed i7'],
  ['the dominant goes elsewhere first', 'key: C\n| Dm7 | G7 | Abmaj7 | C |', 'ii7 V7 bVImaj7:deceptive>I I'],
  ['the dominant falls to the flat two first', 'key: F\n| Gm7 | C7 | Gbmaj7 | F |', 'ii7 V7 bIImaj7:deceptive>I I'],
  [
    'a bridge that begins at once in another key',
    'key: C\n| C | Am7 | Dm7 | G7 | Eb | Cm7 | Fm7 | Bb7 | C | G7 |',
    'I vi7 ii7 V7 I:modulation@Eb major vi7 ii7 V7 I V7',
  ],
  [
    'a near key made sure by its second cadence, by way of a chord of both',
    'key: C\n| C | G7 | C | Am7 | D7 | G | Em7 | Am7 | D7 | G | G7 | C |',
    'I V7 I ii7:modulation@G major V7 I vi7 ii7 V7 I V7 I',
  ],
  [
    'one dominant of the dominant changes no key',
    'key: C\n| C | Am7 | D7 | G | C | F | G7 | C |',
    'I vi7 II7:secondary-dominant>V V I IV V7 I',
  ],
  [
    'the relative minor as a key of its own',
    'key: C\n| C | G7 | C | E7 | Am | Dm | E7 | Am | G7 | C |',
    'I V7 I V7:modulation@A minor i iv V7 i V7 I',
  ],
  ['a minor ii–V–i', 'key: Gm\n| Am7b5 | D7 | Gm6 | % |', 'iim7b5 V7 i6 i6'],
  [
    'ii–V’s down by whole steps',
    'key: G\n| Gmaj7 | Gm7 | C7 | Fmaj7 | Fm7 | Bb7 | Ebmaj7 | Am7b5 D7 |',
    'Imaj7 i7:foreign-ii-v@F major IV7:foreign-ii-v@F major bVIImaj7:landing@F major bvii7:foreign-ii-v@Eb major bIII7:foreign-ii-v@Eb major bVImaj7:landing@Eb major iim7b5:borrowed V7',
  ],
  [
    'a diminished chord that falls into ii from wherever it came',
    'key: C\n| C Ebdim7 | Dm7 G7 |',
    'I bIIIdim7:passing-diminished>ii ii7 V7',
  ],
  ['one flat seven in four chords is borrowed', 'key: C\n| C | Bb | F | C |', 'I bVII:borrowed IV I'],
  ['however often it is repeated', 'key: C\n|: C | Bb | F | C :|', 'I bVII:borrowed IV I I bVII:borrowed IV I'],
  [
    'a round of three is a mode',
    'key: C\n|: C | Bb | F :|',
    'I bVII:modal@C mixolydian IV I bVII:modal@C mixolydian IV',
  ],
  ['a dominant of a dominant by its substitute', 'key: C\n| C | Ab7 | G7 | C |', 'I bVI7:tritone-substitute>V V7 I'],
  [
    'the whole turnaround by half steps',
    'key: C\n| Em7 Eb7 | Dm7 Db7 | C |',
    'iii7 bIII7:tritone-substitute>ii ii7 bII7:tritone-substitute>I I',
  ],
  [
    'a turnaround of lent major sevenths',
    'key: C\n| C Ebmaj7 | Abmaj7 Dbmaj7 | C |',
    'I bIIImaj7:borrowed bVImaj7:borrowed bIImaj7:borrowed I',
  ],
  [
    'an eight-bar blues',
    'key: C\n| C7 | G7 | F7 | F#dim7 | C7/G | G7 | C7 | G7 |',
    'I7:blues V7 IV7:blues #IVdim7:passing-diminished>I I7/5:blues V7 I7:blues V7',
  ],
  ['an augmented dominant', 'key: C\n| C | Caug | F | Gaug | C |', 'I Iaug:secondary-dominant>IV IV Vaug I'],
  [
    'vi may be half-diminished in minor, and iv may be dominant',
    'key: Dm\n| Dm | Bm7b5 | G7 | A7 |',
    'i vim7b5 IV7 V7',
  ],
  [
    'a chain of short visits, each at rest where it landed',
    'key: C\n| Cmaj7 | F#m7 B7 | Emaj7 | Em7 A7 | Dmaj7 | Dm7 G7 | C |',
    'Imaj7 bv7:foreign-ii-v@E major VII7:foreign-ii-v@E major IIImaj7:landing@E major iii7 VI7:foreign-ii-v@D major IImaj7:landing@D major ii7 V7 I',
  ],
  [
    'a minor visit',
    'key: C\n| C | C#m7b5 F#7 | Bm | Dm7 G7 |',
    'I #im7b5:foreign-ii-v@B minor bV7:foreign-ii-v@B minor vii:landing@B minor ii7 V7',
  ],
  [
    'a visit by its dominant alone',
    'key: C\n| C | B7 | E | G7 |',
    'I VII7:secondary-dominant>III III:landing@E major V7',
  ],
  ['V of a borrowed chord', 'key: C\n| C | Eb7 | Abmaj7 | G7 |', 'I bIII7:secondary-dominant>bVI bVImaj7:borrowed V7'],
  ['its substitute', 'key: C\n| C | A7 | Abmaj7 | G7 |', 'I VI7:tritone-substitute>bVI bVImaj7:borrowed V7'],
  [
    'a dominant interrupted by a side-slip',
    'key: C\n| C A7 | Ebm7 Ab7 | Dm7 | G7 |',
    'I VI7:secondary-dominant>ii biii7:foreign-ii-v@Db major! bVI7:foreign-ii-v@Db major! ii7 V7',
  ],
  ['V of IV to ii', 'key: C\n| C | C7 | Dm7 | G7 |', 'I I7:secondary-dominant>IV! ii7 V7'],
  ['one IV7 is no blues', 'key: C\n| C | F7 | C | G7 |', 'I IV7:borrowed I V7'],
  [
    'one I7 at rest is no blues',
    'key: C\n| C | C7 | Bbmaj7 | Am7 | Dm7 G7 |',
    'I I7:borrowed bVIImaj7:borrowed vi7 ii7 V7',
  ],
  [
    'a tonic that is plainly a seventh chord',
    'key: C\n| C7 | F7 | C7 | Dm7 G7 | C7 | G7 | C7 | F7 | C7 | C7 |',
    'I7:blues IV7:blues I7:blues ii7 V7 I7:blues V7 I7:blues IV7:blues I7:blues I7:blues',
  ],
  ['a substitute that goes elsewhere', 'key: C\n| C | Db7 | F | G7 |', 'I bII7:tritone-substitute>I! IV V7'],
  ['a whole pedal by half steps', 'key: C\n| C | D/C | Db/C | C |', 'I II/b7:pedal>I bII/7:pedal>II I'],
  ['a whole pedal', 'key: C\n| C | D/C | Fm/C | C |', 'I II/b7:pedal>I iv/5:pedal>II I'],
  ['a dominant a half step below home', 'key: C\n| C | B7 | C | G7 |', 'I VII7:chromatic-approach>I I V7'],
  ['an augmented triad a half step above', 'key: C\n| Dm7 | Dbaug | C | G7 |', 'ii7 bIIaug:chromatic-approach>I I V7'],
  ['IV over V of ii', 'key: C\n| C | G/A | Dm7 | G7 |', 'I V/2:secondary-dominant>ii ii7 V7'],
  ['ii over V of V', 'key: C\n| C | Am7/D | G7 | C |', 'I vi7/4:secondary-dominant>V V7 I'],
  [
    'the half-diminished chord that a slipping bass makes',
    'key: C\n| Cmaj7 | C#m7b5 | Dm7 | G7 |',
    'Imaj7 #im7b5:bass-slip>ii ii7 V7',
  ],
  ['what has no reason is said honestly', 'key: C\n| C | F#maj7 | Am | G7 |', 'I bVmaj7:unexplained vi V7'],
];

test('nothing of common practice goes unexplained', () => {
  const unexplained = PROGRESSIONS.filter(([, , expected]) => expected.includes('unexplained'));
  expect(unexplained.map(([what]) => what)).toEqual(['what has no reason is said honestly']);
  expect(PROGRESSIONS.length).toBeGreaterThan(80);
});

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
  const minor = /key: \w#?b?(m| dorian)/.test(chart);
  const names = minor ? MINOR_NAMES : NAMES;
  return chart.replace(
    /(?<![\w/])([A-G])([b#]?)(?=m|\d|dim|maj|aug|sus|[\s/}]|$)|(?<=\/)([A-G])([b#]?)/g,
    (_, a, b, c, d) => {
      const [letter, sign] = [a ?? c, b ?? d] as [string, string];
      const pc = UP[letter]! + (sign === '#' ? 1 : sign === 'b' ? -1 : 0);
      return names[(pc + by + 24) % 12]!;
    },
  );
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
  test('a dominant that is also a step of a line', () => {
    expect(also('key: C\n| C | Cmaj7 | C7 | F |', 2)).toEqual(['I7:line>I']);
  });
  test('the flat six after the dominant is also borrowed', () => {
    expect(also('key: C\n| Dm7 | G7 | Abmaj7 | C |', 2)).toEqual(['bVImaj7:borrowed']);
  });
  test('ii over a dominant pedal says so', () => {
    expect(also('key: C\n| G7 | Dm7/G | G7 | C |', 1)).toEqual(['ii7/4:pedal>V']);
  });
  test('a passing diminished chord is also the leading tone of the next', () => {
    expect(also('key: C\n| C | C#dim7 | Dm7 | G7 |', 1)).toEqual(['#Idim7:leading-tone-diminished>ii']);
  });
});

const chartOf = (text: string) => {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(text);
  return chart.value;
};

describe('what belongs together is told', () => {
  test.each([
    ['key: C\n| Dm7 | G7 | C |', ['Dm7–G7 C major lands']],
    ['key: C\n| Dm7b5 | G7 | Cm |', ['Dm7b5–G7 C minor lands']],
    ['key: C\n| C | Em7b5 A7 | Dm7 G7 | C |', ['Em7b5–A7 D minor lands', 'Dm7–G7 C major lands']],
    ['key: C\n| Dm7 | Ebm7 Ab7 | Dm7 G7 | C |', ['Ebm7–Ab7 Db major', 'Dm7–G7 C major lands']],
    ['key: F\n| Gm7 | % | C7 | F |', ['Gm7–C7 F major lands']],
    ['key: C\n| Am7b5 | D7 | Dm7b5 | G7 |', ['Am7b5–D7 G minor', 'Dm7b5–G7 C minor']],
  ])('ii–V’s of %j', (text, expected) => {
    const slots = readChart(chartOf(text));
    expect(
      twoFives(slots).map(
        ({ two, five, key, lands }) =>
          `${slots[two]!.symbol}–${slots[five]!.symbol} ${formatKey(key)}${lands ? ' lands' : ''}`,
      ),
    ).toEqual(expected);
  });

  test.each([
    ['key: C\n| C | A7 | Dm7 | G7 | C |', ['A7>Dm7 fifth', 'G7>C fifth']],
    ['key: C\n| Dm7 | Db7 | C |', ['Db7>C half-step']],
    ['key: C\n| F | Bb7 | C |', ['Bb7>C backdoor']],
    ['key: C\n| G7 | Am | F | G7 | % | C |', ['G7>C fifth']],
    ['key: C\n| C | D7 | F | C |', []],
  ])('dominants that resolve in %j', (text, expected) => {
    const slots = readChart(chartOf(text));
    expect(resolutions(slots).map(({ from, to, by }) => `${slots[from]!.symbol}>${slots[to]!.symbol} ${by}`)).toEqual(
      expected,
    );
  });
});

describe('the form', () => {
  const formIn = (text: string) => {
    const chart = chartOf(text);
    return formOfChart(chart, readChart(chart)).map(
      ({ name, bars, phrases }) =>
        `${name}${bars}: ${phrases.map(({ firstBar, lastBar, cadence }) => `${firstBar}-${lastBar} ${cadence ? cadence.kind : '?'}`).join(', ')}`,
    );
  };
  test.each([
    ['key: C\n[A]\n| C | F | C | G7 |\n| C | F | G7 | C |', ['A8: 1-4 half, 5-8 authentic']],
    ['key: C\n[A]\n| C | F | G | Am |\n[B]\n| F | Fm | C | % |', ['A4: 1-4 deceptive', 'B4: 5-8 plagal']],
    ['key: C\n| C | F | Bb7 | C |\n| Dm7 | Db7 | C | % |', ['null8: 1-4 backdoor, 5-8 authentic']],
    ['key: Cm\n[pickup 1/4] | G7 |\n| Cm | Fm | G7 | Cm |\n', ['null4: 0-0 half, 1-4 authentic']],
    ['key: Db\n[A]\n|: Db | Gb | Eb7 Ab7 |1 Db Ab7 :|2 Db |', ['A5: 1-5 authentic']],
    ['key: C\n| C | F | G7 | C/E |\n| F | C/G |', ['null6: 1-4 ?, 5-6 ?']],
    ['key: C\n| C | Am7 | D7 | G || C | F | C | E7 |', ['null8: 1-4 half, 5-8 ?']],
  ])('of %j', (text, expected) => {
    expect(formIn(text)).toEqual(expected);
  });

  const sungIn = (text: string) => {
    const tune = parseTune(text);
    if (!tune.ok) throw new Error(JSON.stringify(tune.problems));
    const { chart, melody } = tune.value;
    const slots = readChart(chart);
    return formOfChart(chart, slots, melody!).flatMap(({ phrases }) =>
      phrases.map(
        ({ firstBar, lastBar, cadence, end }) =>
          `${firstBar}-${lastBar} ${cadence?.kind ?? '?'} ${end === null ? '' : slots[end]!.symbol}`,
      ),
    );
  };
  test.each([
    [
      'phrases are those that are sung: the turn back at the end of the line is after the last one',
      '| C | G7 | C | Dm7 G7 |\n| C | F | G7 | C A7 |\nmelody:\nE4 G4 | F4 D4 | C8 | z8 | E4 G4 | A4 F4 | D4 B,4 | C4 z4 |',
      ['1-4 authentic C', '5-8 authentic C'],
    ],
    [
      'a breath put in the middle of a line parts it',
      '| C | G7 | C | F G7 | C |\nmelody:\nE4 G4 | F4 !breath!D4 | E4 E4 | A4 G4 | c8 |',
      ['1-2 half G7', '3-5 authentic C'],
    ],
    [
      'a last note under which the tonic comes has come home',
      '| C | F | G7 | G7 C |\nmelody:\nE4 G4 | A4 G4 | F4 E4 | D8 |',
      ['1-4 authentic G7'],
    ],
    [
      'where nobody sings the lines of the chart stand',
      '| C | F | C | G7 |\n| C | F | G7 | C |\nmelody:\nz8 | z8 | z8 | z8 | E4 F4 | A4 c4 | B4 A4 | G8 |',
      ['1-4 half ', '5-8 authentic C'],
    ],
    [
      'a second ending ends what the first did',
      '|: C | G7 |1 C :|2 C |\nmelody:\nE4 G4 | F4 D4 | C8 | C8 |',
      ['1-4 authentic C'],
    ],
  ])('%s', (_, text, expected) => {
    expect(sungIn(`key: C\n${text}`)).toEqual(expected);
  });
});

test('ii and IV over the fifth of the key are its suspended dominant', () => {
  expect(read('key: C\n| F/G | C | Dm7/G | C |').map(({ function: does }) => does)).toEqual([
    'dominant',
    'tonic',
    'dominant',
    'tonic',
  ]);
});

/** Any progression at all, over any key: roots and kinds as they come. */
const anyChart = fc
  .tuple(
    fc.constantFrom('C', 'Am', 'D dorian', 'F mixolydian', 'E phrygian', 'F lydian'),
    fc.array(
      fc.tuple(
        fc.constantFrom('C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'),
        fc.constantFrom('', 'm', '7', 'm7', 'maj7', 'm7b5', 'dim7', '7sus4', 'aug', '5', '6', 'm6', '/C', '/G', '7/Bb'),
      ),
      { minLength: 1, maxLength: 14 },
    ),
  )
  .map(([key, chords]) => `key: ${key}\n| ${chords.map(([root, kind]) => root + kind).join(' | ')} |`);

test('any progression is read, and the same in every key', () => {
  fc.assert(
    fc.property(anyChart, fc.integer({ min: 0, max: 20 }), (text, at) => {
      const bare = (chart: string) =>
        read(chart).map(({ function: does, outside, also }) =>
          [does, outside?.kind, outside?.lands, also.length].join(),
        );
      const chart = chartOf(text);
      const keys = keysOfMode(chart.key);
      const moved = transpose(text, keys[at % keys.length]!.tonic);
      if (!moved.ok) throw new Error(moved.problems.map(({ code }) => code).join());
      expect([moved.value, bare(moved.value)]).toEqual([moved.value, bare(text)]);
    }),
    { numRuns: 400, examples: [['key: C\n| Fm7 | Eb7sus4 | Db | Ab | C |', 4]] },
  );
});
