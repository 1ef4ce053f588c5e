import { createEmptyCard, fsrs, Rating, State, type Card, type Grade as FsrsGrade } from 'ts-fsrs';
import { z } from 'zod';
import { gradeOf, type Grade, type LogEntry, type PlayedNow } from '../core/index.ts';

/*
 * When something comes back: by the scheduler of ts-fsrs (Free Spaced Repetition Scheduler, its default parameters), one
 * day the shortest step, without chance, so that the same log always gives the same days.
 */
const scheduler = fsrs({ enable_fuzz: false, enable_short_term: false });

const RATINGS: Readonly<Record<Grade, FsrsGrade>> = {
  again: Rating.Again,
  hard: Rating.Hard,
  good: Rating.Good,
  easy: Rating.Easy,
};

/** Where a card stands, as it is kept. Times in milliseconds since 1970, stability in days. */
export const cardState = z.strictObject({
  schema: z.literal(1),
  due: z.int(),
  stability: z.number(),
  difficulty: z.number(),
  reviews: z.int(),
  lapses: z.int(),
  learnt: z.boolean(),
  lastAt: z.int().nullable(),
  /** How it went last, and the fastest clean tempo so far. */
  grade: z.enum(['again', 'hard', 'good', 'easy']).nullable(),
  clean: z.int().nullable(),
});
export type CardState = z.infer<typeof cardState>;

/** Where a card stands after all that was logged of it: what was played, as corrected, and when it was first taken up. */
export function stateOf(begunAt: number, played: readonly PlayedNow[]): CardState {
  let card: Card = createEmptyCard(new Date(begunAt));
  let grade: Grade | null = null;
  // By when it was done: a clock that was set back, or an entry that came late, does not turn the days round.
  for (const entry of [...played].sort((a, b) => a.at - b.at)) {
    const found = gradeOf(entry);
    if (found === null) continue;
    card = scheduler.next(card, new Date(entry.at), RATINGS[found]).card;
    grade = found;
  }
  const clean = played.flatMap(({ clean: one }) => (one === null ? [] : [one]));
  return {
    schema: 1,
    due: card.due.getTime(),
    stability: card.stability,
    difficulty: card.difficulty,
    reviews: card.reps,
    lapses: card.lapses,
    learnt: card.state === State.Review,
    lastAt: card.last_review?.getTime() ?? null,
    grade,
    clean: clean.length > 0 ? Math.max(...clean) : null,
  };
}

/** Whether a card is to come back: what was done last decides, laid down or not. */
export const isInUse = (entries: readonly LogEntry[]): boolean =>
  entries.findLast(({ deed }) => deed !== 'corrected')?.deed !== 'laid-down';
