import { beforeEach, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { createEmptyCard, fsrs, Rating } from 'ts-fsrs';
import type { LogEntry, Played, Practised } from '../core/index.ts';
import { stateOf } from './cards.ts';
import { applyEdit } from './edits.ts';
import { migrateDatabase, openDatabase, type Connection } from './open.ts';
import { cardsInUse, getCard, lastLogged, logBetween, PRACTICE } from './practice.ts';
import { practiceLog } from './schema.ts';

let db: Connection;
beforeEach(() => {
  db = openDatabase(':memory:');
  migrateDatabase(db, ':memory:');
});

const DAY = 86_400_000;
const START = Date.UTC(2026, 0, 5, 18);
const WHAT: Practised = { kind: 'grip', tuning: 'E2 A2 D3 G3 B3 E4', symbol: 'C6/9', grip: 'x-3-2-2-3-3' };
const CARD = 'grip E2 A2 D3 G3 B3 E4 x-3-2-2-3-3';
const played = (at: number, clean: number, unclean: number, more: Partial<Played> = {}): Played => ({
  deed: 'played',
  schema: 1,
  at,
  seconds: 60,
  what: WHAT,
  goal: null,
  clean: null,
  rounds: { clean, unclean },
  hurt: null,
  note: '',
  ...more,
});
let count = 0;
const log = (entries: Record<string, LogEntry | null>, client = 'one') =>
  applyEdit(db, { editId: `${client}.p${count++}`, aggregate: PRACTICE, baseVersion: 1, patch: entries });

describe('the log', () => {
  test('is added to by two windows at once, and nothing in it is changed or taken away', () => {
    expect(log({ a: played(START, 3, 0) })).toMatchObject({ status: 'saved' });
    expect(log({ b: played(START + 5, 1, 1) }, 'two')).toMatchObject({ status: 'saved' });
    expect(log({ a: played(START, 9, 0) })).toMatchObject({ status: 'invalid', message: /correction/ });
    expect(log({ a: null })).toMatchObject({ status: 'invalid' });
    expect(() => db.update(practiceLog).set({ at: 1 }).run()).toThrow(/only added to/);
    expect(lastLogged(db, 9).map(({ id }) => id)).toEqual(['a', 'b']);
  });

  test('the same edit sent twice is in it once', () => {
    const edit = { editId: 'one.same', aggregate: PRACTICE, baseVersion: 1, patch: { a: played(START, 3, 0) } };
    expect(applyEdit(db, edit)).toMatchObject({ status: 'saved' });
    expect(applyEdit(db, edit)).toMatchObject({ status: 'saved' });
    expect(lastLogged(db, 9)).toHaveLength(1);
  });

  test('is put right by a correction, which needs something to correct, and moves the card', () => {
    log({ a: played(START, 3, 0) });
    const before = getCard(db, CARD)!;
    expect(log({ x: { deed: 'corrected', schema: 1, at: START + 9, of: 'nothing', right: null } })).toMatchObject({
      status: 'invalid',
      message: /not in the log/,
    });
    log({ c: { deed: 'corrected', schema: 1, at: START + 9, of: 'a', right: { rounds: { clean: 0, unclean: 3 } } } });
    expect(getCard(db, CARD)!.due).toBeLessThan(before.due!);
    expect(getCard(db, CARD)!.state.grade).toBe('again');
    log({ d: { deed: 'corrected', schema: 1, at: START + 19, of: 'a', right: null } });
    expect(cardsInUse(db)).toEqual([]);
  });

  test('of a time has its corrections, whenever they were made', () => {
    log({ a: played(START, 3, 0), b: played(START + DAY, 3, 0) });
    log({ c: { deed: 'corrected', schema: 1, at: START + 9 * DAY, of: 'a', right: { note: 'x' } } });
    expect(logBetween(db, START, START + DAY).map(({ id }) => id)).toEqual(['a', 'c']);
    expect(lastLogged(db, 1, START + 2 * DAY).map(({ id }) => id)).toEqual(['b']);
  });
});

describe('cards', () => {
  test('are as the scheduler itself has them', () => {
    const ratings = [Rating.Good, Rating.Easy, Rating.Again, Rating.Hard, Rating.Good] as const;
    const marks = [[4, 1], [5, 0], [0, 3], null, [3, 1]] as const;
    const own = fsrs({ enable_fuzz: false, enable_short_term: false });
    let card = createEmptyCard(new Date(START));
    ratings.forEach((rating, i) => {
      const at = START + i * 3 * DAY;
      card = own.next(card, new Date(at), rating).card;
      const mark = marks[i];
      // With effort: clean, but not as fast as it is to be.
      log({ [`e${i}`]: mark ? played(at, mark[0]!, mark[1]!) : played(at, 3, 0, { goal: 100, clean: 80 }) });
      expect(getCard(db, CARD)!.due).toBe(card.due.getTime());
      expect(getCard(db, CARD)!.state).toMatchObject({ stability: card.stability, difficulty: card.difficulty });
    });
  });

  test('intervals grow after clean sessions and shrink after one that was not; nothing due is lost', () => {
    const sessions = fc.array(fc.tuple(fc.constantFrom('clean', 'unclean'), fc.integer({ min: 0, max: 4 })), {
      minLength: 1,
      maxLength: 25,
    });
    fc.assert(
      fc.property(sessions, (all) => {
        let at = START;
        const done: (Played & { id: string; corrected: number })[] = [];
        let interval = 0;
        for (const [mark, late] of all) {
          done.push({ ...(mark === 'clean' ? played(at, 3, 0) : played(at, 0, 3)), id: String(at), corrected: 0 });
          const state = stateOf(START, done);
          const next = state.due - at;
          expect(next).toBeGreaterThanOrEqual(DAY);
          if (mark === 'clean') expect(next).toBeGreaterThanOrEqual(interval);
          else if (done.length > 1) expect(next).toBeLessThanOrEqual(Math.max(interval, DAY * 2));
          interval = next;
          // It is played when it is due, or some days late.
          at = state.due + late * DAY;
        }
      }),
      { numRuns: 200 },
    );
  });

  test('a clock that was set back neither loses nor turns round anything', () => {
    log({ a: played(START, 3, 0) });
    log({ b: played(START + 4 * DAY, 3, 0) });
    const due = getCard(db, CARD)!.due;
    log({ c: played(START - 30 * DAY, 3, 0) });
    expect(lastLogged(db, 9)).toHaveLength(3);
    expect(getCard(db, CARD)!.due).toBeGreaterThanOrEqual(due!);
    expect(getCard(db, CARD)!.state.lastAt).toBe(START + 4 * DAY);
  });

  test('what is taken up is due at once; laid down it does not come back, until it is played again', () => {
    log({ a: { deed: 'taken-up', schema: 1, at: START, what: WHAT } });
    expect(cardsInUse(db)).toMatchObject([{ id: CARD, due: START, state: { reviews: 0, grade: null } }]);
    log({ b: { deed: 'laid-down', schema: 1, at: START + 5, what: WHAT } });
    expect(cardsInUse(db)).toEqual([]);
    log({ c: played(START + 9, 3, 0) });
    expect(cardsInUse(db)).toHaveLength(1);
  });

  test('warming up has none', () => {
    log({ a: played(START, 0, 0, { what: { kind: 'warm-up' } }) });
    expect(cardsInUse(db)).toEqual([]);
    expect(lastLogged(db, 9)).toHaveLength(1);
  });
});
