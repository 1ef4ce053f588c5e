import { share, sharedBy, type Shares } from './shares.ts';
import type { Weights } from './weights.ts';

/*
 * How grips are weighed that carry a melody: two to four notes are nearly as good as five, the top line is the tune's and no
 * leap of the hand's, the bass is wanted where the chord is new and missed nowhere else, and the hand stays where it is and on
 * its strings. The shares of movement, entry, strings, shift, open strings, holes, stock and bass were fitted over the
 * practised progressions of players alone, each with its own top line as the melody (`npm run practised-tunes`); the others
 * are common practice.
 */
const SHARES: Shares = {
  topLeap: share(0),
  register: share(0),
  low: share(0),
  above: share(0),
  same: share(0),
  gaps: share(0),
  fifth: share(0),
  thin: share(1 / 8),
  bassString: share(1 / 4),
  movement: share(1 / 3),
  omission: share(1 / 2),
  entry: share(1 / 2),
  bassHigh: share(1 / 2),
  anchor: share(2),
};
/**
 * Of what a lowest note costs that is not the bass, and of what a shift does: where the chord is new, and where it was just
 * heard, when nobody would leave his place for another grip of it.
 */
const BY_CHORD = {
  new: { bass: share(3 / 4), shift: share(3 / 2) },
  heard: { bass: share(0), shift: share(3) },
} as const;

const opening = sharedBy({ ...SHARES, ...BY_CHORD.new });
const going = sharedBy({ ...SHARES, ...BY_CHORD.heard });

/** The weights of a grip that carries a melody note. `opens`: its chord is new with it. */
export const carryWeights = (weights: Weights, opens: boolean): Weights => (opens ? opening : going)(weights);
