import { describe, expect, test } from '@jest/globals';
import { buildLibrary, DEFAULT_HAND, DEFAULT_PLAYER, type Decisions, type ShapeLibrary } from '../../core/index.ts';
import type { Job, Phase } from './questions.ts';
import { Sessions } from './sessions.ts';
import { takeAnswers } from './take-answers.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 4 });

/** A worker without a browser: libraries come when they are let come, and a clock that runs fast. */
function worker({ slow = false }: { slow?: boolean } = {}) {
  const waiting: (() => void)[] = [];
  let given = 0;
  let clock = 0;
  const sessions = new Sessions({
    async libraryOf(_hand, follow): Promise<ShapeLibrary | null> {
      if (slow) await new Promise<void>((resolve) => waiting.push(resolve));
      given++;
      // As a library that is built is given up: at its next step.
      return follow(
        (function* () {
          yield 0.5;
          return library;
        })(),
        () => undefined,
      );
    },
    near: () => undefined,
    pause: () => new Promise((resolve) => setImmediate(resolve)),
    now: () => (clock += 1000),
  });
  return { sessions, ...takeAnswers(sessions), letCome: () => waiting.shift()?.(), built: () => given };
}

const CHART = 'key: C\n| Dm7 | G7 | C |\n';
const job = (cells: Decisions = {}, chartText = CHART): Job => ({
  chartText,
  barIds: ['a', 'b', 'c'],
  melody: [],
  cells,
  player: DEFAULT_PLAYER,
  manner: null,
  banished: [],
});
const colour = (suffix: string): Decisions => ({ 'a:1:0': { layer: 'chord', on: 'Dm7', colour: suffix } });
const NOTHING = () => undefined;

describe('a take that is open', () => {
  test('is solved, with its progress told', async () => {
    const { sessions } = worker();
    const phases: Phase[] = [];
    const arrangement = await sessions.solve('t', job(colour('m9')), (phase) => phases.push(phase));
    expect(arrangement!.columns.map(({ column }) => column.symbol)).toEqual(['Dm9', 'G9', 'C6']);
    expect(arrangement!.columns.every(({ grip }) => grip !== null)).toBe(true);
    expect(new Set(phases.map(({ phase }) => phase))).toEqual(new Set(['path']));
    expect(Math.max(...phases.map(({ share }) => share))).toBe(1);
  });

  test('asked for twice is solved for the newest request alone', async () => {
    const { sessions, letCome } = worker({ slow: true });
    const first = sessions.solve('t', job(colour('m9')), NOTHING);
    const second = sessions.solve('t', job(colour('m11')), NOTHING);
    letCome();
    letCome();
    expect(await first).toBeNull();
    expect((await second)!.columns[0]!.column.symbol).toBe('Dm11');
  });

  test('that nobody waits for any more is given up', async () => {
    const { sessions, letCome } = worker({ slow: true });
    const asked = sessions.solve('t', job(), NOTHING);
    sessions.cancel('t');
    letCome();
    expect(await asked).toBeNull();
    expect(await sessions.price('t', 'grips', 0)).toBeNull();
  });

  test('answers the newest question of a kind; another kind is no rival', async () => {
    const { sessions, grips, nextBest } = worker();
    const arrangement = (await sessions.solve('t', job(), NOTHING))!;
    const grip = arrangement.columns[0]!.grip!.grip;
    const [older, other, newer] = await Promise.all([grips('t', 0), nextBest('t', 0, grip, null), grips('t', 1)]);
    expect(older).toBeNull();
    expect(newer!.shapes.size).toBeGreaterThan(10);
    expect(Math.min(...newer!.extra!)).toBe(0);
    expect(other!.extra).toBeGreaterThanOrEqual(0);
  });

  test('gives up a list half-way when newer decisions come', async () => {
    const { sessions, colours } = worker();
    await sessions.solve('t', job(), NOTHING);
    const told: string[] = [];
    const listing = colours('t', 0, { grating: false, liked: [] }, ({ suffix }) => {
      told.push(suffix);
      if (told.length === 2) void sessions.solve('t', job(colour('m11')), NOTHING);
    });
    expect(await listing).toBeNull();
    expect(told.length).toBeLessThan(4);
  });

  test('stands beside another: each is asked by its own name, and neither disturbs the other', async () => {
    const { sessions, colours, grips } = worker();
    const one = (await sessions.solve('one', job(), NOTHING))!;
    const two = (await sessions.solve('two', job({}, 'key: G\n| Am7 | D7 | G |\n'), NOTHING))!;
    const told: string[] = [];
    const [whole, listed] = await Promise.all([
      colours('one', 0, { grating: false, liked: [] }, ({ chord }) => told.push(chord.root)),
      grips('two', 0),
    ]);
    // How many there are is told, so that whoever lists them knows when all have come.
    expect(whole).toBe(told.length);
    expect(new Set(told)).toEqual(new Set(['D']));
    expect(listed!.chord.root).toBe('A');
    // What each costs is still told from its own best path.
    expect((await grips('one', 2))!.chord.root).toBe('C');
    expect([one.columns.length, two.columns.length]).toEqual([3, 3]);
  });

  test('other ways through it leave what stands as it is', async () => {
    const { sessions, otherWays, grips } = worker();
    const arrangement = (await sessions.solve('t', job(), NOTHING))!;
    const before = await grips('t', 1);
    const ways = (await otherWays('t'))!;
    expect(ways.length).toBeGreaterThan(0);
    for (const { extra, grips: row } of ways) {
      expect(extra).toBeGreaterThanOrEqual(0);
      expect(row.map((grip) => grip!.grip)).not.toEqual(arrangement.columns.map(({ grip }) => grip!.grip));
    }
    expect((await grips('t', 1))!.extra).toEqual(before!.extra);
  });

  test('asked for longest ago is let go when too many are open', async () => {
    const { sessions, grips } = worker();
    for (const name of ['one', 'two', 'three', 'four']) await sessions.solve(name, job(), NOTHING);
    expect(await grips('one', 0)).toBeNull();
    expect(await grips('four', 0)).not.toBeNull();
  });

  test('of a chart with problems is an error, and the next one is solved', async () => {
    const { sessions } = worker();
    await expect(sessions.solve('t', job({}, '| Cx |'), NOTHING)).rejects.toThrow('a chart with problems');
    expect(await sessions.solve('t', job(), NOTHING)).not.toBeNull();
  });
});
