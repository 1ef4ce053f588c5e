import { expect, test } from '@jest/globals';
import {
  columnsOf,
  parseChart,
  readChart,
  slotKeys,
  type Decision,
  type Decisions,
  type Grip,
  type Patch,
} from '../../../core/index.ts';
import { columnEdits, type ColumnEdits } from './columnEdits.ts';

/** What is decided about the first chord of a tune, by one of the edits of the bench. */
function decided(cells: Decisions, grip: string, make: (edits: ColumnEdits) => void): Decision | null {
  const chart = parseChart('key: C\n| C | G7 |');
  if (!chart.ok) throw new Error('the chart');
  const slots = readChart(chart.value);
  const [column] = columnsOf(slots, slotKeys(slots, ['a', 'b']), cells);
  let patch: Patch<Decision> = {};
  const stands = { grip } as Grip;
  make(columnEdits(column!, { before: undefined, grip: stands, said: null }, 'bar 1', (made) => (patch = made)));
  return patch[column!.at]!;
}
const LED: Decisions = {
  'a:1:0': { layer: 'chord', on: 'C', colour: 'maj7', voicing: { grip: 'x-3-5-4-5-3', led: true } },
};

test('other fingers for a grip that voices were led to keep it led, and may be let go', () => {
  const fingers = 'x-1-3-2-4-1';
  const chosen = decided(LED, 'x-3-5-4-5-3', ({ finger }) => finger(fingers));
  expect(chosen).toMatchObject({ voicing: { grip: 'x-3-5-4-5-3', led: true, fingers } });
  const back = decided({ 'a:1:0': chosen! }, 'x-3-5-4-5-3', ({ finger }) => finger(null));
  expect(back).toEqual({ ...chosen, voicing: { grip: 'x-3-5-4-5-3', led: true } });
});

test('fingers for another grip than the one decided pin that grip, and nothing of the old one', () => {
  const chosen = decided(LED, 'x-3-2-0-1-0', ({ finger }) => finger('x-3-2-0-1-0'));
  expect(chosen).toMatchObject({ voicing: { grip: 'x-3-2-0-1-0', fingers: 'x-3-2-0-1-0' } });
  expect(chosen).not.toHaveProperty('voicing.led');
});

test('pinning keeps the colour that shows, the chart’s own too; unpinning keeps it as well', () => {
  expect(decided({}, 'x-3-2-2-1-0', ({ pin }) => pin())).toMatchObject({
    colour: '6',
    voicing: { grip: 'x-3-2-2-1-0' },
  });
  expect(decided(LED, 'x-3-5-4-5-3', ({ pin }) => pin())).toMatchObject({ colour: 'maj7' });
  expect(decided(LED, 'x-3-5-4-5-3', ({ pin }) => pin())).not.toHaveProperty('voicing');
});
