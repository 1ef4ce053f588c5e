import type { Hand } from '../../neck/hand.ts';
import type { Layer, Score, Scored } from '../score.ts';
import { seeded } from '../seeded.ts';
import { withAdded } from './added.ts';
import type { Decoration, Offer } from './decoration.ts';
import { decorPlaces, type DecorPlace } from './place.ts';
import { DECORATIONS } from './table.ts';

/** Something that could be added to a column. */
export interface Offered extends Offer {
  readonly column: number;
  readonly decoration: Decoration;
}

/** All that could be added at a place, in the order of the table. */
export const offersAt = (place: DecorPlace): readonly Offered[] =>
  DECORATIONS.flatMap((decoration) =>
    decoration.find(place).map((offer): Offered => ({ ...offer, column: place.column, decoration })),
  );

/** All that could be added to a take as it sounds. */
export const decorationsOf = (score: Score, of: Scored, hand: Hand): readonly Offered[] =>
  decorPlaces(score, of, hand).flatMap(offersAt);

/** Up to this much of it chords that follow one another are not both decorated: space is a part of the music. */
const SPARSE = 0.7;
/** What was done a moment ago is not done again so soon. */
const REMEMBERED = 3;

const NONE: Amount = { amount: 0, seed: 0 };
/** How much is added to a place, 0 to 1, and by which choice. */
export interface Amount {
  readonly amount: number;
  readonly seed: number;
}

/**
 * What is added by an amount from 0, nothing, to 1, wherever something can be: the same seed chooses the same. A chord has one
 * decoration at most, and of those it may have one that was not heard just before.
 */
export function chosenDecorations(
  score: Score,
  of: Scored,
  hand: Hand,
  amountAt: (place: DecorPlace) => Amount | null,
): readonly Offered[] {
  const made: Offered[] = [];
  for (const place of decorPlaces(score, of, hand)) {
    const { amount, seed } = amountAt(place) ?? NONE;
    const last = made.at(-1);
    if (seeded(seed, place.column, 0) >= amount) continue;
    if (amount < SPARSE && last?.column === place.column - 1) continue;
    const recent = made.slice(-REMEMBERED).map(({ decoration }) => decoration);
    const offers = offersAt(place);
    const fresh = offers.filter(({ decoration }) => !recent.includes(decoration));
    const among = fresh.length > 0 ? fresh : offers;
    if (among.length > 0) made.push(among[Math.floor(seeded(seed, place.column, 1) * among.length)]!);
  }
  return made;
}

/** A score with what is added. */
export const decoratedBy =
  (added: (score: Score, of: Scored) => readonly Offered[]): Layer =>
  (score, of) => {
    const all = added(score, of);
    const made = all.reduce((so, { column, added: one }) => withAdded(so, column, one, of.open), score);
    const decorated = all.map((one) => ({
      column: one.column,
      name: one.decoration.name,
      reason: decorationReason(one),
    }));
    return { ...made, decorated };
  };
/** What a decoration says of itself. */
export const decorationReason = ({ decoration, args }: Offered): string =>
  decoration.reason.replace(/\{(\w+)\}/g, (_, name: string) => args[name] ?? '');
