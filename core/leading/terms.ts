import { TERMS, type Term } from '../neck/terms.ts';
import type { Tenths } from './units.ts';

/** Prices term by term, for some names of terms. */
export type Priced<T extends string> = Readonly<Record<T, Tenths>>;

/** What is done with prices told term by term: all at nought, their sum term by term, and the price that they come to. */
export const pricesOver = <T extends string>(terms: readonly T[]) => ({
  nothing: Object.fromEntries(terms.map((term) => [term, 0])) as Record<T, 0>,
  sum: (all: readonly Priced<T>[]): Priced<T> =>
    Object.fromEntries(terms.map((term) => [term, all.reduce((sum, prices) => sum + prices[term], 0)])) as Record<
      T,
      Tenths
    >,
  total: (prices: Priced<T>): Tenths => terms.reduce((sum, term) => sum + prices[term], 0),
});

/** The price of a path term by term. */
export type Terms = Priced<Term>;
export const { nothing: NOTHING, sum: sumTerms, total: totalOf } = pricesOver(TERMS);
