import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { buildLibrary } from '../grip/library.ts';
import { pricingFor } from '../leading/pricing.ts';
import { arrangedTake, sessionOf, solveTake } from '../leading/solve.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { run } from '../steps.ts';
import type { Texture } from '../texture.ts';
import { scoreOfTake } from './of-take.ts';
import type { Score } from './score.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 7 });
const session = sessionOf(library, { pricing: pricingFor({ company: 'alone', area: null, matters: {} }) });
const TEXT = 'key: C\n[A]\n| Cmaj7 | Am7 | Dm7 | G7 |\n[B]\n| Em7 | A7 | Dm7 G7 | C6 |';

function scored(
  texture: Texture,
  pattern: string | null = 'four',
): { readonly score: Score; readonly grips: readonly (readonly number[])[] } {
  const chart = parseChart(TEXT);
  if (!chart.ok) throw new Error();
  const cells = {
    'a:all:0:texture': { layer: 'texture', ticks: 100_000, texture, pace: 'beat' },
    'a:all:0:rhythm': { layer: 'rhythm', ticks: 100_000, pattern, density: 100, pushes: 0, seed: 1 },
  } as const;
  const solved = run(solveTake(session, { chart: chart.value, barIds: ['a'], cells }));
  const { columns } = arrangedTake(solved);
  const { slots, keys } = solved;
  const score = scoreOfTake({ chart: chart.value, open: library.neck.open, columns }, { slots, keys, cells });
  return { score, grips: columns.map(({ grip }) => grip!.pitches) };
}

describe.each(['low-moves', 'top-moves'] as const)('two voices, %s', (texture) => {
  const { score, grips } = scored(texture);
  const { guitar } = score.parts;
  /** What sounds in the middle of a column. */
  const soundingIn = (i: number) => {
    const { start, ticks } = score.columns[i]!;
    const time = start + ticks * 0.75;
    return guitar
      .filter((sound) => sound.start <= time && time < sound.start + sound.ticks)
      .flatMap(({ notes }) => notes.map(({ pitch }) => pitch))
      .sort((a, b) => a - b);
  };
  test('sound the two notes that stand there, all through', () => {
    expect(grips.map((_, i) => soundingIn(i))).toEqual(grips);
  });
  test('what is held is struck once, in long notes; the other voice moves in its own lengths', () => {
    const lengths = guitar.map(({ ticks }) => ticks);
    expect(Math.max(...lengths)).toBeGreaterThanOrEqual(4 * 480);
    expect(lengths.filter((ticks) => ticks === 480).length).toBeGreaterThan(10);
    expect(guitar.length).toBeLessThan(grips.length * 2 - 10);
  });
  test('no string is plucked while it sounds another note', () => {
    for (const [i, one] of guitar.entries())
      for (const other of guitar.slice(i + 1))
        if (other.start < one.start + one.ticks) expect(other.notes[0]!.string).not.toBe(one.notes[0]!.string);
  });
  test('where a phrase begins the moving voice comes in later', () => {
    const opening = guitar.filter(({ column }) => column === 0);
    expect(opening.map(({ start }) => start)).toEqual([0, 240]);
    const [held, late] = texture === 'low-moves' ? [1, 0] : [0, 1];
    expect(opening.map(({ notes }) => notes[0]!.pitch)).toEqual([grips[0]![held], grips[0]![late]]);
  });
});

test('thirds are played both at once, each with its own length', () => {
  const { guitar } = scored('thirds', null).score.parts;
  expect(guitar.map(({ ticks }) => ticks)).toEqual([...Array.from({ length: 28 }, () => 480), 1920]);
  for (const { notes } of guitar) expect(notes).toHaveLength(2);
});
