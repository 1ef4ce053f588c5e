import type { Chart } from '../chart/chart.ts';
import { sungNotes, type Melody } from '../melody/melody.ts';
import { readChart } from '../reading/read.ts';
import { melodyLayer } from '../score/melody.ts';
import { scoreOf } from '../score/score.ts';
import { columnsOf } from '../take/columns.ts';
import { slotKeys } from '../take/key.ts';
import { sheetOf, type Sheet } from './sheet.ts';

/** A chart as it is typed, with its melody and its words, on paper: nobody accompanies it. */
export function chartSheet(chart: Chart, melody: Melody): Sheet {
  const slots = readChart(chart);
  const columns = columnsOf(slots, slotKeys(slots, []), {}, { plain: true }).map((column) => ({ column, grip: null }));
  const scored = { chart, open: [], columns };
  const score = scoreOf(scored, [melodyLayer(sungNotes(chart, melody))]);
  return sheetOf(chart, score, scored, melody, { staves: ['melody'], diagrams: false, lyrics: true });
}
