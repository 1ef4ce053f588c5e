import type { Grip } from '../../grip/grips.ts';
import type { Millimetres } from '../../neck/frets.ts';
import { shiftMm } from '../../leading/join-cost.ts';
import type { Sound } from '../score.ts';
import type { Offer } from './decoration.ts';
import type { DecorPlace } from './place.ts';

const positionOf = (frets: readonly number[]): number => {
  const fretted = frets.filter((fret) => fret > 0);
  return fretted.length === 0 ? 0 : Math.min(...fretted);
};
const fretsOf = ({ notes }: Sound): readonly number[] => notes.map(({ fret }) => fret ?? 0);
const fretsIn = ({ frets }: Pick<Grip, 'frets'>): readonly number[] => frets.filter((fret) => fret >= 0);

/** What a decoration costs the hand: how far it goes more than without, in whole millimetres (a grip where it is, and the way to the next). */
export function effortOf({ added: { sounds } }: Pick<Offer, 'added'>, { grip, next, neck }: DecorPlace): Millimetres {
  const stops = [
    fretsIn(grip),
    // A note within the grip’s own frets costs no way.
    ...sounds.map(fretsOf).filter((frets) => !isWithin(frets, grip)),
    ...(next ? [fretsIn(next.grip)] : []),
  ].map(positionOf);
  const way = (at: readonly number[]) => at.slice(1).reduce((sum, fret, i) => sum + shiftMm(at[i]!, fret, neck), 0);
  return Math.max(0, Math.round(way(stops) - way(next ? [stops[0]!, stops.at(-1)!] : [])));
}

/** Whether some frets are within the four that a hand has before it where it holds a grip. */
function isWithin(frets: readonly number[], grip: Pick<Grip, 'frets'>): boolean {
  const position = positionOf(fretsIn(grip));
  return frets.length === 1 && (frets[0] === 0 || (frets[0]! >= position && frets[0]! <= position + 3));
}
