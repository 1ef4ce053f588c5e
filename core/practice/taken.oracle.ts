import { parseChart } from '../chart/parse.ts';
import { buildLibrary } from '../grip/library.ts';
import { pricingFor } from '../leading/pricing.ts';
import { arrangedTake, sessionOf, solveTake } from '../leading/solve.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { scoreOf } from '../score/score.ts';
import { run } from '../steps.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 9 });
const session = sessionOf(library, { pricing: pricingFor({ company: 'alone', area: null, matters: {} }) });

/** A chart voiced for the usual hand, for tests: its score and its grips. */
export function taken(text: string, known: readonly string[] = []) {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(text);
  const { columns } = arrangedTake(run(solveTake(session, { chart: chart.value })));
  const score = scoreOf({ chart: chart.value, open: library.neck.open, columns });
  const grips = columns.map(({ grip }) => grip);
  return { score, grips, columns, neck: library.neck, known: new Set(known) };
}
