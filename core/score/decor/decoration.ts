import type { Added } from './added.ts';
import type { DecorPlace } from './place.ts';

/** A way to decorate a chord, at one place: what it adds, and what its reason says. */
export interface Offer {
  /** Which of several there. */
  readonly variant: string;
  readonly added: Added;
  readonly args: Readonly<Record<string, string>>;
}

/** A kind of decoration: a small named thing with its condition and its reason. */
export interface Decoration {
  readonly id: string;
  readonly name: string;
  /** A sentence with the names of its arguments in braces. */
  readonly reason: string;
  /** What can be made of it at a place; none where its condition does not hold, the hand cannot, or there is no time. */
  readonly find: (place: DecorPlace) => readonly Offer[];
}
