/* A kept move in a key: its bars as a chart, and what lies on the neck moved along, all of it by the same frets. */
import { parseChord } from '../chord/symbol.ts';
import { symbolOf } from '../chord/chord.ts';
import { pitchClass } from '../pitch/note.ts';
import { noteAbove } from '../pitch/note.ts';
import { intervalTo } from './degree.ts';
import type { Key } from '../pitch/key.ts';
import type { Decision } from './decision.ts';
import { KEPT_IN, type KeptMove } from './kept-move.ts';

/** How far up the tonic of a key lies above that of what is kept, the nearer way: -5 to 6 semitones. */
export function shiftTo({ tonic }: Key): number {
  const up = (pitchClass(tonic) - pitchClass(KEPT_IN) + 12) % 12;
  return up > 6 ? up - 12 : up;
}

const fretsIn = (grip: string): readonly number[] => (grip.match(/\d+/g) ?? []).map(Number);
/** A grip so many frets off. */
export const gripBy = (grip: string, by: number): string => grip.replace(/\d+/g, (fret) => String(Number(fret) + by));

/** Where grips may lie. */
export interface OnNeck {
  readonly lastFret: number;
  /** The open strings of this guitar. */
  readonly tuning: string;
  /** The area of the neck one wants them in, from fret to fret; else as near as they were. */
  readonly near?: readonly [number, number] | null;
}

/**
 * By how many frets all grips of a move go along with its key: all by the same, so that what is between them stays. Null: it
 * has none, or they have no room, or lie on other strings.
 */
export function gripsShift(
  { cells, tuning }: Pick<KeptMove, 'cells' | 'tuning'>,
  key: Key,
  neck: OnNeck,
): number | null {
  const frets = Object.values(cells).flatMap((cell) =>
    cell.layer === 'chord' && cell.voicing ? fretsIn(cell.voicing.grip) : [],
  );
  if (frets.length === 0 || tuning !== neck.tuning) return null;
  const shift = shiftTo(key);
  const fits = [shift, shift - 12, shift + 12].filter(
    (by) =>
      (by === 0 || frets.every((fret) => fret > 0 && fret + by > 0)) &&
      frets.every((fret) => fret + by <= neck.lastFret),
  );
  const middle = (Math.min(...frets) + Math.max(...frets)) / 2;
  const { near } = neck;
  const away = (by: number) => Math.abs(near ? middle + by - (near[0] + near[1]) / 2 : by);
  return fits.sort((a, b) => away(a) - away(b))[0] ?? null;
}

/** A cell of a kept move in a key; null: it cannot be there. */
export function cellIn(cell: Decision, key: Key, shift: number | null): Decision | null {
  const [interval, by] = [intervalTo(KEPT_IN, key.tonic), shiftTo(key)];
  switch (cell.layer) {
    case 'chord': {
      if (!cell.voicing || shift === null) return null;
      const read = parseChord(cell.on);
      if (!read.ok) return null;
      const { root, kind, bass } = read.value;
      const chord = { root: noteAbove(root, interval), kind, bass: bass && noteAbove(bass, interval) };
      const grip = gripBy(cell.voicing.grip, shift);
      return { ...cell, on: symbolOf(chord), voicing: { ...cell.voicing, grip } };
    }
    case 'line':
      return {
        ...cell,
        notes: cell.notes.map((note) => ({
          ...note,
          pitch: note.pitch + by,
          spelling: noteAbove(note.spelling, interval),
        })),
      };
    case 'wish': {
      const { wish } = cell;
      if (wish.kind === 'thread') return { ...cell, wish: { ...wish, pitch: wish.pitch + by } };
      if (wish.kind !== 'arrive') return cell;
      return shift === null ? null : { ...cell, wish: { ...wish, grip: gripBy(wish.grip, shift) } };
    }
    default:
      return cell;
  }
}
