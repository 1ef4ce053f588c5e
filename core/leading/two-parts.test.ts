import { describe, expect, test } from '@jest/globals';
import { masksOf } from '../chord/chord.ts';
import { gripOf } from '../grip/grips.ts';
import { buildLibrary, notesOfShape } from '../grip/library.ts';
import { maskOf } from '../pitch/pitch.ts';
import { AREA, leastCost, placeOf, plainOf, type Plain } from './by-trying.oracle.ts';
import { chordOf, nodeOf, solvedChain } from './by-hand.oracle.ts';
import type { LatticeNode } from './lattice.ts';
import { areaRules } from './rules/area.ts';
import type { Weights } from './weights.ts';
import { parseChart } from '../chart/parse.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { holdingsOf } from '../neck/hold.ts';
import { run } from '../steps.ts';
import { some } from '../../scripts/thorough.oracle.ts';
import { SMALL_TEXTURES, type Pace, type SmallTexture } from '../texture.ts';
import { impliedAt } from './implied.ts';
import { DEFAULT_WEIGHTS, pricedBy, pricingFor } from './pricing.ts';
import { arrangedTake, sessionOf, solveTake } from './solve.ts';
import type { ArrangedColumn } from './arrange.ts';
import { takeStatus } from './status.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 8 });
const pricing = pricingFor({ company: 'alone', area: null, matters: {} });
const session = sessionOf(library, { pricing });

function playedIn(texture: SmallTexture, text: string, pace?: Pace): readonly ArrangedColumn[] {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(JSON.stringify(chart.problems));
  const decision = { layer: 'texture', ticks: 100_000, texture, ...(pace && { pace }) } as const;
  const asked = { chart: chart.value, barIds: ['a'], cells: { 'a:all:0:texture': decision } };
  return arrangedTake(run(solveTake(session, asked))).columns;
}

/** In every key a ii–V–I, major and minor. */
const KEYS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'] as const;
const rooted = (key: number, up: number) => KEYS[(key + up) % 12]!;
const TUNES = some(
  KEYS.flatMap((key, k) => [
    `key: ${key}\n| ${rooted(k, 2)}m7 | ${rooted(k, 7)}7 | ${key}maj7 | ${key}6 |`,
    `key: ${['Db', 'Ab'].includes(key) ? { Db: 'C#', Ab: 'G#' }[key as 'Db' | 'Ab'] : key}m\n| ${rooted(k, 2)}m7b5 | ${rooted(k, 7)}7 | ${key}m7 | ${key}m6 |`,
  ]),
  5,
);

/** How far apart two notes may be, in semitones (common practice), written apart from the program's. */
const ALLOWED: Readonly<Record<SmallTexture, readonly number[]>> = {
  thirds: [3, 4],
  fourths: [5, 6],
  sixths: [8, 9],
  sevenths: [10, 11],
  octaves: [12],
  tenths: [15, 16],
  'double-stops': [3, 4, 5, 6, 7, 8, 9, 10, 11],
  'low-moves': Array.from({ length: 20 }, (_, i) => i + 3),
  'top-moves': Array.from({ length: 20 }, (_, i) => i + 3),
};
const isTone = ({ column }: ArrangedColumn, pitch: number) =>
  (masksOf(column.chord!).allowed & (1 << (pitch % 12))) !== 0;
const isVoices = (texture: SmallTexture) => texture === 'low-moves' || texture === 'top-moves';

describe.each(SMALL_TEXTURES)('%s in every key, major and minor', (texture) => {
  const played = TUNES.map((text) => playedIn(texture, text, 'beat'));
  test('are two notes so far apart, that a hand holds', () => {
    for (const columns of played) {
      expect(columns.length).toBeGreaterThanOrEqual(13);
      for (const { grip } of columns) {
        const [low, high, ...more] = grip!.pitches;
        expect(more).toEqual([]);
        expect(ALLOWED[texture]).toContain(high! - low!);
        expect(holdingsOf(grip!.frets, library.hand).length).toBeGreaterThan(0);
      }
    }
  });
  test('are of the chord where it is new, and pass by step between, but for what is held over and falls', () => {
    for (const columns of played) {
      columns.forEach((one, i) => {
        const { opens } = one.column.small!;
        const [before, after] = [columns[i - 1]?.grip?.pitches ?? [], columns[i + 1]?.grip?.pitches ?? []];
        for (const pitch of one.grip!.pitches) {
          if (isTone(one, pitch)) continue;
          const by = (others: readonly number[], ways: readonly number[]) =>
            ways.some((way) => others.includes(pitch + way));
          if (opens) {
            expect(isVoices(texture)).toBe(true);
            expect([by(before, [0]), by(after, [-1, -2])]).toEqual([true, true]);
          } else expect([by(before, [-2, -1, 1, 2]), by(after, [-2, -1, 1, 2])]).toEqual([true, true]);
        }
      });
    }
  });
  test('one voice stays on its string while the other moves, one way, as long as a chord lasts', () => {
    if (!isVoices(texture)) return expect(texture).not.toMatch(/moves/);
    for (const columns of played) {
      let way = 0;
      columns.slice(1).forEach((one, i) => {
        const before = columns[i]!;
        if (one.column.small!.opens) return void (way = 0);
        const [still, moved] = texture === 'low-moves' ? [1, 0] : [0, 1];
        expect(one.grip!.pitches[still]).toBe(before.grip!.pitches[still]);
        expect(one.grip!.frets.some((fret, s) => fret >= 0 && fret === before.grip!.frets[s])).toBe(true);
        const by = Math.sign(one.grip!.pitches[moved]! - before.grip!.pitches[moved]!);
        expect(by === 0 || (way !== 0 && by !== way)).toBe(false);
        way = by;
      });
    }
  });
});

const names = (columns: readonly ArrangedColumn[], tonic: number) =>
  columns.map(({ grip }) => grip!.pitches.map((pitch) => (pitch - tonic + 24) % 12).join('-'));

describe('tenths over a bass, in every key (common practice)', () => {
  test.each(KEYS.map((key, k) => [key, k] as const))('%s: a bass that is written has its tenths', (key, k) => {
    const written = `| ${key} | ${key}/${rooted(k, 4)} | ${rooted(k, 5)} | ${rooted(k, 6)}dim7 | ${key}/${rooted(k, 7)} | ${key} |`;
    const columns = playedIn('tenths', `key: ${key}\n${written}`, 'chord');
    // 1 with 3, 3 with 5, 4 with 6, ♯4 with 6, 5 with 7 (no tone of the chord is a tenth above), 1 with 3.
    expect(names(columns, k)).toEqual(['0-4', '4-7', '5-9', '6-9', '7-11', '0-4']);
  });
  test.each(KEYS.map((key, k) => [key, k] as const))('%s: between I and ii the bass rises by half steps', (key, k) => {
    const columns = playedIn('tenths', `key: ${key}\n| ${key}6 | ${rooted(k, 2)}m7 | ${rooted(k, 7)}7 | ${key}6 |`);
    const told = names(columns, k);
    // The diminished chord is implied: ♯1 with 3 between 1 with 3 and 2 with 4.
    expect(told.slice(0, 3)).toEqual(['0-4', '1-4', '2-5']);
    expect(told.at(-1)).toBe('0-4');
  });
});

describe('what two notes at a time imply', () => {
  const columns = playedIn('tenths', 'key: C\n| Cmaj7 | Dm7 | G7 | Cmaj7 |', 'chord');
  test('is told by degrees: what is heard, what is not', () => {
    expect(impliedAt(columns, 0)).toEqual({ heard: ['1', '3'], missing: ['7', '9'], inDoubt: false });
  });
  test('a tone that was just heard need not sound', () => {
    const sevenths = playedIn('sevenths', 'key: C\n| Dm7 | G7 | Cmaj7 |', 'chord');
    for (const [i, { column, grip }] of sevenths.entries()) {
      const told = impliedAt(sevenths, i)!;
      const { third } = column.chord!.kind;
      const before = sevenths[i - 1]?.grip?.pitches ?? [];
      const said = [...grip!.pitches, ...before].some((pitch) => told.heard.includes(third!) || pitch < 0);
      if (!told.heard.includes(third!)) expect(told.inDoubt).toBe(!said && !told.missing.every((one) => one !== third));
    }
  });
  test('an octave of the root leaves a chord in doubt, and the take says where', () => {
    const octaves = playedIn('octaves', 'key: C\n| C | Am |', 'chord');
    const doubted = octaves.flatMap((_, i) => (impliedAt(octaves, i)!.inDoubt ? [i] : []));
    expect(takeStatus(octaves, 'alone').unsaid).toEqual(doubted);
  });
  test('a grip says its chord by itself', () => {
    const chart = parseChart('| C |');
    if (!chart.ok) throw new Error();
    expect(impliedAt(arrangedTake(run(solveTake(session, { chart: chart.value }))).columns, 0)).toBeNull();
  });
});

/** The rules of two parts, written apart from the code from their descriptions, over pairs of pitches. */
interface Part {
  readonly tones: readonly number[];
  readonly scale: readonly number[];
  readonly opens: boolean;
  readonly ends: boolean;
  readonly needs: readonly number[];
}
function partCost(a: Plain, b: Plain, from: Part, to: Part, w: Weights, voices: boolean): number {
  const of = (part: Part, pitch: number) => part.tones.includes(pitch % 12);
  let cost = 0;
  for (const pitch of a.set) {
    if (of(from, pitch)) continue;
    const ways = b.set.map((other) => other - pitch);
    const led = !from.scale.includes(pitch % 12)
      ? ways.includes(1)
      : from.opens && voices
        ? ways.some((way) => way === -1 || way === -2)
        : ways.some((way) => [1, 2].includes(Math.abs(way)));
    if (!led) cost += w.dissonance;
  }
  for (const pitch of b.set) {
    if (of(to, pitch)) continue;
    const ways = a.set.map((other) => Math.abs(other - pitch));
    if (!(to.opens && voices ? ways.includes(0) : ways.some((way) => way === 1 || way === 2))) cost += w.dissonance;
  }
  if (to.ends)
    for (const pc of to.needs) if (![...a.set, ...b.set].some((pitch) => pitch % 12 === pc)) cost += w.unsaid;
  const [low, high] = [b.set[0]! - a.set[0]!, b.set[1]! - a.set[1]!];
  if (voices && Math.sign(low) === Math.sign(high) && low !== 0) {
    cost += w.similar;
    if (to.opens && [0, 7, 12, 19].includes(b.set[1]! - b.set[0]!)) cost += w.bare;
  }
  if (!to.opens && low === 0 && high === 0) cost += 5 * w.movement;
  return cost;
}

/** Unsaid, dissonance, similar, bare, movement. */
const WEIGHTS = [
  [30, 300, 8, 60, 10],
  [0, 40, 40, 90, 1],
  [60, 0, 0, 200, 4],
  [12, 15, 90, 0, 12],
  [200, 7, 3, 31, 7],
] as const;

describe('the search in two parts is the least of all paths, tried out', () => {
  const SCALE = [0, 2, 4, 5, 7, 9, 11];
  const parts = {
    C: { tones: [0, 4, 7], needs: [0, 4, 7], scale: SCALE },
    G7: { tones: [7, 11, 2, 5], needs: [11, 5], scale: SCALE },
  };
  const columns = [
    ['C', { ...parts.C, opens: true, ends: false }],
    ['C', { ...parts.C, opens: false, ends: true }],
    ['G7', { ...parts.G7, opens: true, ends: false }],
    ['G7', { ...parts.G7, opens: false, ends: true }],
  ] as const;
  const tried = buildLibrary({ ...DEFAULT_HAND, highestFret: 3, unusedStrings: [0, 1] });
  const shapes = Array.from({ length: tried.size }, (_, i) => i).filter((i) => notesOfShape(tried, i) === 2);
  const pairs = (symbol: string) => shapes.map((shape) => plainOf(symbol, gripOf(chordOf(symbol), tried, shape)));
  const all = { C: pairs('C'), G7: pairs('G7') };
  test.each(['low-moves', 'thirds'] as const)('as %s', (texture) => {
    const voices = texture === 'low-moves';
    for (const [unsaid, dissonance, similar, bare, movement] of some(WEIGHTS, 3)) {
      const weights: Weights = {
        ...DEFAULT_WEIGHTS,
        omission: 0,
        fifth: 0,
        unsaid,
        dissonance,
        similar,
        bare,
        movement,
      };
      const nodes = columns.map(([symbol, { opens, ends }], i): LatticeNode => ({
        ...nodeOf(symbol, { weights, place: placeOf(i), area: AREA }),
        rules: [
          { key: 'pairs', narrow: () => Uint32Array.from(shapes) },
          ...areaRules(null, { pricing: pricedBy(weights, AREA), banished: new Set() }),
        ],
        small: { texture, opens, ends, way: null, scale: maskOf(SCALE) },
      }));
      const { path } = solvedChain(tried, nodes);
      const least = leastCost(
        columns.map(([symbol]) => symbol),
        weights,
        { all, joinBetween: (i, a, b) => partCost(a, b, columns[i]![1], columns[i + 1]![1], weights, voices) },
      );
      expect(path.cost).toBe(least);
    }
  });
});
