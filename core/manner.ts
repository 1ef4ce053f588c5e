/**
 * How a player comps: where the bass is, how full, which shapes. A manner prices grips in its own units
 * (`leading/manners.ts`); it may be a player's, a tune's, a style's, or stand over a span.
 */
export const MANNERS = ['rooted', 'shells', 'ringing', 'small', 'funk'] as const;
export type Manner = (typeof MANNERS)[number];
