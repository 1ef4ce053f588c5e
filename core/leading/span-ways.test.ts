import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { buildLibrary } from '../grip/library.ts';
import { parseFrets } from '../grip/grips.ts';
import { parseLine } from '../melody/line.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { applyPatch } from '../patch.ts';
import { run } from '../steps.ts';
import type { Decisions } from '../take/decision.ts';
import { lineName } from '../take/key.ts';
import { spanWays } from './span-ways.ts';
import { pricingFor } from './pricing.ts';
import { arrangedTake, sessionOf, solveTake } from './solve.ts';

const library = buildLibrary(DEFAULT_HAND);
const session = sessionOf(library, { pricing: pricingFor({ company: 'alone', area: null, matters: {} }) });
const OPEN = [40, 45, 50, 55, 59, 64];
const BARS = 3 * 1920;

/** ii–V–I in C, solved, and a line of five notes over it. */
function solved(text: string) {
  const chart = parseChart('key: C\n| Dm7 | G7 | Cmaj7 |');
  if (!chart.ok) throw new Error(JSON.stringify(chart.problems));
  const asked = { chart: chart.value, barIds: ['a', 'b', 'c'] };
  const of = run(solveTake(session, asked));
  const line = parseLine(text, BARS, 72);
  if (!line.ok) throw new Error(JSON.stringify(line.problems));
  const at = 'a:1:0';
  const change: Decisions = { [lineName(at)]: { layer: 'line', ticks: BARS, notes: line.value } };
  return { of, asked, span: { at, start: 0, ticks: BARS }, change, notes: line.value };
}
const soundsOf = (grip: string) => parseFrets(grip)!.flatMap((fret, s) => (fret < 0 ? [] : [OPEN[s]! + fret]));

describe('a line over a ii–V–I', () => {
  const { of, asked, span, change, notes } = solved('F5 E5 D5 C5 B4 -');
  const answers = run(spanWays(of, span, change));

  test('has three to five answers, the cheapest first, no two alike', () => {
    expect(answers.length).toBeGreaterThanOrEqual(3);
    expect(answers.length).toBeLessThanOrEqual(5);
    expect(answers[0]!.extra).toBe(0);
    expect(answers.map(({ extra }) => extra)).toEqual([...answers.map(({ extra }) => extra)].sort((a, b) => a - b));
    for (const [i, a] of answers.entries())
      for (const b of answers.slice(0, i)) {
        const same = a.grips.filter(({ grip }, k) => grip === b.grips[k]!.grip).length;
        expect(same).toBeLessThanOrEqual(a.grips.length / 2);
      }
  });
  test('each has the line on top, note for note, as its wish says', () => {
    for (const { grips, wish } of answers) {
      // A note that is held over a bar line is on top of both grips.
      const tops = grips.map(({ grip }) => Math.max(...soundsOf(grip!)));
      expect([...new Set(tops)]).toEqual([...new Set(notes.map(({ pitch }) => pitch))]);
      for (const { grip } of grips) {
        const frets = parseFrets(grip!)!;
        const sounding = frets.flatMap((fret, i) => (fret < 0 ? [] : [6 - i]));
        if (wish?.kind === 'area')
          expect(frets.filter((fret) => fret > 0).every((fret) => fret >= wish.from && fret <= wish.to)).toBe(true);
        if (wish?.kind === 'strings') expect(sounding.every((string) => wish.strings.includes(string))).toBe(true);
        if (wish?.kind === 'notes') expect(sounding).toHaveLength(wish.count);
      }
    }
  });
  test('its price is that of the take it makes', () => {
    const costs = answers.map(
      ({ patch }) => arrangedTake(run(solveTake(session, { ...asked, cells: applyPatch({}, patch).cells }))).cost,
    );
    expect(costs.map((cost) => cost - costs[0]!)).toEqual(answers.map(({ extra }) => extra));
  });
});

test('what is sung goes on beside a line, and single notes of it keep what is said of them', () => {
  const { asked, change } = solved('E5 D5 C5');
  const cells: Decisions = { ...change, 'a:1:0:note': { layer: 'note', way: 'free' } };
  const { columns } = run(solveTake(session, { ...asked, cells }));
  expect(columns.map(({ carry }) => [carry!.pitch, carry!.way, carry!.isLine])).toEqual([
    [76, null, true],
    [74, null, true],
    [72, null, true],
  ]);
});
