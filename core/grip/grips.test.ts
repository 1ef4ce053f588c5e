import { describe, expect, test } from '@jest/globals';
import { parseChord } from '../chord/symbol.ts';
import { DEFAULT_HAND, type Hand } from '../neck/hand.ts';
import { buildLibrary } from './library.ts';
import { formatFrets, gripOf, gripsOf, parseFrets, shapesOf } from './grips.ts';

const chordOf = (symbol: string) => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  return chord.value;
};

/*
 * An exhaustive search written apart from the code: every fret on every string, every finger on every
 * fretted note, the rules of the hand spelled out pair by pair.
 */
const OPEN = [40, 45, 50, 55, 59, 64];
const place = (fret: number) => 648 - 648 / Math.pow(2, fret / 12);

/** Interval sets above C by hand (required, optional), not from the code's tables. */
const BY_HAND: Record<string, { need: number[][]; may: number[]; root: number; bass?: number }> = {
  C: { need: [[0], [4], [7]], may: [0, 4, 7], root: 0 },
  Am7: { need: [[3], [10]], may: [0, 3, 7, 10], root: 9 },
  G7: { need: [[4], [10]], may: [0, 4, 7, 10], root: 7 },
  'F6/9': { need: [[4], [9], [2]], may: [0, 2, 4, 7, 9], root: 5 },
  E7alt: { need: [[4], [10], [1, 3], [6, 8]], may: [0, 1, 3, 4, 6, 8, 10], root: 4 },
  Bm7b5: { need: [[3], [6], [10]], may: [0, 3, 6, 10], root: 11 },
  'C/E': { need: [[0], [4], [7]], may: [0, 4, 7], root: 0, bass: 4 },
};

function canHold(frets: number[], reach: number): boolean {
  const notes = frets.map((fret, string) => ({ fret, string })).filter(({ fret }) => fret > 0);
  if (notes.length === 0) return true;
  const span = place(Math.max(...notes.map((n) => n.fret))) - place(Math.min(...notes.map((n) => n.fret)));
  if (span > reach) return false;
  const along: Record<string, number> = { '12': 70, '13': 95, '14': 110, '23': 50, '24': 85, '34': 55 };
  const apart: Record<string, number> = { '12': 75, '13': 102, '14': 120, '23': 60, '24': 92, '34': 62 };
  const total = 4 ** notes.length;
  for (let code = 0; code < total; code++) {
    const finger = notes.map((_, i) => (Math.floor(code / 4 ** i) % 4) + 1);
    if (assignmentHolds(frets, notes, finger, along, apart)) return true;
  }
  return false;
}

function assignmentHolds(
  frets: number[],
  notes: { fret: number; string: number }[],
  finger: number[],
  along: Record<string, number>,
  apart: Record<string, number>,
): boolean {
  const used = [1, 2, 3, 4].flatMap((number) => {
    const mine = notes.filter((_, i) => finger[i] === number);
    if (mine.length === 0) return [];
    return [
      {
        number,
        frets: new Set(mine.map((n) => n.fret)),
        from: Math.min(...mine.map((n) => n.string)),
        to: Math.max(...mine.map((n) => n.string)),
        count: mine.length,
      },
    ];
  });
  let flat = 0;
  for (const one of used) {
    if (one.frets.size > 1) return false;
    if (one.count === 1) continue;
    const fret = [...one.frets][0]!;
    if (one.number > 1 && (++flat > 1 || one.to - one.from > 2)) return false;
    for (let s = one.from + 1; s < one.to; s++) {
      if (one.number === 1 ? frets[s]! >= 0 && frets[s]! < fret : frets[s] !== fret) return false;
    }
    // Another finger's note on the same fret inside the barre would be under it.
    if (notes.some((n, i) => finger[i] !== one.number && n.fret === fret && n.string > one.from && n.string < one.to))
      return false;
  }
  let crossed = 0;
  for (let i = 1; i < used.length; i++) {
    const [a, b] = [used[i - 1]!, used[i]!];
    const [fa, fb] = [[...a.frets][0]!, [...b.frets][0]!];
    if (fb < fa || (fa === fb && (b.from < a.to || b.count > 1))) return false;
    const strings = Math.max(0, b.from - a.to, a.from - b.to);
    const lengthways = place(fb) - place(fa);
    const pair = `${a.number}${b.number}`;
    if (lengthways > along[pair]! || Math.hypot(lengthways, strings * 9) > apart[pair]!) return false;
    crossed += strings;
  }
  return crossed <= 8;
}

function exhaustive(symbol: string, hand: Hand): string[] {
  const { need, may, root, bass } = BY_HAND[symbol]!;
  const found: string[] = [];
  const frets: number[] = [];
  const go = (): void => {
    if (frets.length === 6) {
      const strings = [0, 1, 2, 3, 4, 5].filter((s) => frets[s]! >= 0);
      if (strings.length < 3) return;
      const pitches = strings.map((s) => OPEN[s]! + frets[s]!);
      const above = pitches.map((pitch) => (((pitch - root) % 12) + 12) % 12);
      if (!above.every((interval) => may.includes(interval))) return;
      if (!need.every((choice) => choice.some((interval) => above.includes(interval)))) return;
      if (bass !== undefined && Math.min(...pitches) % 12 !== bass) return;
      const mutes = strings.at(-1)! - strings[0]! + 1 - strings.length;
      if (mutes > hand.innerMutes || !canHold(frets, hand.reach)) return;
      found.push(frets.map((fret) => (fret < 0 ? 'x' : fret)).join('-'));
      return;
    }
    for (let fret = -1; fret <= hand.highestFret; fret++) {
      const sounds = (OPEN[frets.length]! + fret - root + 120) % 12;
      if (fret >= 0 && !may.includes(sounds)) continue;
      frets.push(fret);
      go();
      frets.pop();
    }
  };
  go();
  return found.sort();
}

describe('every playable grip is found and no other, on small fretboards', () => {
  test.each(Object.keys(BY_HAND))('%s', (symbol) => {
    for (const hand of [
      { ...DEFAULT_HAND, highestFret: 5 },
      { ...DEFAULT_HAND, highestFret: 7, reach: 80, innerMutes: 1 },
    ]) {
      const ours = gripsOf(chordOf(symbol), hand)
        .map(({ grip }) => grip)
        .sort();
      const theirs = exhaustive(symbol, hand);
      expect(theirs.length).toBeGreaterThan(10);
      expect(ours).toEqual(theirs);
    }
  });
});

test('a chord’s grips from the whole library are those searched for alone', () => {
  const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 7 });
  for (const symbol of ['Bbm9', 'C#7alt', 'Dsus4', 'F/A']) {
    const chord = chordOf(symbol);
    const whole = Array.from(shapesOf(chord, library), (shape) => gripOf(chord, library, shape).grip).sort();
    expect(whole).toEqual(
      gripsOf(chord, library.hand)
        .map(({ grip }) => grip)
        .sort(),
    );
  }
});

describe('a grip tells all of itself', () => {
  const grips = gripsOf(chordOf('Cm7'), DEFAULT_HAND);
  const barred = grips.find(({ grip }) => grip === 'x-3-5-3-4-3')!;

  test('pitches, degrees and fingers, string by string', () => {
    expect(barred).toMatchObject({
      pitches: [48, 55, 58, 63, 67],
      degrees: [null, '1', '5', 'b7', 'b3', '5'],
      fingers: [null, 1, 3, 1, 2, 1],
    });
  });

  test('reach in millimetres between the outer frets', () => {
    // 648/2^(3/12) − 648/2^(5/12)
    expect(barred.reachMm).toBeCloseTo(59.4, 1);
    expect(Math.max(...grips.map(({ reachMm }) => reachMm))).toBeLessThanOrEqual(110);
  });

  test('with open strings the lowest note may not be on the lowest string', () => {
    const high = gripsOf(chordOf('Am/E'), DEFAULT_HAND).find(({ frets }) => frets[0]! > 0 && frets[1] === 0);
    expect(high === undefined || high.pitches[0]! % 12 === 4).toBe(true);
    for (const { pitches } of grips) expect([...pitches].sort((a, b) => a - b)).toEqual(pitches);
  });

  test('its text reads back', () => {
    expect(parseFrets(barred.grip)).toEqual(barred.frets);
    expect(formatFrets([-1, 3, 5, 3, 4, 3])).toBe('x-3-5-3-4-3');
    for (const wrong of ['', 'x-3-5', 'x-3-5-3-4-99', 'a-b-c-d-e-f', 'x-3-5-3-4-3-1'])
      expect(parseFrets(wrong)).toBeNull();
  });
});

test('progress is told while the library is built', () => {
  const shares: number[] = [];
  buildLibrary({ ...DEFAULT_HAND, highestFret: 3 }, undefined, (share) => shares.push(share));
  expect(shares.at(-1)).toBe(1);
  expect([...shares].sort((a, b) => a - b)).toEqual(shares);
});
