import { useMemo } from 'react';
import { planOf, practisedIn, tuningKey, type PlanStep, type Practised } from '../../../core/index.ts';
import type { LoadedCard } from './cards.ts';
import { useTakeJob, useVoiced, type WorkLoaded } from './useVoiced.ts';

/** A step of a plan with what is practised in it. */
export interface PlannedStep {
  readonly step: PlanStep;
  readonly what: Practised;
}

/** The plan of a take for whoever plays its tune: grips they keep, or have learnt, are known to their hand. */
export function usePlan(work: WorkLoaded, cards: readonly LoadedCard[]) {
  const { tune, take } = work;
  const { job, who, along } = useTakeJob(work);
  const voiced = useVoiced(`practice/${take.id}/${who.id}`, job, along);
  const { arrangement, score, neck } = voiced;
  const tuning = tuningKey(who.player.tuning);
  const learnt = useMemo(
    () =>
      cards.flatMap(({ what, state }) =>
        what.kind === 'grip' && what.tuning === tuning && state.learnt ? [what.grip] : [],
      ),
    [cards, tuning],
  );
  const { kept } = who.book;
  const steps = useMemo((): readonly PlannedStep[] | null => {
    if (!arrangement || !score || !neck) return null;
    const { columns } = arrangement;
    const known = new Set([...kept, ...learnt]);
    const { tuneId, title, barIds } = tune;
    const of = { tuneId, takeId: take.id, title, take: take.name, barIds, score, columns, tuning };
    return planOf({ score, grips: columns.map(({ grip }) => grip), neck, known }).map((step) => ({
      step,
      what: practisedIn(step, of),
    }));
  }, [arrangement, score, neck, kept, learnt, tune, take, tuning]);
  return { steps, failed: voiced.failed, tempo: tune.chart.tempo, player: who.name };
}
