import type { DecorKind } from '../../decor.ts';
import type { Added } from './added.ts';
import type { DecorPlace } from './place.ts';

/** A way to decorate a chord, at one place: what it adds, and what its reason says. */
export interface Offer {
  /** Which of several there. */
  readonly variant: string;
  readonly added: Added;
  readonly args: Readonly<Record<string, string>>;
}

/** Why something is not offered at a place: its condition does not hold; the chord is too short; nothing comes next; the next comes early; the rhythm strikes it again; there is no time; the tune; the hand. */
export const NOT_OFFERED = ['condition', 'short', 'last', 'early', 'struck', 'fast', 'tune', 'hand'] as const;
export type NotOffered = (typeof NOT_OFFERED)[number];

/** What is offered, or why nothing is. */
export type Found = readonly Offer[] | NotOffered;

/** Of several places on a grip: all that is offered, or else the first reason why nothing is. */
export function foundOn(all: readonly Found[]): Found {
  const offers = all.flatMap((one) => (typeof one === 'string' ? [] : one));
  return offers.length > 0
    ? offers
    : (all.find((one) => typeof one === 'string' && one !== 'condition') ?? 'condition');
}

/** A kind of decoration: a small named thing with its condition and its reason. */
export interface Decoration {
  readonly id: string;
  readonly name: string;
  readonly kind: DecorKind;
  /** A sentence with the names of its arguments in braces. */
  readonly reason: string;
  /** What it needs, in a few words: why it is not offered elsewhere. */
  readonly needs: string;
  readonly find: (place: DecorPlace) => Found;
}
