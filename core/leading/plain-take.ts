import { gripOf, type Grip } from '../grip/grips.ts';
import { measured, type ArrangedColumn } from './arrange.ts';
import type { Figures } from './figures.ts';
import { fingered } from './fingered.ts';
import { rootPath } from './root-position.ts';
import { prepareTake, type Session, type TakeAsked } from './solve.ts';
import { NOTHING } from './terms.ts';

/** The plain chart as one plays it first, to compare a take with. */
export interface PlainTake {
  readonly columns: readonly ArrangedColumn[];
  readonly figures: Figures;
}

/**
 * The chart's own chords, each in root position (root-position.ts): nothing decided, nothing searched, no price. Which
 * changes a bar is played with stays, so that both are the same tune.
 */
export function plainTake(session: Session, asked: Omit<TakeAsked, 'plain'>): PlainTake {
  const { library } = session;
  const { columns } = prepareTake(session, { ...asked, plain: true });
  const path = rootPath(
    columns.flatMap(({ chord }) => chord ?? []),
    library,
  );
  let next = 0;
  const grips: (Grip | null)[] = fingered(
    columns.map(({ chord }) => {
      const shape = chord === null ? null : path[next++]!;
      return shape === null ? null : { grip: gripOf(chord!, library, shape), fingers: undefined, resting: [] };
    }),
    library.hand,
  );
  const { changes, figures } = measured(grips, library.neck);
  return {
    figures,
    columns: columns.map((column, i): ArrangedColumn => {
      const { movement, held, shiftMm } = changes[i]!;
      return { column, grip: grips[i]!, movement, held, shiftMm, terms: NOTHING };
    }),
  };
}
