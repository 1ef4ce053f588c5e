import { useMemo } from 'react';
import {
  checkedText,
  checkMelody,
  melodyIn,
  musical,
  notesOfCells,
  playedBars,
  remediesFor,
  spelledPitch,
  sungNotes,
  type ArrangedColumn,
  type Chart,
  type CheckedNote,
  type Column,
  type Melody,
  type MelodyCells,
  type NearRemedy,
  type SungNote,
  t,
} from '../../../core/index.ts';
import { useCells, type KeptCells } from '../../keep/cells.ts';
import type { MelodyMark } from '../stream/layout.ts';

/** The tune's melody as it stands in the bars of its chart, and how it is changed. */
export function useSung(tuneId: string, chart: Chart, barIds: readonly string[], kept: KeptCells) {
  const [cells, edit] = useCells(`melody:${tuneId}`, kept, t('the melody'));
  const melody = useMemo(
    () => melodyIn(notesOfCells(cells as MelodyCells), barIds, chart.bars),
    [chart, barIds, cells],
  );
  return { melody, cells: cells as MelodyCells, edit };
}

/** A melody as it is heard, and as it stands over the columns. */
export function useMelody(chart: Chart, melody: Melody, columns: readonly Column[]) {
  const bars = useMemo(() => playedBars(chart), [chart]);
  const sung = useMemo(() => sungNotes(chart, melody), [chart, melody]);
  const standing = useMemo(
    () =>
      columns.map(({ slot, chord, context }) => ({
        start: slot.start,
        ticks: slot.entry.ticks,
        meter: slot.meter,
        chord,
        context,
      })),
    [columns],
  );
  const checked = useMemo(() => checkMelody(standing, bars, sung), [standing, bars, sung]);
  const marks = useMemo(() => marksOf(columns, checked), [columns, checked]);
  const clashes = useMemo(() => checked.filter(clashesWith), [checked]);
  return {
    sung,
    marks,
    /** The notes that clash with the chord that stands. */
    clashes,
    /** Columns whose grip has a long note of the melody too. */
    unisons: (arranged: readonly ArrangedColumn[]): readonly number[] => [
      ...new Set(
        checked.flatMap(({ at, note, weight }) =>
          weight >= LONG && !columns[at]?.carry && arranged[at]?.grip?.pitches.includes(note.pitch) ? [at] : [],
        ),
      ),
    ],
    /** Those over a column, with what can be done about each, best first. */
    mends: (column: number): readonly Mend[] =>
      clashes.filter(({ at }) => at === column).map((one) => ({ one, remedies: remediesFor(standing, checked, one) })),
  };
}
export type SungMelody = ReturnType<typeof useMelody>;
/** A note that weighs so much is long enough to be heard as one with the guitar's. */
const LONG = 1;
/** A clash, and its remedies. */
export interface Mend {
  readonly one: CheckedNote;
  readonly remedies: readonly NearRemedy[];
}

const clashesWith = ({ verdict, inPassing }: CheckedNote) => verdict?.verdict === 'clash' && !inPassing;

const columnOf = (columns: readonly Column[], { start }: Pick<SungNote, 'start'>) =>
  columns.findLastIndex(({ slot }) => slot.start <= start);

/** Where a note lies: in a chord-melody where the guitar plays it. */
function pitchIn(columns: readonly Column[], note: SungNote): number {
  const { carry, slot } = columns[columnOf(columns, note)]!;
  if (carry === null || carry.isLine) return note.pitch;
  const free = carry.free.find(({ start }) => start === note.start);
  return free?.pitch ?? (note.start === slot.start ? carry.pitch : null) ?? note.pitch;
}

/** By column. */
function marksOf(columns: readonly Column[], checked: readonly CheckedNote[]): readonly (readonly MelodyMark[])[] {
  const marks: MelodyMark[][] = columns.map(() => []);
  for (const [k, one] of checked.entries()) {
    const { note, verdict } = one;
    const next = checked[k + 1]?.note;
    const i = columnOf(columns, note);
    const { slot, carry } = columns[i]!;
    const degree = verdict ? `, ${musical(verdict.degree)}` : '';
    const pitch = pitchIn(columns, note);
    const name = spelledPitch(pitch, note.spelling);
    marks[i]!.push({
      name,
      pitch,
      isFree: carry !== null && !carry.isLine && note.start > slot.start,
      from: (note.start - slot.start) / slot.entry.ticks,
      long: note.ticks / slot.entry.ticks,
      next: next?.start === note.start + note.ticks ? pitchIn(columns, next) : null,
      clashes: clashesWith(one),
      said: `${name}${degree}: ${checkedText(one)}`,
    });
  }
  return marks;
}
