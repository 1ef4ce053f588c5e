/** What can matter to a player in a way through a tune; each is a term of its price (leading/cost.ts). */
export const TERMS = [
  'movement',
  'leap',
  'tendency',
  'entry',
  'parallel',
  'topLeap',
  'bassLeap',
  'shift',
  'anchor',
  'same',
  'omission',
  'difficulty',
  'register',
  'thin',
  'bass',
  'area',
  'wish',
] as const;
export type Term = (typeof TERMS)[number];

/** How much a term may matter: not at all, less, as usual, more, most. */
export const MATTERS = [0, 0.5, 1, 2, 4] as const;
export type Matter = (typeof MATTERS)[number];

/** What differs from the usual. */
export type Matters = Readonly<Partial<Record<Term, Matter>>>;

/** Terms a player weighs; wishes have their own words for how much they matter. */
export const WEIGHED_TERMS = TERMS.filter((term) => term !== 'wish');
