import { expect, test } from '@jest/globals';
import {
  buildLibrary,
  DEFAULT_HAND,
  parseChart,
  plainTake,
  pricingFor,
  DEFAULT_PLAYER,
  sessionOf,
} from '../../../core/index.ts';
import { bassLine, movementByBar, positionLine, rangeByBar, voiceLines } from './byBar.ts';

const chart = parseChart('key: C\n| C Am7 | N.C. | Dm7 |');
if (!chart.ok) throw new Error('a chart');
const session = sessionOf(buildLibrary({ ...DEFAULT_HAND, highestFret: 5 }), { pricing: pricingFor(DEFAULT_PLAYER) });
const { columns } = plainTake(session, { chart: chart.value });

test('voices are lines from the top, in time, with gaps where nothing sounds', () => {
  const lines = voiceLines(columns);
  expect(lines[0]!.at).toEqual([1, 1.5, 2, 3, 4]);
  const tops = columns.map(({ grip }) => (grip ? Math.max(...grip.pitches) : null));
  expect(lines[0]!.values).toEqual([...tops, tops.at(-1)]);
  expect(lines[0]!.values[2]).toBeNull();
  columns.forEach(({ grip }, i) => {
    const sounding = lines.filter(({ values }) => values[i] !== null).length;
    expect(sounding).toBe(new Set(grip?.pitches ?? []).size);
  });
  expect(bassLine(columns).values.slice(0, 2)).toEqual(
    columns.slice(0, 2).map(({ grip }) => Math.min(...grip!.pitches)),
  );
});

test('the position is the lowest fretted fret, told by bar', () => {
  const line = positionLine(columns);
  const frets = columns.map(({ grip }) => grip && Math.min(...grip.frets.filter((fret) => fret > 0)));
  expect(line.values.slice(0, -1)).toEqual(frets);
  const told = rangeByBar(line, [1, 2, 3], (fret) => `fret ${fret}`);
  expect(told[1]).toBe('');
  expect(told[2]).toBe(`fret ${frets[3]}`);
});

test('movement is counted in the bar it comes into', () => {
  const moved = movementByBar(columns, [1, 2, 3]);
  expect(moved).toEqual([columns[1]!.movement, 0, columns[3]!.movement]);
  expect(moved[2]).toBeGreaterThan(0);
});
