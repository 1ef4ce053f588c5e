import { t } from '../../words/words.ts';
import type { DecorStyle } from '../../decor.ts';
import type { Hand } from '../../neck/hand.ts';
import { remembered } from '../../remember.ts';
import type { Layer, Score, Scored } from '../score.ts';
import { seeded } from '../seeded.ts';
import { withAdded } from './added.ts';
import { likingOf } from './decor-styles.ts';
import type { Decoration, NotOffered, Offer } from './decoration.ts';
import { notesAdded } from './notes-added.ts';
import { decorPlaces, type DecorPlace } from './place.ts';
import { DECORATIONS } from './table.ts';

/** Something that could be added to a column. */
export interface Offered extends Offer {
  readonly column: number;
  readonly decoration: Decoration;
}

/** What each decoration finds at a place: worked out once. */
const foundAt = remembered((place: DecorPlace) =>
  DECORATIONS.map((decoration) => ({ decoration, found: decoration.find(place) })),
);

/** All that could be added at a place, in the order of the table. */
export const offersAt = (place: DecorPlace): readonly Offered[] =>
  foundAt(place).flatMap(({ decoration, found }) =>
    typeof found === 'string' ? [] : found.map((offer): Offered => ({ ...offer, column: place.column, decoration })),
  );

/** What is not offered at a place, and why. */
export const notOfferedAt = (
  place: DecorPlace,
): readonly { readonly decoration: Decoration; readonly why: NotOffered }[] =>
  foundAt(place).flatMap(({ decoration, found }) => (typeof found === 'string' ? [{ decoration, why: found }] : []));

/** All that could be added to a take as it sounds. */
export const decorationsOf = (score: Score, of: Scored, hand: Hand): readonly Offered[] =>
  decorPlaces(score, of, hand).flatMap(offersAt);

/** Up to this much of it chords that follow one another are not both decorated: space is a part of the music. */
const SPARSE = 0.7;
/** What was done a moment ago is not done again so soon. */
const REMEMBERED = 3;

/** How much is added to a place, 0 to 1, by which choice, and in which style. */
export interface Amount {
  readonly amount: number;
  readonly seed: number;
  readonly style?: DecorStyle;
}
const NONE: Amount = { amount: 0, seed: 0 };

/** What a player decided for one chord: a decoration, or that it has none. */
export interface OwnDecoration {
  readonly decoration: string | null;
  readonly variant: string;
}

/** What is wanted at a place: by amount, and what the player decided there, which goes before. */
export interface Wanted {
  readonly amountAt: (place: DecorPlace) => Amount | null;
  readonly ownAt?: (place: DecorPlace) => OwnDecoration | null;
}

/**
 * What is added by an amount from 0, nothing, to 1, wherever something can be: the same seed chooses the same. A chord has one
 * decoration at most, of those its style likes one that was not heard just before; or the one the player chose.
 */
export function chosenDecorations(
  places: readonly DecorPlace[],
  { amountAt, ownAt = () => null }: Wanted,
): readonly Offered[] {
  const made: Offered[] = [];
  for (const place of places) {
    // What goes on over two bars has the second of them, too.
    if ((made.at(-1)?.added.until ?? 0) > place.start) continue;
    const own = ownAt(place);
    if (own !== null) {
      const offer = ownOffer(place, own);
      if (offer) made.push(offer);
      continue;
    }
    const { amount, seed, style = 'any' } = amountAt(place) ?? NONE;
    const last = made.at(-1);
    if (seeded(seed, place.column, 0) >= amount) continue;
    if (amount < SPARSE && last?.column === place.column - 1) continue;
    const recent = made.slice(-REMEMBERED).map(({ decoration }) => decoration);
    const offers = offersAt(place).filter(({ decoration }) => likingOf(style, decoration.id) > 0);
    const fresh = offers.filter(({ decoration }) => !recent.includes(decoration));
    const among = fresh.length > 0 ? fresh : offers;
    if (among.length > 0) made.push(drawn(among, style, seeded(seed, place.column, 1)));
  }
  return made;
}

/** What the player chose for a place, where it can be; of its variants the one meant, or else the first. */
function ownOffer(place: DecorPlace, { decoration: id, variant }: OwnDecoration): Offered | null {
  const offers = offersAt(place).filter(({ decoration }) => decoration.id === id);
  return offers.find((one) => one.variant === variant) ?? offers[0] ?? null;
}

/** One of some offers, by a number from 0 up to 1: those of one kind share its chance, and a style makes some likelier. */
function drawn(offers: readonly Offered[], style: DecorStyle, at: number): Offered {
  const weights = offers.map(({ decoration }) => {
    const alike = offers.filter((other) => other.decoration === decoration).length;
    return likingOf(style, decoration.id) / alike;
  });
  let left = at * weights.reduce((sum, weight) => sum + weight, 0);
  const found = weights.findIndex((weight) => (left -= weight) < 0);
  return offers[found] ?? offers.at(-1)!;
}

/** A score with what is added. */
export const decoratedBy =
  (added: (score: Score, of: Scored) => readonly Offered[]): Layer =>
  (score, of) => {
    const all = added(score, of);
    const made = all.reduce((so, { column, added: one }) => withAdded(so, column, one, of.open), score);
    const decorated = all.map((one) => ({
      column: one.column,
      id: one.decoration.id,
      variant: one.variant,
      kind: one.decoration.kind,
      name: t(one.decoration.name),
      reason: decorationReason(one),
      notes: notesAdded(one.added, of.open),
    }));
    return { ...made, decorated };
  };

/** What a decoration says of itself. */
export const decorationReason = ({ decoration, args }: Offered): string => t(decoration.reason, args);
