import type { Melody, MelodyNote } from './melody.ts';
import type { BarNotes, MelodyCells } from './stave.ts';

/** A note as it is kept: its bar by the bar's id, so that it stays with it when the chart is edited. */
export interface KeptNote extends Omit<MelodyNote, 'bar'> {
  readonly bar: string;
}

/** A melody to be kept; `barIds`: of the chart's bars as written. */
export const keptNotes = (melody: Melody, barIds: readonly string[]): readonly KeptNote[] =>
  melody.map((note) => ({ ...note, bar: barIds[note.bar]! }));

/** A kept melody over the bars a chart has now; what stood in bars that are gone is left out, and so is what is longer than its bar. */
export function melodyIn(
  notes: readonly KeptNote[],
  barIds: readonly string[],
  bars: readonly { readonly ticks: number }[],
): Melody {
  const at = new Map(barIds.map((id, index) => [id, index]));
  return notes
    .flatMap((note): MelodyNote[] => {
      const bar = at.get(note.bar);
      return bar === undefined || note.tick + note.ticks > bars[bar]!.ticks ? [] : [{ ...note, bar }];
    })
    .sort((a, b) => a.bar - b.bar || (a.pass ?? 0) - (b.pass ?? 0) || a.tick - b.tick);
}

/** Kept notes by the cells in which they are edited. */
export function melodyCells(notes: readonly KeptNote[]): MelodyCells {
  const cells: Record<string, BarNotes[number][]> = {};
  for (const { bar, pass, ...note } of notes) (cells[pass === null ? bar : `${bar}/${pass}`] ??= []).push(note);
  return cells;
}
/** The notes of cells, to be kept. */
export const notesOfCells = (cells: MelodyCells): readonly KeptNote[] =>
  Object.entries(cells).flatMap(([name, notes]) => {
    const [bar, pass] = name.split('/') as [string, string?];
    return notes.map((note) => ({ ...note, bar, pass: pass === undefined ? null : Number(pass) }));
  });
