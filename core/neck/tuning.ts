import type { Midi } from '../pitch/pitch.ts';

/** Strings count from the lowest, 0 to 5. */
export type StringIndex = number & { readonly __unit?: 'string' };
/** 0 is the open string. */
export type Fret = number & { readonly __unit?: 'fret' };
export const STRINGS = 6;

/** Open strings, lowest first, as sounding MIDI numbers: E2 A2 D3 G3 B3 E4 (common practice). */
export const STANDARD_TUNING: readonly Midi[] = [40, 45, 50, 55, 59, 64];
