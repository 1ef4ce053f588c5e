import { pitchName } from '../pitch/note.ts';
import type { Midi } from '../pitch/pitch.ts';

/** Strings count from the lowest, from 0. */
export type StringIndex = number & { readonly __unit?: 'string' };
/** 0 is the open string. */
export type Fret = number & { readonly __unit?: 'fret' };

/** Strings of the widest guitar the app knows; flat arrays leave room for so many. */
export const MOST_STRINGS = 7;
/** Strings. */
export const FEWEST_STRINGS = 6;

/** Open strings, lowest first, as sounding MIDI numbers: E2 A2 D3 G3 B3 E4 (common practice). */
export const STANDARD_TUNING: readonly Midi[] = [40, 45, 50, 55, 59, 64];

/** A tuning many players use, by name (all common practice). */
export interface NamedTuning {
  readonly id: string;
  readonly name: string;
  /** Lowest first, sounding. */
  readonly strings: readonly Midi[];
}

/** Tunings to choose from, low string first. */
export const TUNINGS: readonly NamedTuning[] = [
  { id: 'standard', name: 'Standard', strings: STANDARD_TUNING },
  { id: 'drop-d', name: 'Drop D', strings: [38, 45, 50, 55, 59, 64] },
  { id: 'dadgad', name: 'D A D G A D', strings: [38, 45, 50, 55, 57, 62] },
  { id: 'fourths', name: 'All fourths', strings: [40, 45, 50, 55, 60, 65] },
  { id: 'seven', name: 'Seven strings, low B', strings: [35, 40, 45, 50, 55, 59, 64] },
  { id: 'seven-a', name: 'Seven strings, low A', strings: [33, 40, 45, 50, 55, 59, 64] },
];

/** A tuning as grips are kept under it: `E2 A2 D3 G3 B3 E4`, lowest first. */
export const tuningKey = (tuning: readonly Midi[]): string => tuning.map(pitchName).join(' ');
