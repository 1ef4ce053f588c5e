import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { Chord, Interval, Note } from 'tonal';
import { masksOf } from '../chord/chord.ts';
import { suffixOf } from '../chord/kind.ts';
import { namesOf, type ChordName } from '../chord/names.ts';
import { parseChord } from '../chord/symbol.ts';
import { pitchClass } from '../pitch/note.ts';
import { maskOf, pitchClassOf } from '../pitch/pitch.ts';
import { DEFAULT_HAND, neckOf, type Hand } from '../neck/hand.ts';
import { holdingsOf, reachOf } from '../neck/hold.ts';
import { formatFrets, fretsAt, shapesOf } from './grips.ts';
import { firstTried } from '../leading/first-tried.ts';
import { buildLibrary } from './library.ts';

/*
 * Held against an open dataset of guitar grips, with the fingers they are printed with: chords-db 0.5.1
 * (`@tombatossals/chords-db`, MIT), 2,069 shapes.
 */
interface Position {
  frets: number[];
  fingers: number[];
  baseFret: number;
}
interface Dataset {
  chords: Record<string, { key: string; suffix: string; positions: Position[] }[]>;
}
const data = JSON.parse(
  readFileSync(createRequire(import.meta.url).resolve('@tombatossals/chords-db/lib/guitar.json'), 'utf8'),
) as Dataset;
const SHAPES = Object.values(data.chords).flatMap((chords) =>
  chords.flatMap(({ key, suffix, positions }) =>
    positions.map(({ frets, fingers, baseFret }) => ({
      key,
      suffix,
      frets: frets.map((fret) => (fret > 0 ? fret + baseFret - 1 : fret)),
      fingers,
    })),
  ),
);
const HAND: Hand = { ...DEFAULT_HAND, highestFret: 17 };
const NECK = neckOf(HAND);
const within = SHAPES.filter(
  ({ frets }) => Math.max(...frets) <= HAND.highestFret && reachOf(frets, NECK) <= HAND.reach,
);
const percent = (part: number, whole: number) => Math.round((1000 * part) / whole) / 10;

/**
 * The rules of the hand that a printed fingering breaks, each tested apart from the code that finds fingerings. No rule
 * broken and no way found would be a fault of ours.
 */
const RULES: readonly (readonly [string, (frets: number[], fingers: number[]) => boolean])[] = [
  [
    'misprinted: a finger missing, or on a string that is open or silent',
    (frets, fingers) => frets.some((fret, s) => fret > 0 !== fingers[s]! > 0),
  ],
  [
    'one finger on two frets',
    (frets, fingers) =>
      [1, 2, 3, 4].some((finger) => new Set(frets.filter((fret, s) => fret > 0 && fingers[s] === finger)).size > 1),
  ],
  ['a higher finger on a lower fret', (frets, fingers) => pairs(frets, fingers).some(([a, b]) => b.fret < a.fret)],
  [
    'on one fret a higher finger on a lower string',
    (frets, fingers) => pairs(frets, fingers).some(([a, b]) => a.fret === b.fret && b.from < a.to),
  ],
  [
    'a finger lying over a string that sounds open or behind it',
    (frets, fingers) =>
      placed(frets, fingers).some(({ fret, from, to }) =>
        frets.slice(from + 1, to).some((between) => between >= 0 && between < fret),
      ),
  ],
  [
    'a finger besides the index lying flat under or beside others',
    (frets, fingers) =>
      placed(frets, fingers).some(
        ({ finger, fret, from, to }) => finger > 1 && frets.slice(from, to + 1).some((between) => between !== fret),
      ),
  ],
  [
    'two fingers besides the index lying flat',
    (frets, fingers) => placed(frets, fingers).filter(({ finger, from, to }) => finger > 1 && to > from).length > 1,
  ],
  [
    'two fingers too far apart for a reach of 110 mm',
    (frets, fingers) =>
      pairs(frets, fingers).some(([a, b]) => {
        const along = NECK.mm[b.fret]! - NECK.mm[a.fret]!;
        const across = 9 * Math.max(0, b.from - a.to, a.from - b.to);
        const [most, straight] = APART[`${a.finger}${b.finger}`]!;
        return along > most || Math.hypot(along, across) > straight;
      }),
  ],
];

/** Millimetres two fingers can be apart, along the neck and straight across. */
const APART: Record<string, [number, number]> = {
  '12': [70.4, 75.9],
  '13': [97.9, 102.3],
  '14': [110, 121],
  '23': [60.5, 60.5],
  '24': [85.8, 92.4],
  '34': [63.8, 70.4],
};
interface Placed {
  finger: number;
  fret: number;
  from: number;
  to: number;
}
function placed(frets: number[], fingers: number[]): Placed[] {
  return [1, 2, 3, 4].flatMap((finger) => {
    const strings = frets.flatMap((fret, s) => (fret > 0 && fingers[s] === finger ? [s] : []));
    return strings.length === 0 ? [] : [{ finger, fret: frets[strings[0]!]!, from: strings[0]!, to: strings.at(-1)! }];
  });
}
const pairs = (frets: number[], fingers: number[]) =>
  placed(frets, fingers).flatMap((a, i, all) => all.slice(i + 1).map((b) => [a, b] as const));

const counted = (shapes: typeof SHAPES) => {
  const counts: Record<string, number> = {};
  for (const { frets, fingers } of shapes) {
    const broken = RULES.find(([, breaks]) => breaks(frets, fingers));
    const name = broken ? broken[0] : `unexplained: ${formatFrets(frets)} ${fingers.join('')}`;
    counts[name] = (counts[name] ?? 0) + 1;
  }
  return counts;
};

test('of the shapes nearly all can be held, and each that cannot breaks a rule as it is printed', () => {
  const refused = within.filter(({ frets }) => holdingsOf(frets, HAND).length === 0);
  expect(within.length).toBe(2069);
  expect(percent(within.length - refused.length, within.length)).toBe(99.6);
  expect(counted(refused)).toEqual({
    'a finger besides the index lying flat under or beside others': 5,
    'a higher finger on a lower fret': 1,
    'on one fret a higher finger on a lower string': 1,
    'two fingers too far apart for a reach of 110 mm': 1,
  });
});

test('the printed fingers are among the ways found, or break a rule', () => {
  const held = within
    .map((shape) => ({ ...shape, ways: holdingsOf(shape.frets, HAND) }))
    .filter(({ ways }) => ways.length > 0);
  const rankOf = ({ frets, fingers, ways }: (typeof held)[number]) =>
    ways.findIndex((way) => frets.every((fret, s) => fret <= 0 || way.fingers[s] === fingers[s]));
  const ranks = held.map(rankOf);
  expect(percent(ranks.filter((rank) => rank >= 0).length, within.length)).toBe(97.1);
  // The easiest way is the printed one, or the next easiest.
  expect(percent(ranks.filter((rank) => rank === 0).length, within.length)).toBe(83.9);
  expect(percent(ranks.filter((rank) => rank === 0 || rank === 1).length, within.length)).toBe(91.5);
  expect(counted(held.filter((shape) => rankOf(shape) < 0))).toEqual({
    'a finger besides the index lying flat under or beside others': 5,
    'a finger lying over a string that sounds open or behind it': 9,
    'a higher finger on a lower fret': 4,
    'misprinted: a finger missing, or on a string that is open or silent': 14,
    'on one fret a higher finger on a lower string': 3,
    'two fingers besides the index lying flat': 9,
    'two fingers too far apart for a reach of 110 mm': 9,
  });
});

/** The dataset's names in our spelling, where they differ. */
const SUFFIXES: Record<string, string> = {
  major: '',
  minor: 'm',
  '69': '6/9',
  m69: 'm6/9',
  aug7: '7#5',
  aug9: '9#5',
  mmaj7: 'm(maj7)',
  mmaj7b5: 'm(maj7)b5',
  mmaj9: 'm(maj9)',
  mmaj11: 'm(maj11)',
  madd9: 'm(add9)',
};
/** And in tonal's. */
const TONAL: Record<string, string> = { mmaj7: 'mM7', mmaj11: 'mM11', m69: 'm69', add9: 'add9', minor: 'm', major: '' };
/** Defined otherwise there: elevenths and thirteenths without the third or the thirteenth, whole stacks as "alt". */
const OTHERWISE = ['11', '9#11', '13', 'maj13', 'alt', '7sg'];

test('every shape is among the grips of its chord, or spells another chord', () => {
  const library = buildLibrary(HAND);
  const grips = new Map<string, Set<string>>();
  const gripsOf = (symbol: string) => {
    const known = grips.get(symbol);
    if (known) return known;
    const chord = parseChord(symbol);
    if (!chord.ok) throw new Error(symbol);
    const found = new Set(Array.from(shapesOf(chord.value, library), (shape) => formatFrets(fretsAt(library, shape))));
    grips.set(symbol, found);
    return found;
  };
  const compared = within.filter(
    ({ suffix, frets }) => !OTHERWISE.includes(suffix) && holdingsOf(frets, HAND).length > 0,
  );
  const missing = compared.filter(
    ({ key, suffix, frets }) => !gripsOf(key + (SUFFIXES[suffix] ?? suffix)).has(formatFrets(frets)),
  );
  expect(percent(compared.length - missing.length, compared.length)).toBe(98.5);
  // As tonal 6.4.3 has these chords, each shape sounds a note outside, or leaves one of the chord's notes out.
  expect(missing).toHaveLength(27);
  for (const { key, suffix, frets } of missing) {
    const [symbol, bass] = `${key}${TONAL[suffix] ?? suffix}`.split('/') as [string, string?];
    const tones =
      suffix === 'maj7b5'
        ? [0, 4, 6, 11]
        : Chord.get(symbol).intervals.map((interval) => Interval.semitones(interval) % 12);
    const above = frets.flatMap((fret, s) => (fret < 0 ? [] : [(NECK.open[s]! + fret - Note.chroma(key)! + 12) % 12]));
    const allowed = bass === undefined ? tones : [...tones, (Note.chroma(bass)! - Note.chroma(key)! + 12) % 12];
    const isAnother =
      above.some((interval) => !allowed.includes(interval)) || tones.some((tone) => !above.includes(tone));
    expect([symbol, formatFrets(frets), isAnother]).toEqual([symbol, formatFrets(frets), true]);
  }
});

/** Other names of ours for the same notes. */
const SAME_NOTES: Readonly<Record<string, string>> = { maj7b5: 'maj7#11', '9#5': '9b13' };

test('every shape is named as it is printed, first or second, whatever note lies lowest', () => {
  const ranks = within
    .filter(({ suffix }) => !OTHERWISE.includes(suffix))
    .map(({ key, suffix, frets }) => {
      const chord = parseChord(key + (SUFFIXES[suffix] ?? suffix));
      if (!chord.ok) throw new Error(suffix);
      const pitches = frets.flatMap((fret, s) => (fret < 0 ? [] : [NECK.open[s]! + fret]));
      const names = namesOf({ mask: maskOf(pitches.map(pitchClassOf)), bass: pitchClassOf(Math.min(...pitches)) });
      const printed = suffixOf(chord.value.kind);
      const isPrinted = ({ chord: { root, kind } }: ChordName) =>
        pitchClass(root) === pitchClass(chord.value.root) &&
        (suffixOf(kind) === printed || suffixOf(kind) === SAME_NOTES[printed]);
      const mask = maskOf(pitches.map(pitchClassOf));
      const { allowed, required } = masksOf(chord.value);
      const isWhole = (mask & ~allowed) === 0 && required.every((choice) => (mask & choice) !== 0);
      return { symbol: key + suffix, frets, isWhole, rank: names.findIndex(isPrinted) };
    });
  const share = (most: number) => percent(ranks.filter(({ rank }) => rank >= 0 && rank <= most).length, ranks.length);
  expect(share(0)).toBe(82.5);
  // Below these stand inversions, where another chord has the lowest note for its root.
  expect(share(1)).toBe(94.7);
  expect(share(9)).toBe(98.8);
  // Whatever sounds the whole chord has its name among ours.
  expect(
    ranks.filter(({ rank, isWhole }) => rank < 0 && isWhole).map(({ symbol, frets }) => [symbol, formatFrets(frets)]),
  ).toEqual([]);
});

/** Kinds of chord that every songbook has. */
const COMMON = ['major', 'minor', '7', 'maj7', 'm7', '6', 'm6', 'sus4', '7sus4', 'dim7', 'm7b5', '9'];

test('the first printed form of each common chord is among the first that one would try', () => {
  const library = buildLibrary(DEFAULT_HAND);
  const places = Object.values(data.chords).flatMap((chords) =>
    chords.flatMap(({ key, suffix, positions }) => {
      const first = positions[0];
      const chord = parseChord(key + (SUFFIXES[suffix] ?? suffix));
      if (!COMMON.includes(suffix) || !first || !chord.ok) return [];
      const { frets, baseFret } = first;
      const printed = formatFrets(frets.map((fret) => (fret > 0 ? fret + baseFret - 1 : fret)));
      const list = firstTried(chord.value, library);
      const at = list.findIndex((shape) => formatFrets(fretsAt(library, shape)) === printed);
      // A few are no grip of their chord, or none that this hand holds: the tests above tell them.
      return at < 0 ? [] : [{ symbol: key + suffix, printed, at }];
    }),
  );
  // Of the rest most have their fifth lowest, as in B `2-2-4-4-4-2`: strummed, not comped.
  expect([places.filter(({ at }) => at < 20).length, places.length]).toEqual([114, 142]);
  expect(places.find(({ printed }) => printed === '1-3-3-2-1-1')!.at).toBeLessThan(20);
});
