import type { Chart } from '../chart/chart.ts';
import { partsOfTune } from '../chart/headers.ts';
import { LONGEST_CHART, parseChart } from '../chart/parse.ts';
import { bad, good, problem, type Outcome } from '../problem.ts';
import { readAbcNotes, type ReadNotes } from './abc-notes.ts';
import { inBars } from './in-bars.ts';
import type { Melody } from './melody.ts';

/** A tune as a file has it. */
export interface TuneText {
  readonly chart: Chart;
  /** Null: it has none. */
  readonly melody: Melody | null;
  /** The chart's part of the text. */
  readonly chartText: string;
  /** What in the melody has no place here and was passed over. */
  readonly passedOver: ReadNotes['passedOver'];
}

/** Enough problems to work on at once. */
const MOST_PROBLEMS = 100;
const LINE_END = /\r\n|\r|\n/;

/** Reads chart text with, perhaps, a melody after a line `melody:` (contract, "Melody in the text"); all problems are found. */
export function parseTune(text: string): Outcome<TuneText> {
  const { chartText, melodyText } = partsOfTune(text);
  const chart = parseChart(chartText);
  if (!chart.ok) return chart;
  if (melodyText === null) return good({ chart: chart.value, melody: null, chartText, passedOver: [] });
  const length = text.length - chartText.length;
  if (length > LONGEST_CHART) return bad(problem('chart-too-long', { length, most: LONGEST_CHART }));
  // Notes may begin in the line of the word.
  const notes = melodyText.split(LINE_END);
  const line = chartText.split(LINE_END).length;
  const { measures, problems, passedOver } = readAbcNotes(notes, chart.value.key, line);
  const melody = problems.length > 0 ? bad(...problems) : inBars(chart.value, measures);
  if (!melody.ok) return bad(...melody.problems.slice(0, MOST_PROBLEMS));
  return good({ chart: chart.value, melody: melody.value, chartText, passedOver });
}

/** Reads a tune's text for its chart alone. */
export function parseTuneChart(text: string): Outcome<Chart> {
  const tune = parseTune(text);
  return tune.ok ? good(tune.value.chart) : tune;
}
