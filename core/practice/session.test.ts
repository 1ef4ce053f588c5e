import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { REST_AFTER, restDue, RESTED, worked } from './care.ts';
import type { Practised } from './practised.ts';
import { practiceSession, SESSION_MINUTES, type SessionCard } from './session.ts';

const DAY = 86_400_000;
const NOW = 100 * DAY;
const grip = (i: number): Practised => ({
  kind: 'grip',
  tuning: 'E2 A2 D3 G3 B3 E4',
  symbol: 'C',
  grip: `x-${i % 20}-2-0-1-0`,
});
const move = (i: number): Practised => ({ kind: 'move', id: `m${i}`, name: `move ${i}` });
const cards = fc
  .array(
    fc.record({
      what: fc.nat(99).map((i) => (i % 2 === 0 ? grip(i) : move(i))),
      due: fc.integer({ min: -30, max: 30 }).map((days) => NOW + days * DAY),
      stability: fc.integer({ min: 1, max: 90 }),
      grade: fc.constantFrom('again', 'hard', 'good', 'easy', null),
    }),
    { maxLength: 40 },
  )
  .map((all) => all.map((one, i) => ({ ...one, id: `card ${i}`, lastAt: null }) as SessionCard));

describe('a session', () => {
  test('never takes longer than it was given, and nothing comes twice', () => {
    fc.assert(
      fc.property(cards, fc.constantFrom(...SESSION_MINUTES), fc.integer({ min: 0, max: 6 }), (all, minutes, tunes) => {
        const today = Array.from({ length: tunes }, (_, i) => move(1000 + i));
        const steps = practiceSession(minutes, { cards: all, today, until: NOW });
        expect(steps.reduce((sum, step) => sum + step.minutes, 0)).toBeLessThanOrEqual(minutes);
        expect(new Set(steps.map(({ what }) => what)).size).toBe(steps.length);
        // Only what is due comes as due, and only what is not as an easy end.
        const cardOf = (what: Practised) => all.find((one) => one.what === what)!;
        for (const { what, reason } of steps) {
          if (reason === 'due') expect(cardOf(what).due).toBeLessThanOrEqual(NOW);
          if (reason === 'easy') expect(cardOf(what).due).toBeGreaterThan(NOW);
        }
      }),
    );
  });

  test('begins warm, has what is due, the tune of today, and ends with what goes well', () => {
    const all: SessionCard[] = [
      { id: 'due', what: move(1), due: NOW - DAY, stability: 5, lastAt: null, grade: 'hard' },
      { id: 'easy', what: move(2), due: NOW + 9 * DAY, stability: 50, lastAt: null, grade: 'easy' },
      { id: 'hard', what: move(3), due: NOW + 9 * DAY, stability: 90, lastAt: null, grade: 'again' },
    ];
    const steps = practiceSession(15, { cards: all, today: [move(9)], until: NOW });
    expect(steps.map(({ reason }) => reason)).toEqual(['warm-up', 'due', 'today', 'easy']);
    expect(steps.at(-1)!.what).toEqual(move(2));
  });

  test('where more is due than there is time, what is longest overdue for its strength comes', () => {
    const all = [20, 2, 9].map((days, i): SessionCard => ({
      id: `c${i}`,
      what: move(i),
      due: NOW - days * DAY,
      stability: i === 0 ? 90 : 3,
      lastAt: null,
      grade: 'hard',
    }));
    expect(practiceSession(5, { cards: all, today: [], until: NOW }).map(({ what }) => what)).toEqual([move(2)]);
  });
});

describe('a rest is due', () => {
  const round = { seconds: 60, strained: 0, grips: 0, anew: false };
  const after = (rounds: number, how: Partial<typeof round>) =>
    Array.from({ length: rounds }).reduce((work: typeof RESTED) => worked(work, { ...round, ...how }), RESTED);
  test('after minutes of stretching, of the same, of playing at all, and not before', () => {
    expect(restDue(after(2, { strained: 60 }))).toBeNull();
    expect(restDue(after(3, { strained: 60 }))).toBe('stretch');
    expect(restDue(after(REST_AFTER.same / 60, {}))).toBe('same');
    expect(restDue(after(20, { anew: true }))).toBeNull();
    expect(restDue(after(REST_AFTER.playing / 60, { anew: true }))).toBe('playing');
  });
});
