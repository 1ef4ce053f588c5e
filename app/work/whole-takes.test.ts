import { expect, test } from '@jest/globals';
import { buildLibrary, DEFAULT_HAND, DEFAULT_PLAYER, STYLES } from '../../core/index.ts';
import type { Job, TakesWanted } from './questions.ts';
import { takesFinder } from './whole-takes.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 5 });
const finder = () =>
  takesFinder({ libraryOf: () => Promise.resolve(library), near: () => undefined, now: () => performance.now() });
const JOB: Job = {
  chartText: 'key: C\n| C | Am7 | Dm7 | G7 | C |',
  barIds: ['b1', 'b2', 'b3', 'b4', 'b5'],
  melody: [],
  cells: {},
  player: DEFAULT_PLAYER,
  manner: null,
  banished: [],
};
const WANTED: TakesWanted = {
  style: STYLES[0]!,
  stray: 2,
  off: [],
  grating: false,
  melodyFirst: false,
  within: null,
  anew: true,
  count: 2,
  kept: [],
};
const quiet = () => undefined;

test('takes come back as plain values: words, decisions, columns', async () => {
  const takes = (await finder().takes(JOB, WANTED, quiet))!;
  expect(takes).toHaveLength(2);
  expect(structuredClone(takes)).toEqual(takes);
  expect(takes[1]!.strays).toContain('as take 1');
  expect(takes[0]!.columns.length).toBeGreaterThanOrEqual(5);
});

test('what was chosen stays on wish, else it is chosen anew; a pin stays in any case', async () => {
  const chosen: Job = {
    ...JOB,
    cells: {
      'b2:1:0': { layer: 'chord', on: 'Am7', colour: 'm11' },
      'b4:1:0': { layer: 'chord', on: 'G7', colour: '7', voicing: { grip: '3-x-3-4-3-x' } },
    },
  };
  const [anew] = (await finder().takes(chosen, { ...WANTED, stray: 0, count: 1 }, quiet))!;
  const [kept] = (await finder().takes(chosen, { ...WANTED, stray: 0, count: 1, anew: false }, quiet))!;
  expect(kept!.cells['b2:1:0']).toEqual(chosen.cells['b2:1:0']);
  expect(anew!.cells['b2:1:0']).not.toEqual(chosen.cells['b2:1:0']);
  for (const { cells } of [anew!, kept!]) expect(cells['b4:1:0']).toEqual(chosen.cells['b4:1:0']);
});

test('a newer request takes over, and a chart that cannot be held has none', async () => {
  const one = finder();
  const first = one.takes(JOB, WANTED, quiet);
  const second = one.takes({ ...JOB, chartText: 'key: C\n| N.C. |' }, WANTED, quiet);
  expect(await first).toBeNull();
  expect(await second).toEqual([]);
});

test('a style that wants nothing has the chart’s own chords, and no end of bars can be stopped on the way', async () => {
  const nothing = { ...STYLES[0]!, groups: {}, colours: [] };
  const [take] = (await finder().takes(JOB, { ...WANTED, style: nothing, stray: 5, count: 1 }, quiet))!;
  expect(take!.columns.some(({ moved }) => moved)).toBe(false);
  const one = finder();
  const bars = Array.from({ length: 400 }, (_, i) => `| ${['C', 'Am7', 'Dm7', 'G7'][i % 4]!}`).join(' ');
  let told = 0;
  const finding = one.takes({ ...JOB, chartText: `key: C\n${bars} |`, barIds: [] }, WANTED, () => told++);
  setTimeout(() => one.stopTakes(), 500);
  expect(await finding).toBeNull();
  expect(told).toBeGreaterThan(0);
});

test('pins that the hand cannot hold, or that contradict each other, leave a take all the same', async () => {
  const pinned = (grip: string) => ({ layer: 'chord', on: 'G7', colour: '7', voicing: { grip } }) as const;
  const cells = {
    // For the one pass, and for all: the one for the pass holds.
    'b4:1:0': pinned('3-x-3-4-3-x'),
    'b4:all:0': pinned('3-2-0-0-0-1'),
    'b3:1:0': { layer: 'chord', on: 'Dm7', colour: 'm7', voicing: { grip: 'x-17-19-17-18-x' } },
  } as const;
  const [take] = (await finder().takes({ ...JOB, cells }, { ...WANTED, count: 1 }, quiet))!;
  expect(take!.columns.find(({ bar }) => bar === 4)!.grip).toBe('3-x-3-4-3-x');
  expect(take!.columns.every(({ grip }) => grip !== null)).toBe(true);
  expect(take!.cells).toEqual(expect.objectContaining(cells));
});
