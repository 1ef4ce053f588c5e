import { expose } from 'comlink';
import { handOf, speakFrom, type Player, type Speech } from '../../core/index.ts';
import { KernelNear } from '../../kernel/kernel.ts';
import { followWhile, pause } from './follow.ts';
import { handAnswers } from './hand.ts';
import { libraryOf } from './kept.ts';
import { leaveTake, takeAsLeft } from './left.ts';
import { plainAnswers } from './plain.ts';
import type { ArrangedTake, Job, Phase } from './questions.ts';
import { Sessions } from './sessions.ts';
import { takeAnswers } from './take-answers.ts';
import { takesFinder } from './whole-takes.ts';

/** Made with the first search. */
let kernel: KernelNear | null = null;
const world = {
  libraryOf,
  near: () => (kernel ??= KernelNear.create()) ?? undefined,
  pause,
  now: () => performance.now(),
};
const sessions = new Sessions(world);

let warming = 0;

const solver = {
  /** Says things as the page is read; before anything else. */
  read(speech: Speech): void {
    speakFrom(() => speech);
  },

  /** Makes the shapes of a hand ready, until something is asked that is waited for. */
  async warm(player: Player): Promise<void> {
    const mine = ++warming;
    const { requests } = sessions;
    await libraryOf(
      handOf(player),
      followWhile(() => mine === warming && requests === sessions.requests),
      () => undefined,
    );
  },

  ...handAnswers,

  /** Solves a take exactly, under a name by which it is asked about. Null: a newer request took over. */
  async arrange(name: string, job: Job, onProgress: (phase: Phase) => void): Promise<ArrangedTake | null> {
    const arrangement = await sessions.solve(name, job, onProgress);
    if (arrangement) leaveTake(name, job, arrangement);
    return arrangement;
  },

  /** A take as it was last arranged in this browser, at once; null: it must be solved. */
  asLeft: takeAsLeft,

  /** Stops whatever is being solved of a take. */
  cancel: (name: string): void => sessions.cancel(name),

  ...takeAnswers(sessions),
  ...takesFinder(world),
  ...plainAnswers(world),
};

export type Solver = typeof solver;
expose(solver);
