import type { Midi } from '../pitch/pitch.ts';
import { fretDistance, type Millimetres } from './frets.ts';
import { STANDARD_TUNING, type Fret, type StringIndex } from './tuning.ts';

/** 1 index … 4 little finger. */
export type FingerNumber = 1 | 2 | 3 | 4;

/** How far a finger may lie flat over several strings; each kind allows those before it. */
export const BARRES = ['none', 'partial', 'full', 'slanted'] as const;
export type Barres = (typeof BARRES)[number];

/** How strings are sounded: fingers choose any, a pick runs over neighbours. */
export const PLUCKS = ['fingers', 'pick'] as const;
export type Pluck = (typeof PLUCKS)[number];

/** A player's hand on a guitar: everything that decides which shapes can be held. */
export interface Hand {
  /** Nut to bridge. */
  readonly scaleLength: Millimetres;
  /** Open strings without a capo, lowest first; six or seven. */
  readonly tuning: readonly Midi[];
  /** The last fret in use, counted from the nut. */
  readonly highestFret: Fret;
  /** The fret a capo lies on; 0 is none. Frets of grips are counted from it. */
  readonly capo: Fret;
  /** Most millimetres between the outer fretted frets; index to little finger. */
  readonly reach: Millimetres;
  /** Fingers that do not fret. */
  readonly resting: readonly FingerNumber[];
  /** Whether the thumb may come over the neck to fret the lowest string. */
  readonly thumb: boolean;
  readonly barres: Barres;
  readonly pluck: Pluck;
  /** Strings that are not played at all. */
  readonly unusedStrings: readonly StringIndex[];
}

/** The hand assumed until the player describes theirs: plucking with fingers, no thumb over the neck. */
export const DEFAULT_HAND: Hand = {
  scaleLength: 648,
  tuning: STANDARD_TUNING,
  highestFret: 15,
  capo: 0,
  reach: 110,
  resting: [],
  thumb: false,
  barres: 'full',
  pluck: 'fingers',
  unusedStrings: [],
};

/**
 * Strings that may be left out between the lowest and the highest that sound: fingers skip two at
 * most, a pick runs over one, and that only where a fretting finger damps it (contract).
 */
export const INNER_MUTES: Readonly<Record<Pluck, number>> = { fingers: 2, pick: 1 };

/** The neck as it is played: behind the capo, if there is one. Frets 0 (open) to `mm.length − 1`. */
export interface Neck {
  /** Open strings, lowest first, sounding. */
  readonly open: readonly Midi[];
  /** Distance of each fret from the nut or the capo. */
  readonly mm: readonly Millimetres[];
}

/**
 * A capo at n makes a shorter guitar: scale L·2^(−n/12), n frets fewer, every string n semitones up
 * (equal temperament).
 */
export function neckOf({ scaleLength, tuning, highestFret, capo }: Hand): Neck {
  const scale = scaleLength - fretDistance(scaleLength, capo);
  return {
    open: tuning.map((open) => open + capo),
    mm: Array.from({ length: highestFret - capo + 1 }, (_, fret) => fretDistance(scale, fret)),
  };
}

/** The last fret of a neck, counted from the capo, as grips are. */
export const lastFretOf = ({ highestFret, capo }: Pick<Hand, 'highestFret' | 'capo'>): Fret => highestFret - capo;
