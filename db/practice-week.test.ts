import { beforeAll, describe, expect, test } from '@jest/globals';
import {
  arrangedTake,
  buildLibrary,
  climbed,
  DEFAULT_HAND,
  gradeOf,
  ladderFrom,
  neckOf,
  parseChart,
  planOf,
  practisedIn,
  practiceSession,
  pricingFor,
  run,
  scoreOf,
  sessionOf,
  solveTake,
  tuningKey,
  USUAL_LADDER,
  type Ladder,
  type Played,
  type Practised,
} from '../core/index.ts';
import { migrateDatabase, openDatabase, type Connection } from './open.ts';
import { addToLog, cardsInUse, dueBy, lastLogged } from './practice.ts';

/*
 * A week of a player who practises a quarter of an hour in the evening but on two days, by a clock of the test's own: what
 * they cannot yet do gets better by doing, as it does.
 */
const DAY = 86_400_000;
/** From the evening to the end of its day. */
const EVENING = DAY / 4 - 1;
const MONDAY = Date.UTC(2026, 0, 5, 18);
const CHART = 'key: C\ntempo: 120\n| C | A7 | Dm7 | G7 | Em7 | A7 | Dm7 G7 | C |';

let db: Connection;
let plan: readonly Practised[];
const evenings: { day: number; what: readonly string[]; due: number; left: number }[] = [];

/** Rounds on the ladder: this player is clean up to a share of the goal that rises with every session of the thing. */
function practised(session: number): Ladder {
  const can = Math.min(1.1, 0.7 + session * 0.1);
  let ladder = ladderFrom(USUAL_LADDER);
  for (let round = 0; round < 30 && !ladder.done; round++)
    ladder = climbed(ladder, USUAL_LADDER, ladder.rate <= can + 1e-9 ? 'clean' : 'unclean');
  return ladder;
}

beforeAll(() => {
  db = openDatabase(':memory:');
  migrateDatabase(db, ':memory:');
  const chart = parseChart(CHART);
  if (!chart.ok) throw new Error(CHART);
  const hand = { ...DEFAULT_HAND, highestFret: 9 };
  const library = buildLibrary(hand);
  const session = sessionOf(library, { pricing: pricingFor({ company: 'alone', area: null, matters: {} }) });
  const { columns } = arrangedTake(run(solveTake(session, { chart: chart.value })));
  const score = scoreOf({ chart: chart.value, open: library.neck.open, columns });
  const grips = columns.map(({ grip }) => grip);
  const of = {
    tuneId: 'tune',
    takeId: 'take',
    title: 'A week',
    take: 'Take 1',
    barIds: chart.value.bars.map((_, i) => `bar-${i}`),
    score,
    columns,
    tuning: tuningKey(hand.tuning),
  };
  plan = planOf({ score, grips, neck: neckOf(hand), known: new Set() }).map((step) => practisedIn(step, of));

  const sessions = new Map<string, number>();
  for (const day of [0, 1, 3, 4, 6]) {
    let now = MONDAY + day * DAY;
    const cards = cardsInUse(db).map(({ id, what, due, state }) => ({ ...state, id, what, due: due! }));
    const known = new Set(cards.map(({ what }) => JSON.stringify(what)));
    const today = plan.filter((what) => !known.has(JSON.stringify(what)));
    const until = MONDAY + day * DAY + EVENING;
    const due = dueBy(db, until).all;
    const steps = practiceSession(15, { cards, today, until });
    for (const { what, minutes } of steps) {
      const name = JSON.stringify(what);
      const before = sessions.get(name) ?? 0;
      sessions.set(name, before + 1);
      const ladder = practised(before);
      const goal = what.kind === 'passage' || what.kind === 'change' ? 120 : null;
      const entry: Played = {
        deed: 'played',
        schema: 1,
        at: now,
        seconds: minutes * 60,
        what,
        goal,
        clean: goal === null || ladder.best === null ? null : Math.round(ladder.best * goal),
        rounds: what.kind === 'warm-up' ? { clean: 0, unclean: 0 } : ladder.rounds,
        hurt: null,
        note: '',
      };
      addToLog(db, { [`e${now}`]: entry }, now);
      now += minutes * 60_000;
    }
    evenings.push({ day, what: steps.map(({ what }) => what.kind), due, left: dueBy(db, until).all });
  }
});

describe('a week of practice', () => {
  test('every evening begins warm and takes its quarter of an hour, no more', () => {
    for (const { what } of evenings) expect(what[0]).toBe('warm-up');
    for (const { day } of evenings) {
      const [from, until] = [MONDAY + day * DAY, MONDAY + (day + 1) * DAY];
      const played = lastLogged(db, 1000).filter(({ entry }) => entry.at >= from && entry.at < until);
      const seconds = played.reduce((sum, { entry }) => sum + (entry.deed === 'played' ? entry.seconds : 0), 0);
      expect(seconds).toBeLessThanOrEqual(15 * 60);
      expect(seconds).toBeGreaterThan(8 * 60);
    }
  });

  test('what is due is played that evening, as far as there is time, and rest costs nothing but its day', () => {
    for (const { due, left, what } of evenings) {
      expect(left).toBeLessThanOrEqual(due);
      // Only where the time was up is anything left.
      if (left > 0) expect(what.length).toBeGreaterThan(5);
    }
    // What was not clean on Monday is there on Tuesday, though one begins a little earlier than it was played.
    expect(evenings[1]!.due).toBeGreaterThan(0);
    const [, , , friday, sunday] = evenings;
    expect(sunday!.left).toBeLessThanOrEqual(friday!.left + sunday!.due);
  });

  test('the plan is gone through in its order: grips and changes first, then bars', () => {
    const first = new Map<string, number>();
    for (const { entry } of lastLogged(db, 1000))
      if (entry.deed === 'played' && !first.has(JSON.stringify(entry.what)))
        first.set(JSON.stringify(entry.what), first.size);
    const order = plan.flatMap((what) => first.get(JSON.stringify(what)) ?? []);
    // New things come in the order of the plan, whatever was due between them.
    expect(order).toEqual([...order].sort((a, b) => a - b));
    expect(order.length).toBeGreaterThan(6);
  });

  test('what got better waits longer than what did not', () => {
    const cards = cardsInUse(db);
    const twice = cards.filter(({ state }) => state.reviews > 1);
    expect(twice.length).toBeGreaterThan(0);
    for (const { due } of cards) expect(due).toBeGreaterThan(MONDAY);
    const again = cards.filter(({ state }) => state.grade === 'again');
    const well = cards.filter(({ state }) => state.grade === 'easy' || state.grade === 'good');
    const wait = ({ due, state }: (typeof cards)[number]) => due! - state.lastAt!;
    if (again.length > 0) expect(Math.min(...well.map(wait))).toBeGreaterThan(Math.max(...again.map(wait)));
    // Every grade is what the log says.
    const log = lastLogged(db, 1000).flatMap(({ entry }) => (entry.deed === 'played' ? [entry] : []));
    for (const { what, state } of cards) {
      const last = log.findLast((one) => JSON.stringify(one.what) === JSON.stringify(what))!;
      expect(state.grade).toBe(gradeOf(last));
    }
  });

  test('nothing that was practised is lost: each has its card, each card its day', () => {
    const log = lastLogged(db, 1000).flatMap(({ entry }) =>
      entry.deed === 'played' && entry.what.kind !== 'warm-up' ? [entry] : [],
    );
    const named = new Set(log.map(({ what }) => JSON.stringify(what)));
    expect(new Set(cardsInUse(db).map(({ what }) => JSON.stringify(what)))).toEqual(named);
  });
});
