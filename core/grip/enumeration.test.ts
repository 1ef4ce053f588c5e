import { describe, expect, test } from '@jest/globals';
import * as fc from 'fast-check';
import { parseChord } from '../chord/symbol.ts';
import { holdingsOf } from '../neck/hold.ts';
import { DEFAULT_HAND, type Hand } from '../neck/hand.ts';
import { TUNINGS } from '../neck/tuning.ts';
import { gripsOf } from './grips.ts';
import { some } from '../../scripts/thorough.oracle.ts';

const chordOf = (symbol: string) => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  return chord.value;
};
const tuning = (id: string) => TUNINGS.find((one) => one.id === id)!.strings;

/*
 * An exhaustive search written apart from the code: every fret on every string, every finger on every fretted note, the
 * rules of the hand spelled out one by one on the whole assignment.
 */
interface Note {
  fret: number;
  string: number;
}
interface Used {
  number: number;
  notes: Note[];
  fret: number;
  from: number;
  to: number;
}
/** Shares of the reach that two fingers can be apart: along the neck, and straight across. */
const PAIRS: Record<string, [number, number]> = {
  '12': [0.64, 0.69],
  '13': [0.89, 0.93],
  '14': [1, 1.1],
  '23': [0.55, 0.55],
  '24': [0.78, 0.84],
  '34': [0.58, 0.64],
};
const place = (fret: number, hand: Hand) => {
  const from = hand.scaleLength / Math.pow(2, hand.capo / 12);
  return from - from / Math.pow(2, fret / 12);
};

function canHold(frets: number[], hand: Hand): boolean {
  const notes = frets.map((fret, string) => ({ fret, string })).filter(({ fret }) => fret > 0);
  if (notes.length === 0) return true;
  const outer = notes.map(({ fret }) => place(fret, hand));
  if (Math.max(...outer) - Math.min(...outer) > hand.reach) return false;
  const fingers = [1, 2, 3, 4].filter((finger) => !(hand.resting as number[]).includes(finger));
  const choices = notes.map(({ string }) => (hand.thumb && string === 0 ? [...fingers, 5] : fingers));
  const assign = (i: number, chosen: number[]): boolean => {
    if (i === notes.length) return holds(frets, notes, chosen, hand);
    return choices[i]!.some((finger) => assign(i + 1, [...chosen, finger]));
  };
  return assign(0, []);
}

function holds(frets: number[], notes: Note[], chosen: number[], hand: Hand): boolean {
  const used = [1, 2, 3, 4].flatMap((number): Used[] => {
    const mine = notes.filter((_, i) => chosen[i] === number);
    if (mine.length === 0) return [];
    const strings = mine.map(({ string }) => string);
    return [
      {
        number,
        notes: mine,
        fret: Math.min(...mine.map(({ fret }) => fret)),
        from: Math.min(...strings),
        to: Math.max(...strings),
      },
    ];
  });
  const thumb = notes.find((_, i) => chosen[i] === 5);
  if (thumb && used[0] && Math.abs(place(thumb.fret, hand) - place(used[0].fret, hand)) > 0.35 * hand.reach)
    return false;
  const others = notes.filter((_, i) => chosen[i] !== 5);
  if (!used.every((one) => liesWell(one, frets, others, hand, thumb !== undefined))) return false;
  if (used.filter(({ number, notes: mine }) => number > 1 && mine.length > 1).length > 1) return false;
  for (let i = 0; i < used.length; i++) {
    for (let k = i + 1; k < used.length; k++) {
      const [a, b] = [used[i]!, used[k]!];
      const strings = Math.max(0, b.from - a.to, a.from - b.to);
      const along = place(b.fret, hand) - place(a.fret, hand);
      const [most, across] = PAIRS[`${a.number}${b.number}`]!;
      if (along > most * hand.reach || Math.hypot(along, strings * 9) > across * hand.reach) return false;
      if (k === i + 1) {
        if (b.fret < a.fret || (b.fret === a.fret && b.from <= a.to)) return false;
      }
    }
  }
  return true;
}

/** One finger on its notes. */
function liesWell(one: Used, frets: number[], others: Note[], hand: Hand, thumb: boolean): boolean {
  if (one.notes.length === 1) return true;
  const width = one.to - one.from + 1;
  const between = frets.slice(one.from + 1, one.to);
  if (one.notes.some(({ fret }) => fret !== one.fret)) {
    if (hand.barres !== 'slanted' || one.number !== 1 || thumb || one.notes.length !== 2) return false;
    const [tip, root] = one.notes[0]!.fret < one.notes[1]!.fret ? one.notes : [one.notes[1]!, one.notes[0]!];
    if (root!.fret !== tip!.fret + 1 || root!.string < tip!.string || width > 5) return false;
    // The tip has its fret for itself, and is the lowest of all.
    if (others.some((note) => note !== tip && note.fret <= tip!.fret)) return false;
    if (place(root!.fret, hand) - place(tip!.fret, hand) > (width - 1) * 9 + 12) return false;
    return between.every((fret) => fret < 0 || fret > root!.fret);
  }
  const widest = { none: 1, partial: 3, full: 7, slanted: 7 }[hand.barres];
  if (width > widest || (thumb && width > 3)) return false;
  if (
    others.some(
      ({ fret, string }) =>
        fret === one.fret && string > one.from && string < one.to && !one.notes.some((mine) => mine.string === string),
    )
  )
    return false;
  if (one.number === 1) return between.every((fret) => fret < 0 || fret >= one.fret);
  return width <= 4 && between.every((fret) => fret === one.fret);
}

/** Interval sets above the root by hand (required, optional), not from the code's tables. */
const BY_HAND: Record<string, { need: number[][]; may: number[]; root: number; bass?: number }> = {
  C: { need: [[0], [4], [7]], may: [0, 4, 7], root: 0 },
  Am7: { need: [[3], [10]], may: [0, 3, 7, 10], root: 9 },
  G7: { need: [[4], [10]], may: [0, 4, 7, 10], root: 7 },
  'F6/9': { need: [[4], [9], [2]], may: [0, 2, 4, 7, 9], root: 5 },
  E7alt: { need: [[4], [10], [1, 3], [6, 8]], may: [0, 1, 3, 4, 6, 8, 10], root: 4 },
  Bm7b5: { need: [[3], [6], [10]], may: [0, 3, 6, 10], root: 11 },
  'C/E': { need: [[0], [4], [7]], may: [0, 4, 7], root: 0, bass: 4 },
};

function exhaustive(symbol: string, hand: Hand): string[] {
  const { need, may, root, bass } = BY_HAND[symbol]!;
  const found: string[] = [];
  const frets: number[] = [];
  const count = hand.tuning.length;
  const sounds = (string: number, fret: number) => hand.tuning[string]! + hand.capo + fret;
  const go = (): void => {
    if (frets.length === count) {
      const strings = frets.flatMap((fret, s) => (fret >= 0 ? [s] : []));
      if (strings.length < 3) return;
      const pitches = strings.map((s) => sounds(s, frets[s]!));
      const above = pitches.map((pitch) => (((pitch - root) % 12) + 12) % 12);
      if (!above.every((interval) => may.includes(interval))) return;
      if (!need.every((choice) => choice.some((interval) => above.includes(interval)))) return;
      if (new Set(above).size < 3) return;
      if (bass !== undefined && Math.min(...pitches) % 12 !== bass) return;
      const gaps = frets.flatMap((fret, s) => (fret < 0 && s > strings[0]! && s < strings.at(-1)! ? [s] : []));
      if (gaps.length > (hand.pluck === 'pick' ? 1 : 2)) return;
      if (hand.pluck === 'pick' && !gaps.every((s) => frets[s - 1]! > 0 || frets[s + 1]! > 0)) return;
      if (!canHold(frets, hand)) return;
      found.push(frets.map((fret) => (fret < 0 ? 'x' : fret)).join('-'));
      return;
    }
    for (let fret = -1; fret <= hand.highestFret - hand.capo; fret++) {
      if (fret >= 0 && (hand.unusedStrings as number[]).includes(frets.length)) continue;
      if (fret >= 0 && !may.includes((sounds(frets.length, fret) - root + 120) % 12)) continue;
      frets.push(fret);
      go();
      frets.pop();
    }
  };
  go();
  return found.sort();
}

const HANDS: readonly (readonly [string, Partial<Hand>])[] = [
  ['the default hand by the nut', { highestFret: 5 }],
  ['a small hand with a pick', { highestFret: 7, reach: 80, pluck: 'pick' }],
  ['a thumb over the neck, half barres', { highestFret: 5, thumb: true, barres: 'partial' }],
  ['slanted barres in drop D', { highestFret: 5, barres: 'slanted', tuning: tuning('drop-d') }],
  ['a thumb and slanted barres', { highestFret: 4, thumb: true, barres: 'slanted' }],
  ['no barres in D A D G A D under a capo', { highestFret: 7, capo: 2, barres: 'none', tuning: tuning('dadgad') }],
  ['a resting ring finger in fourths', { highestFret: 5, resting: [3], tuning: tuning('fourths') }],
  ['a short scale, the low string unused', { highestFret: 6, scaleLength: 580, unusedStrings: [0] }],
];

describe('every playable grip is found and no other, on small fretboards', () => {
  describe.each(some(HANDS, 2))('with %s', (_, differs) => {
    test.each(Object.keys(BY_HAND))('%s', (symbol) => {
      const hand: Hand = { ...DEFAULT_HAND, ...differs };
      const ours = gripsOf(chordOf(symbol), hand).map(({ grip }) => grip);
      const theirs = exhaustive(symbol, hand);
      expect(theirs.length).toBeGreaterThan(0);
      expect([...ours].sort()).toEqual(theirs);
    });
  });

  test('with seven strings', () => {
    const hand: Hand = { ...DEFAULT_HAND, highestFret: 4, tuning: tuning('seven') };
    for (const symbol of ['Am7', 'C/E']) {
      const ours = gripsOf(chordOf(symbol), hand).map(({ grip }) => grip);
      expect([...ours].sort()).toEqual(exhaustive(symbol, hand));
    }
  });
});

/** Any hand, any six frets close to each other. */
const anyHand = fc.record({
  reach: fc.integer({ min: 60, max: 140 }),
  scaleLength: fc.integer({ min: 560, max: 700 }),
  thumb: fc.boolean(),
  barres: fc.constantFrom('none', 'partial', 'full', 'slanted'),
  pluck: fc.constantFrom('fingers', 'pick'),
  resting: fc.constantFrom([], [4], [1], [3]),
}) as fc.Arbitrary<Partial<Hand>>;
const anyShape = fc
  .tuple(fc.integer({ min: 1, max: 10 }), fc.array(fc.integer({ min: -2, max: 5 }), { minLength: 6, maxLength: 6 }))
  .map(([from, offsets]) => offsets.map((offset) => (offset < -1 ? -1 : offset < 0 ? 0 : from + offset)));

const gapsAllowed = (frets: number[], hand: Hand) => {
  const strings = frets.flatMap((fret, s) => (fret >= 0 ? [s] : []));
  const gaps = frets.flatMap((fret, s) => (fret < 0 && s > strings[0]! && s < strings.at(-1)! ? [s] : []));
  if (hand.pluck === 'fingers') return gaps.length <= 2;
  return gaps.length <= 1 && gaps.every((s) => frets[s - 1]! > 0 || frets[s + 1]! > 0);
};

test('any shape can be held by any hand just when trying every finger says so', () => {
  fc.assert(
    fc.property(anyHand, anyShape, (differs, frets) => {
      const hand: Hand = { ...DEFAULT_HAND, ...differs };
      expect(holdingsOf(frets, hand).length > 0).toBe(gapsAllowed(frets, hand) && canHold(frets, hand));
    }),
    { numRuns: 1500, seed: 51 },
  );
});

test('a longer reach never loses a grip', () => {
  fc.assert(
    fc.property(anyHand, anyShape, fc.integer({ min: 0, max: 40 }), (differs, frets, more) => {
      const hand: Hand = { ...DEFAULT_HAND, ...differs };
      const longer = holdingsOf(frets, { ...hand, reach: hand.reach + more });
      if (holdingsOf(frets, hand).length > 0) expect(longer.length).toBeGreaterThan(0);
    }),
    { numRuns: 1500, seed: 52 },
  );
});

test('a capo at n is a guitar of scale L·2^(−n/12) with n frets fewer, tuned n semitones up', () => {
  for (const capo of [1, 3, 7]) {
    const capoed: Hand = { ...DEFAULT_HAND, highestFret: 12, capo };
    const shorter: Hand = {
      ...DEFAULT_HAND,
      highestFret: 12 - capo,
      scaleLength: 648 * Math.pow(2, -capo / 12),
      tuning: DEFAULT_HAND.tuning.map((open) => open + capo),
    };
    for (const symbol of ['Bbm9', 'E7', 'C/E']) {
      const grips = gripsOf(chordOf(symbol), capoed);
      expect(grips.length).toBeGreaterThan(0);
      expect(grips).toEqual(gripsOf(chordOf(symbol), shorter));
    }
  }
});
