import type { Chart } from '../chart/chart.ts';
import { parseChart } from '../chart/parse.ts';
import { bad, good, type Outcome } from '../problem.ts';
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

const HEADING = /^\s*melody\s*:(.*)$/i;

/** Reads chart text with, perhaps, a melody after a line `melody:` (contract, "Melody in the text"); all problems are found. */
export function parseTune(text: string): Outcome<TuneText> {
  const lines = text.split(/\r\n|\r|\n/);
  const heading = lines.findIndex((line) => HEADING.test(line));
  const chartText = heading < 0 ? text : lines.slice(0, heading).join('\n');
  const chart = parseChart(chartText);
  if (!chart.ok) return chart;
  if (heading < 0) return good({ chart: chart.value, melody: null, chartText, passedOver: [] });
  // Notes may begin in the line of the word.
  const notes = [HEADING.exec(lines[heading]!)![1]!, ...lines.slice(heading + 1)];
  const { measures, problems, passedOver } = readAbcNotes(notes, chart.value.key, heading + 1);
  if (problems.length > 0) return bad(...problems);
  const melody = inBars(chart.value, measures);
  return melody.ok ? good({ chart: chart.value, melody: melody.value, chartText, passedOver }) : melody;
}
