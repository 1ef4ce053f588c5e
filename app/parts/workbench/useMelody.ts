import { useMemo } from 'react';
import {
  checkedText,
  checkMelody,
  melodyIn,
  musical,
  notesOfCells,
  playedBars,
  spelledPitch,
  sungNotes,
  type Chart,
  type CheckedNote,
  type Column,
  type MelodyCells,
} from '../../../core/index.ts';
import { useCells, type KeptCells } from '../../keep/cells.ts';
import type { MelodyMark } from '../stream/layout.ts';

interface UnderMelody {
  readonly chart: Chart;
  readonly barIds: readonly string[];
  readonly kept: KeptCells;
  readonly columns: readonly Column[];
}

/** The tune's melody: as it is heard, and as it stands over the columns. */
export function useMelody(tuneId: string, { chart, barIds, kept, columns }: UnderMelody) {
  const [cells] = useCells(`melody:${tuneId}`, kept, 'the melody');
  const bars = useMemo(() => playedBars(chart), [chart]);
  const sung = useMemo(
    () => sungNotes(chart, melodyIn(notesOfCells(cells as MelodyCells), barIds, chart.bars)),
    [chart, barIds, cells],
  );
  const checked = useMemo(
    () =>
      checkMelody(
        columns.map(({ slot, chord, context }) => ({
          start: slot.start,
          ticks: slot.entry.ticks,
          meter: slot.meter,
          chord,
          context,
        })),
        bars,
        sung,
      ),
    [columns, bars, sung],
  );
  const marks = useMemo(() => marksOf(columns, checked), [columns, checked]);
  return { sung, marks };
}

/** By column. */
function marksOf(columns: readonly Column[], checked: readonly CheckedNote[]): readonly (readonly MelodyMark[])[] {
  const marks: MelodyMark[][] = columns.map(() => []);
  for (const [k, one] of checked.entries()) {
    const { note, verdict, inPassing } = one;
    const next = checked[k + 1]?.note;
    const i = columns.findLastIndex(({ slot }) => slot.start <= note.start);
    const { slot } = columns[i]!;
    const degree = verdict ? `, ${musical(verdict.degree)}` : '';
    marks[i]!.push({
      pitch: note.pitch,
      from: (note.start - slot.start) / slot.entry.ticks,
      long: note.ticks / slot.entry.ticks,
      next: next?.start === note.start + note.ticks ? next.pitch : null,
      clashes: verdict?.verdict === 'clash' && !inPassing,
      said: `${spelledPitch(note.pitch, note.spelling)}${degree}: ${checkedText(one)}`,
    });
  }
  return marks;
}
