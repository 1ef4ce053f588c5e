/** A price as it is told: whole tenths of a semitone. */
export type Tenths = number & { readonly __unit?: 'tenths of a semitone' };

/**
 * A price as the search counts it: 2³² to a tenth of a semitone. What lies below a tenth orders grips of equal price (easier
 * first, then a fixed shuffle), so that the best path is one and the same however it is found: 2³² leaves room for 4,000
 * columns of tie-breaks below one tenth, and a double holds the sum.
 */
export type Fine = number & { readonly __unit?: 'tenths of a semitone × 2³²' };

/** One tenth of a semitone in the search's numbers. */
export const TENTH = 2 ** 32;

/** A price of the search as it is told. */
export const inTenths = (price: Fine): Tenths => Math.floor(price / TENTH);
