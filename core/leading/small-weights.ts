import type { Small } from '../take/small.ts';
import { share, sharedBy, type Shares } from './shares.ts';
import { hasBass } from './two-parts.ts';
import type { Weights } from './weights.ts';

/*
 * How two notes are weighed that stand in the place of a grip: nothing is missed of what only four would have, what the chord
 * must say is said over time (two-parts.ts), and those with a bass have it where the chord is new (common practice).
 */
const SHARES: Shares = {
  thin: share(0),
  full: share(0),
  gaps: share(0),
  holes: share(0),
  stock: share(0),
  seconds: share(0),
  omission: share(0),
  fifth: share(0),
  told: share(0),
  tendency: share(0),
  entry: share(1 / 4),
  strings: share(1 / 2),
  // Two low notes near each other are mud in any manner.
  mud: (weight) => Math.max(weight, 40),
};
const NO_BASS = { bass: share(0), bassString: share(0), bassHigh: share(0), rest: share(0), deep: share(0) };
/** Their lower note is the bass: the upper one may lie as low as it must. */
const TENTHS = { low: share(0), bass: share(1 / 2), topLeap: share(1 / 2) };
const VOICES = { bass: share(1 / 2) };
const NO_ROOT = { bass: share(0) };
/** A voice that moves while the other is held is there to move. */
const LINE = { movement: share(1 / 4) };

const by = (shares: Shares) => sharedBy({ ...SHARES, ...shares });
const above = by(NO_BASS);
const tenths = { opens: by(TENTHS), goesOn: by({ ...TENTHS, ...NO_ROOT }) };
const voices = { opens: by(VOICES), goesOn: by({ ...VOICES, ...NO_ROOT, ...LINE }) };

/** The weights of two notes. */
export const smallWeights = (weights: Weights, { texture, opens }: Pick<Small, 'texture' | 'opens'>): Weights =>
  (hasBass(texture) ? (texture === 'tenths' ? tenths : voices)[opens ? 'opens' : 'goesOn'] : above)(weights);
