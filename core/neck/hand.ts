import type { Midi } from '../pitch/pitch.ts';
import type { Millimetres } from './frets.ts';
import { STANDARD_TUNING, type Fret } from './tuning.ts';

/** A player's hand on a guitar: everything that decides which shapes can be held. */
export interface Hand {
  readonly scaleLength: Millimetres;
  /** Open strings, lowest first. */
  readonly tuning: readonly Midi[];
  readonly highestFret: Fret;
  /** Most millimetres between the outer fretted frets. */
  readonly reach: Millimetres;
  /** Most strings left out between the lowest and the highest that sound. */
  readonly innerMutes: number;
  readonly barres: boolean;
}

/** The hand assumed until the player describes theirs: plucking with fingers, no thumb over the neck. */
export const DEFAULT_HAND: Hand = {
  scaleLength: 648,
  tuning: STANDARD_TUNING,
  highestFret: 15,
  reach: 110,
  innerMutes: 2,
  barres: true,
};
