import { useMemo } from 'react';
import {
  changesOf,
  columnsOf,
  lastFretOf,
  meetingTimes,
  musical,
  plainNumeral,
  readChart,
  slotKeys,
  versionsOf,
  wordsUnder,
  type Decisions,
  type Chart,
  type Column,
  type Manner,
  type Melody,
  type Player,
} from '../../../core/index.ts';
import { marksOf } from '../reading/marks.ts';

/** The columns of a take as they are to be shown, known before they are voiced. */
export function useColumns(
  chart: Chart,
  barIds: readonly string[],
  melody: Melody,
  cells: Decisions,
  player: Player,
  manner: Manner,
) {
  const lastFret = lastFretOf(player);
  const changes = JSON.stringify(changesOf(cells));
  const slots = useMemo(
    () => readChart(chart, versionsOf(JSON.parse(changes) as Decisions, barIds), melody),
    [chart, changes, barIds, melody],
  );
  const columns = useMemo(() => {
    const first = chart.bars[0]!.number;
    const keys = slotKeys(slots, barIds);
    const meeting = meetingTimes(slots, keys, cells);
    return columnsOf(slots, keys, cells, { lastFret, manner }).map((column) => ({
      ...column,
      numeral: column.chord ? musical(plainNumeral(column.chord, column.slot.key)) : '',
      meets: meeting.has(column.slot.start),
      words: column.part === 0 ? wordsUnder(chart, column.slot) : '',
      hasChanges: chart.bars[column.slot.sourceBar - first]!.alternates.length > 0,
    }));
  }, [slots, barIds, cells, chart, lastFret, manner]);
  const sections = useMemo(() => sectionStarts(chart, columns), [chart, columns]);
  const marks = useMemo(
    () =>
      marksOf(
        columns.map(({ slot }) => slot),
        chart.key,
      ),
    [chart, columns],
  );
  return { slots, columns, sections, marks };
}

/** Where each section begins, by column, in every pass. */
function sectionStarts(chart: Chart, columns: readonly Column[]): ReadonlyMap<number, string> {
  const first = chart.bars[0]?.number ?? 1;
  const starts = new Map<number, string>();
  columns.forEach(({ slot }, i) => {
    const section = chart.bars[slot.sourceBar - first]?.section;
    if (section && slot.entry.tick === 0) starts.set(i, section);
  });
  return starts;
}
