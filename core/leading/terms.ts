import { TERMS, type Term } from '../neck/terms.ts';
import type { Tenths } from './units.ts';

/** A price term by term. */
export type Terms = Readonly<Record<Term, Tenths>>;

/** Every term at nought. */
export const NOTHING = Object.fromEntries(TERMS.map((term) => [term, 0])) as Record<Term, 0>;

/** Term by term. */
export const sumTerms = (all: readonly Terms[]): Terms =>
  Object.fromEntries(TERMS.map((term) => [term, all.reduce((sum, terms) => sum + terms[term], 0)])) as Record<
    Term,
    Tenths
  >;

/** The price: the sum of its terms. */
export const totalOf = (terms: Terms): Tenths => TERMS.reduce((sum, term) => sum + terms[term], 0);
