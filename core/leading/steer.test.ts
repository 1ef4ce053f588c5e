import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseChart } from '../chart/parse.ts';
import { parseChord } from '../chord/symbol.ts';
import { symbolOf, type Chord } from '../chord/chord.ts';
import { formatFrets, fretsAt, parseFrets, pitchesOf } from '../grip/grips.ts';
import { buildLibrary } from '../grip/library.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { applyPatch } from '../patch.ts';
import type { Decisions } from '../take/decision.ts';
import { run } from '../steps.ts';
import { servingText } from '../wording/steer.ts';
import { DEFAULT_WEIGHTS, pricedBy, type Pricing } from './pricing.ts';
import { distinct } from './movement.ts';
import { arrangedTake, sessionOf, solveTake } from './solve.ts';
import { outcomesOf, servesHow, SERVES, type LedOutcome, type Steer, type VoiceWay } from './steer.ts';
import { steeredPatch } from './steered.ts';
import { pricePatch } from './take.ts';

const PRICING: Pricing = pricedBy(DEFAULT_WEIGHTS);
const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 8 });
const OPEN = [40, 45, 50, 55, 59, 64];
const chordOf = (symbol: string): Chord => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  return chord.value;
};
const gripNamed = (grip: string) => {
  const frets = parseFrets(grip)!;
  return { frets, pitches: distinct(frets.flatMap((fret, s) => (fret < 0 ? [] : [OPEN[s]! + fret]))) };
};
const soundOf = ({ shape }: { shape: number }) => distinct(pitchesOf(library, shape));

/** D A C F, the ii of C in drop 2. */
const DM7 = gripNamed('x-5-7-5-6-x');
const onTo = (ways: readonly Steer[], to = 'G7', from = DM7) =>
  outcomesOf(from, ways, { from: chordOf('Dm7'), to: chordOf(to) }, library);

describe('the ii sent on to the V', () => {
  test('its 7 up to the ♭5 leaves the third out, and says so', () => {
    // From the lowest: D up to F, A down to G, the 7 up, F held.
    const found = onTo(['up', 'down', 'up', 'held']);
    const names = found.map(({ end }) => servingText(end));
    expect(names).toContain('G7♭5 without its third');
    const one = found[names.indexOf('G7♭5 without its third')]!;
    expect(soundOf(one.end)).toEqual([53, 55, 61, 65]);
    expect(servesHow(one, chordOf('G7'))).toBe('lacking');
  });

  test('its 7 falls to the 3 and its 3 stays to become the 7: that serves best and moves least', () => {
    const [best] = onTo(['free', 'free', 'down', 'held']);
    expect([symbolOf(best!.end.chord), soundOf(best!.end), best!.movement]).toEqual(['G7', [50, 55, 59, 65], 3]);
  });

  test('its 7 comes late: a suspension, in which only that voice moves', () => {
    const [best] = onTo(['free', 'free', 'late', 'held']);
    const [waiting] = best!.late;
    expect(best!.late).toHaveLength(1);
    expect(symbolOf(waiting!.chord)).toBe('G7sus4');
    expect(soundOf(waiting!)).toEqual([50, 55, 60, 65]);
    expect(soundOf(best!.end)).toEqual([50, 55, 59, 65]);
  });
});

/** Written apart from the code: where voice v may end, and what sounds on the way. */
function mayEnd(way: VoiceWay, by: number): boolean {
  if (way === 'held') return by === 0;
  if (way === 'up') return by >= 1 && by <= 4;
  if (way === 'down') return by <= -1 && by >= -4;
  if (way === 'free') return Math.abs(by) <= 4;
  return Math.abs(by) === 1 || Math.abs(by) === 2;
}
const anyWays = fc.array(fc.constantFrom<VoiceWay>('free', 'held', 'up', 'down', 'late', 'early'), {
  minLength: 4,
  maxLength: 4,
});

test('every set of pitches within the hand that the ways allow comes of them, and no other', () => {
  const sets = new Set<string>();
  for (let shape = 0; shape < library.size; shape++) {
    const frets = fretsAt(library, shape).filter((fret) => fret >= 0);
    const set = distinct(pitchesOf(library, shape));
    if (set.length === 4 && frets.length === 4) sets.add(set.join());
  }
  let some = 0;
  fc.assert(
    fc.property(anyWays, fc.constantFrom('x-5-7-5-6-x', '3-x-3-4-3-x', 'x-3-2-0-1-x'), (ways, grip) => {
      const from = gripNamed(grip);
      const found = onTo(ways, 'G7', from);
      const at = (set: number[], stays: readonly VoiceWay[]) =>
        set.map((pitch, v) => (stays.includes(ways[v]!) ? from.pitches[v]! : pitch)).join();
      const late = ways.filter((way) => way === 'late').length;
      const expected = [...sets].filter((text) => {
        const set = text.split(',').map(Number);
        if (!set.every((pitch, v) => mayEnd(ways[v]!, pitch - from.pitches[v]!))) return false;
        // What is early sounds with all of the old grip, what is late with all of the new one.
        if (ways.includes('early') && !sets.has(at(set, ['free', 'held', 'up', 'down', 'late']))) return false;
        if (late === 0) return true;
        if (late === 1) return sets.has(at(set, ['late']));
        return found.some(({ end }) => soundOf(end).join() === text);
      });
      expect(new Set(found.map(({ end }) => soundOf(end).join()))).toEqual(new Set(expected));
      some += expected.length;
      for (const { late: waits, end, early } of found) {
        expect(waits).toHaveLength(late);
        // One after another, by step, the others as they are.
        [...waits, end].slice(1).forEach((next, i) => {
          const [before, after] = [soundOf(waits[i]!), soundOf(next)];
          const moved = before.flatMap((pitch, v) => (pitch === after[v] ? [] : [Math.abs(pitch - after[v]!)]));
          expect(moved).toHaveLength(1);
          expect(moved[0]).toBeLessThanOrEqual(2);
        });
        if (early) soundOf(early).forEach((pitch, v) => expect(pitch !== from.pitches[v]).toBe(ways[v] === 'early'));
      }
    }),
    { numRuns: 40, seed: 81 },
  );
  expect(some).toBeGreaterThan(500);
});

test('what serves best stands first', () => {
  const ranks = onTo(['free', 'free', 'free', 'held']).map((one) => SERVES.indexOf(servesHow(one, chordOf('G7'))));
  expect(ranks).toEqual([...ranks].sort());
  expect(new Set(ranks).size).toBe(4);
});

describe('what is led is decided, and stands', () => {
  const TUNE = 'key: C\n| C | Dm7 | G7 | C |';
  /** The chart's own chords, so that the ii is just its four notes. */
  const PLAIN: Decisions = Object.fromEntries(
    [
      ['b', 'Dm7'],
      ['c', 'G7'],
    ].map(([bar, on]) => [`${bar}:1:0`, { layer: 'chord' as const, on: on!, colour: null }]),
  );
  const BARS = ['a', 'b', 'c', 'd'];
  const solve = (cells: Decisions, hand = library) => {
    const chart = parseChart(TUNE);
    if (!chart.ok) throw new Error(TUNE);
    const take = run(solveTake(sessionOf(hand, { pricing: PRICING }), { chart: chart.value, barIds: BARS, cells }));
    return { take, arranged: arrangedTake(take) };
  };
  const decided = (outcome: LedOutcome) => {
    const { take } = solve(PLAIN);
    const patch = steeredPatch(take.columns[1]!, formatFrets(DM7.frets), take.columns[2]!, outcome, library);
    return { take, patch, after: solve(applyPatch(PLAIN, patch).cells) };
  };
  const gripOf = ({ shape }: { shape: number }) => formatFrets(fretsAt(library, shape));

  test('also where something of the chord is missing', () => {
    const outcome = onTo(['up', 'down', 'up', 'held']).find(({ end }) => !end.whole)!;
    const { arranged } = decided(outcome).after;
    expect(arranged.columns.map(({ grip }) => grip!.grip).slice(1, 3)).toEqual(['x-5-7-5-6-x', gripOf(outcome.end)]);
    expect(arranged.columns[2]!.column.symbol).toBe(symbolOf(outcome.end.chord));
    expect(arranged.problems).toEqual([]);
  });

  test('late and early voices have columns of their own, in time', () => {
    const [outcome] = onTo(['free', 'early', 'late', 'held']);
    const { columns } = decided(outcome!).after.arranged;
    expect(
      columns.map(({ column, grip }) => [column.slot.bar, column.slot.entry.beats, grip!.grip]).slice(1, 5),
    ).toEqual([
      [2, 3, 'x-5-7-5-6-x'],
      [2, 1, gripOf(outcome!.early!)],
      [3, 2, gripOf(outcome!.late[0]!)],
      [3, 2, gripOf(outcome!.end)],
    ]);
  });

  test('at the price that is told beforehand', () => {
    for (const ways of [
      ['free', 'free', 'up', 'held'],
      ['free', 'free', 'late', 'held'],
      ['free', 'early', 'held', 'free'],
    ] as const) {
      for (const outcome of onTo(ways).slice(0, 12)) {
        const { take, patch, after } = decided(outcome);
        const { start } = take.columns[1]!.slot;
        const told = pricePatch(take, { start, ticks: take.columns[3]!.slot.start - start }, patch);
        expect(told.extra).toBe(after.take.best - take.best);
      }
    }
  });

  test('a grip that another hand cannot hold is told, and another stands for it', () => {
    const { patch } = decided(onTo(['free', 'free', 'late', 'held'])[0]!);
    const small = buildLibrary({ ...DEFAULT_HAND, highestFret: 3 });
    const { arranged } = solve(applyPatch(PLAIN, patch).cells, small);
    expect(arranged.problems.map(({ code }) => code)).toContain('pin-unheld');
    expect(arranged.columns.every(({ grip }) => grip !== null)).toBe(true);
  });
});
