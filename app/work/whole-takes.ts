import {
  arrangedTake,
  figuresText,
  handOf,
  harmonyText,
  keptGrips,
  neckOf,
  NothingToTake,
  parseChart,
  pricingFor,
  run,
  sessionOf,
  solveTake,
  takeFiguresText,
  takeText,
  wholeTakes,
  type Session,
  type Style,
} from '../../core/index.ts';
import { follow, followWhile } from './follow.ts';
import type { FoundTake, Job, Phase, TakesWanted } from './questions.ts';
import type { World } from './sessions.ts';

/** Finds whole takes; the newest request wins. */
export function takesFinder({ libraryOf, near, now }: Pick<World, 'libraryOf' | 'near' | 'now'>) {
  let asked = 0;
  /** The search of the last request, which remembers what another in the same hand and style needs again. */
  let last: { readonly of: string; readonly session: Session } | null = null;
  return {
    /**
     * Whole takes of a tune, the best first; fewer where there are no more, none where nothing can be held. Null: stopped, or
     * a newer request took over.
     */
    async takes(
      job: Job,
      wanted: TakesWanted,
      onProgress: (phase: Phase) => void,
    ): Promise<readonly FoundTake[] | null> {
      const mine = ++asked;
      const current = () => mine === asked;
      const chart = parseChart(job.chartText);
      if (!chart.ok) throw new Error('a chart with problems has no takes');
      const hand = handOf(job.player);
      const library = await libraryOf(hand, followWhile(current), (share) => onProgress({ phase: 'shapes', share }));
      if (library === null || !current()) return null;
      const pricing = pricingFor({ ...job.player, manner: job.manner ?? job.player.manner });
      const of = JSON.stringify([pricing, job.banished, hand]);
      if (last?.of !== of)
        last = { of, session: sessionOf(library, { pricing, banished: new Set(job.banished) }, near()) };
      const { session } = last;
      const { style, stray, off, grating, melodyFirst, within, anew, count, kept } = wanted;
      const tune = { chart: chart.value, barIds: job.barIds, melody: job.melody };
      const taste = { style: style as Style | null, stray, off, grating, melodyFirst, rings: neckOf(hand).open, kept };
      let told = now();
      try {
        const found = await follow(
          wholeTakes(session, { ...tune, cells: job.cells, taste, within, anew }, count),
          current,
          (step) => {
            if (now() - told < TELL_MS) return;
            told = now();
            const { done, total } = step as { done: number; total: number };
            onProgress({ phase: 'path', share: done / total });
          },
        );
        return (
          found?.map((take): FoundTake => {
            const { columns, figures } = arrangedTake(run(solveTake(session, { ...tune, cells: take.cells })));
            return {
              name: takeText(take),
              strays: takeFiguresText(take),
              pays: harmonyText(take.harmony),
              figures: figuresText(figures),
              cells: take.cells,
              kept: keptGrips(columns),
              columns: columns.map(({ column, grip }) => ({
                bar: column.slot.bar,
                symbol: column.symbol,
                moved: column.move !== null,
                grip: grip?.grip ?? null,
              })),
            };
          }) ?? null
        );
      } catch (error) {
        if (error instanceof NothingToTake) return [];
        throw error;
      }
    },

    /** Stops looking. */
    stopTakes(): void {
      asked++;
    },
  };
}

/** Progress is told so often, in milliseconds. */
const TELL_MS = 200;
