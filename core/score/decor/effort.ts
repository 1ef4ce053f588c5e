import type { Millimetres } from '../../neck/frets.ts';
import { shiftMm } from '../../leading/join-cost.ts';
import type { Sound } from '../score.ts';
import type { Offer } from './decoration.ts';
import type { DecorPlace } from './place.ts';

/** Where the index finger lies; 0: nothing is fretted, and the hand stays where it is. */
const positionIn = (frets: readonly number[]): number => {
  const fretted = frets.filter((fret) => fret > 0);
  return fretted.length === 0 ? 0 : Math.min(...fretted);
};
/** A single note is played in position, a finger a fret (fingered-line.ts). */
function positionOf({ notes }: Sound): number {
  const [note] = notes;
  if (notes.length > 1 || !note?.fret) return positionIn(notes.map(({ fret }) => fret ?? 0));
  return typeof note.finger === 'number' ? Math.max(1, note.fret - note.finger + 1) : note.fret;
}

/** What a decoration costs the hand: how far it goes more than without, in whole millimetres. */
export function effortOf({ added: { sounds } }: Pick<Offer, 'added'>, { grip, next, neck }: DecorPlace): Millimetres {
  const ends = [positionIn(grip.frets), ...(next ? [positionIn(next.grip.frets)] : [])];
  const stops = [ends[0]!, ...sounds.map(positionOf), ...ends.slice(1)].filter((position) => position > 0);
  const way = (at: readonly number[]) => at.slice(1).reduce((sum, fret, i) => sum + shiftMm(at[i]!, fret, neck), 0);
  return Math.max(0, Math.round(way(stops) - way(ends)));
}
