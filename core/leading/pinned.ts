import { masksOf, symbolOf, type Chord } from '../chord/chord.ts';
import { suffixOf } from '../chord/kind.ts';
import { shapeAt, shapesOf, formatFrets } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { carryingShapes } from './rules/carry.ts';
import { coloursOf } from '../reharm/colours.ts';
import type { Column } from '../take/columns.ts';
import type { ChordDecision } from '../take/layers/chord.ts';
import { decisionFor } from '../take/standing.ts';

/**
 * The decision that pins a grip in a column, by frets, with the colour it is a grip of: the one that stands, else the chart's
 * own, else the steadiest colour of the chord there; where it is a grip of none, but of their notes, it is pinned for
 * what it is (an incomplete one, two notes). Null: it is none of the chord, the hand cannot hold it, or no chord sounds there.
 */
export function pinDecision(
  { chord, slot, context, symbol, carry }: Pick<Column, 'chord' | 'slot' | 'context' | 'symbol' | 'carry'>,
  frets: readonly number[],
  library: ShapeLibrary,
): ChordDecision | null {
  const plain = slot.entry.chord;
  const shape = shapeAt(frets, library);
  if (chord === null || plain === null || shape === null) return null;
  const isGripOf = (one: Chord) => shapesOf(one, library).includes(shape);
  const grip = formatFrets(frets);
  const stands = symbol === slot.symbol ? null : suffixOf(chord.kind);
  const carried = carry?.pitch ?? null;
  if (carried !== null)
    return carryingShapes(chord, carried, library).includes(shape)
      ? { ...decisionFor(slot), colour: stands, voicing: { grip } }
      : null;
  if (isGripOf(chord)) return { ...decisionFor(slot), colour: stands, voicing: { grip } };
  if (isGripOf(plain)) return { ...decisionFor(slot), colour: null, voicing: { grip } };
  const colour = coloursOf(plain, context, { grating: true }).find((one) => isGripOf(one.chord));
  if (colour && symbolOf(colour.chord) !== slot.symbol)
    return { ...decisionFor(slot), colour: colour.suffix, voicing: { grip } };
  const lies = (one: Chord) => (library.mask[shape]! & ~masksOf(one).allowed) === 0;
  return lies(chord) || lies(plain)
    ? { ...decisionFor(slot), colour: lies(chord) ? stands : null, voicing: { grip, led: true } }
    : null;
}
