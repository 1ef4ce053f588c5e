/* Between a step of a plan, which counts in columns, and what is practised, which stays the same when the chart changes. */
import type { ArrangedColumn } from '../leading/arrange.ts';
import type { Score } from '../score/score.ts';
import { ticksPerBeat } from '../time/meter.ts';
import type { ColumnSpan, PlanStep } from './plan.ts';
import type { PassageItem, Practised } from './practised.ts';

/** Of which take a step is. */
export interface OfTake {
  readonly tuneId: string;
  readonly takeId: string;
  readonly title: string;
  readonly take: string;
  /** In the order of the bars as written. */
  readonly barIds: readonly string[];
  readonly score: Score;
  readonly columns: readonly (Pick<ArrangedColumn, 'grip'> & {
    readonly column: Pick<ArrangedColumn['column'], 'symbol'>;
  })[];
  /** `E2 A2 D3 G3 B3 E4`. */
  readonly tuning: string;
}

/** What is practised in a step of the plan of a take. */
export function practisedIn(step: PlanStep, of: OfTake): Practised {
  const { columns, score, tuning } = of;
  const named = (i: number) => ({ symbol: columns[i]!.column.symbol, grip: columns[i]!.grip!.grip });
  if (step.kind === 'grip') return { kind: 'grip', tuning, ...named(step.from) };
  if (step.kind === 'change') {
    const beats = score.columns[step.from]!.ticks / ticksPerBeat(score.meter);
    const { tempo } = score;
    return { kind: 'change', tuning, from: named(step.from), to: named(step.to), tempo, beats: Math.min(16, beats) };
  }
  return passageOf(step, of);
}

/** Some columns of a take, widened to whole bars. */
export function passageOf({ from, to }: ColumnSpan, of: OfTake): PassageItem {
  const { tuneId, takeId, title, take, barIds, score, columns } = of;
  const [first, last] = [from, to].map((i) => score.bars.find(({ number }) => number === score.columns[i]!.bar)!);
  const at = ({ index, pass }: typeof first & object) => ({ bar: barIds[index] ?? `bar-${index + 1}`, pass });
  // A pickup goes with the first bar.
  const [a, b] = [Math.max(1, first!.number), Math.max(1, last!.number)];
  return {
    kind: 'passage',
    tuneId,
    takeId,
    first: at(first!),
    last: at(last!),
    title,
    take,
    bars: a === b ? `bar ${a}` : `bars ${a}–${b}`,
    chords: columns.slice(from, to + 1).map(({ column }) => column.symbol),
  };
}

/** The columns of a passage in a take as it stands now; null: its bars are gone. */
export function columnsOfPassage(
  { first, last }: Pick<PassageItem, 'first' | 'last'>,
  barIds: readonly string[],
  { bars, columns }: Pick<Score, 'bars' | 'columns'>,
): ColumnSpan | null {
  const numberOf = ({ bar, pass }: PassageItem['first']) =>
    bars.find((one) => barIds[one.index] === bar && one.pass === pass)?.number;
  const [a, b] = [numberOf(first), numberOf(last)];
  if (a === undefined || b === undefined || b < a) return null;
  const from = columns.findIndex(({ bar }) => bar >= a && bar <= b);
  const to = columns.findLastIndex(({ bar }) => bar >= a && bar <= b);
  return from < 0 ? null : { from, to };
}
