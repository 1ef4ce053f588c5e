import { handOf, parseChart, plainTake, pricingFor, sessionOf, type PlainTake } from '../../core/index.ts';
import { followWhile } from './follow.ts';
import type { Job } from './questions.ts';
import type { World } from './sessions.ts';

/** The plain chart of a tune, for a hand. */
export const plainAnswers = ({ libraryOf }: Pick<World, 'libraryOf'>) => ({
  /** Its own chords in root position, in the changes that the decisions choose. */
  async plain({ chartText, barIds, cells, player }: Omit<Job, 'manner' | 'banished' | 'melody'>): Promise<PlainTake> {
    const chart = parseChart(chartText);
    if (!chart.ok) throw new Error('a chart with problems cannot be played');
    const library = (await libraryOf(
      handOf(player),
      followWhile(() => true),
      () => undefined,
    ))!;
    return plainTake(sessionOf(library, { pricing: pricingFor(player) }), { chart: chart.value, barIds, cells });
  },
});
