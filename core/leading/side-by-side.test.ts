import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { buildLibrary } from '../grip/library.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { applyPatch } from '../patch.ts';
import { proposalsFor } from '../reharm/moves/propose.ts';
import { spanAt } from '../reharm/moves/span.ts';
import { run } from '../steps.ts';
import type { Decisions } from '../take/decision.ts';
import { movePatch } from '../take/moves.ts';
import { movesSaid } from '../wording/moves.ts';
import { apartFrom } from '../wording/side-by-side.ts';
import { plainTake } from './plain-take.ts';
import { pricingFor } from './pricing.ts';
import { characterOf, likeness, sideBySide } from './side-by-side.ts';
import { arrangedTake, sessionOf, solveTake } from './solve.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 7 });
const session = sessionOf(library, { pricing: pricingFor({ company: 'alone', area: null, matters: {} }) });
const chartOf = (text: string) => {
  const read = parseChart(text);
  if (!read.ok) throw new Error(text);
  return read.value;
};
const chart = chartOf('key: C\n| C | Am7 | Dm7 | G7 | C |');
const solved = (cells: Decisions) => run(solveTake(session, { chart, cells }));
const told = (cells: Decisions) => {
  const take = solved(cells);
  return { columns: arrangedTake(take).columns, moves: movesSaid(take.columns) };
};
/** G7 approached, or given another's place: a move over bar 4. */
const moved = (): Decisions => {
  const { slots, keys } = solved({});
  const span = spanAt(slots, slots[3]!.start, slots[3]!.entry.ticks)!;
  const proposal = proposalsFor(span).find(({ found: { parts } }) => parts.length === 2)!;
  return applyPatch({}, movePatch(slots, keys, {}, span, proposal)).cells;
};

describe('two takes side by side', () => {
  test('share a line of time: a stretch wherever either changes, none lost and none twice', () => {
    const [one, other] = [told({}).columns, told(moved()).columns];
    const stretches = sideBySide(one, other);
    expect(stretches.length).toBe(6);
    stretches.slice(1).forEach(({ start }, i) => expect(start).toBe(stretches[i]!.end));
    for (const { start, end, bar, of } of stretches) {
      for (const [columns, index] of [
        [one, of[0]],
        [other, of[1]],
      ] as const) {
        const { slot } = columns[index]!.column;
        expect(slot.start <= start && end <= slot.start + slot.entry.ticks).toBe(true);
        expect(slot.bar).toBe(bar);
      }
    }
    expect(stretches.some(({ bar, differs }) => bar === 4 && differs === 'chord')).toBe(true);
  });

  test('are all alike with themselves, and unlike where a chord is another', () => {
    const one = told({}).columns;
    expect(likeness(sideBySide(one, one))).toEqual({ chords: 1, grips: 1 });
    const { chords, grips } = likeness(
      sideBySide(one, told({ 'bar-2:1:0': { layer: 'chord', on: 'Am7', colour: 'm11' } }).columns),
    );
    expect(chords).toBeCloseTo(4 / 5);
    expect(grips).toBeLessThanOrEqual(chords);
  });

  test('are told apart by moves with their bars, each from its own side', () => {
    const [one, other] = [told({}), told(moved())];
    const name = Object.values(other.moves)[0]!.name;
    expect(apartFrom(other, one)[0]).toBe(`${name} in bar 4`);
    expect(apartFrom(one, other)[0]).toBe('the chart’s own chords in colour');
    const plain = { ...plainTake(session, { chart }), moves: {} };
    expect(apartFrom(plain, one)[0]).toBe('the chart’s own chords');
    expect(apartFrom(one, plain)[0]).toBe('the chart’s own chords in colour');
    expect(apartFrom(other, other)).toEqual([]);
  });
});

describe('what is heard of a take as a whole', () => {
  const grip = (...pitches: number[]) => ({ grip: { pitches, frets: pitches.map((pitch) => pitch - 40) } }) as never;
  test('is how its bass goes, how wide its top line is, where the hand lies, how full it is', () => {
    expect(characterOf([grip(43, 60), grip(45, 62), grip(52, 64, 67), grip(52, 60)])).toEqual({
      bassSteps: 1 / 2,
      topRange: 7,
      position: (3 + 5 + 12 + 12) / 4,
      notes: 9 / 4,
    });
    expect(characterOf([])).toEqual({ bassSteps: 0, topRange: 0, position: 0, notes: 0 });
  });
});

describe('the plain chart', () => {
  test('is its own chords, complete, the root lowest, on five strings or six', () => {
    const { columns, figures } = plainTake(session, { chart, cells: moved() });
    expect(columns.map(({ column }) => column.symbol)).toEqual(['C', 'Am7', 'Dm7', 'G7', 'C']);
    const roots = [0, 9, 2, 7, 0];
    columns.forEach(({ grip }, i) => expect(Math.min(...grip!.pitches) % 12).toBe(roots[i]));
    const { rootPosition } = arrangedTake(run(solveTake(session, { chart, plain: true })));
    expect(figures.movement).toBe(rootPosition.twoSets);
  });

  test('passes over what has no such grip, or no chord', () => {
    const { columns } = plainTake(session, { chart: chartOf('key: C\n| C | N.C. | C13#11 | G7 |') });
    expect(columns.map(({ grip }) => grip !== null)).toEqual([true, false, false, true]);
    expect(columns[3]!.movement).toBeGreaterThan(0);
  });
});
