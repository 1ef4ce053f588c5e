import type { Played } from './log.ts';

/** How well something went, as the scheduler of cards has it: it is not there yet, with effort, well, without effort. */
export const GRADES = ['again', 'hard', 'good', 'easy'] as const;
export type Grade = (typeof GRADES)[number];

/** So near the goal a tempo counts as reached: nobody hears three beats in a hundred. */
const REACHED = 0.97;
/** Below this share of the goal it is not there yet, however clean. */
const FAR_FROM_IT = 0.75;

/**
 * What practice comes to, from the marks and the tempo reached; nobody is asked for a number. Null: nothing was marked,
 * so nothing is known.
 */
export function gradeOf({ goal, clean, rounds }: Pick<Played, 'goal' | 'clean' | 'rounds'>): Grade | null {
  if (rounds.clean + rounds.unclean === 0) return null;
  if (rounds.clean === 0 || rounds.clean < rounds.unclean) return 'again';
  const reached = goal === null || clean === null ? 1 : clean / goal;
  if (reached < FAR_FROM_IT) return 'again';
  if (reached < REACHED) return 'hard';
  return rounds.unclean === 0 && rounds.clean > 1 ? 'easy' : 'good';
}
