import { remembered } from '../remember.ts';
import type { Weights } from './weights.ts';

/** Shares of some weights, in whole tenths; what is not named stays. */
export type Shares = Readonly<Partial<Record<keyof Weights, (weight: number) => number>>>;

/** A part of a weight. */
export const share = (part: number) => (weight: number) => Math.round(weight * part);

/** Weights by their shares, worked out once for each. */
export const sharedBy = (shares: Shares): ((weights: Weights) => Weights) =>
  remembered((weights: Weights) => {
    const entries = Object.entries(weights) as [keyof Weights, number][];
    return Object.fromEntries(entries.map(([term, weight]) => [term, shares[term]?.(weight) ?? weight])) as Record<
      keyof Weights,
      number
    >;
  });
