import { remembered } from '../remember.ts';
import type { Weights } from './weights.ts';

/*
 * How grips are weighed that carry a melody (common practice; not fitted, for the practised paths are accompaniments): two to
 * four notes are as good as five, the top line is the tune's and no leap of the hand's, the bass is welcome where the chord is
 * new and missed nowhere else, and a hand that plays single notes between likes to stay where it is.
 */
const share = (part: number) => (weight: number) => Math.round(weight * part);
const SHARES: Readonly<Partial<Record<keyof Weights, (weight: number) => number>>> = {
  topLeap: share(0),
  register: share(0),
  low: share(0),
  above: share(0),
  same: share(0),
  gaps: share(0),
  entry: share(1 / 4),
  strings: share(1 / 4),
  thin: share(1 / 8),
  bassHigh: share(1 / 2),
  bassString: share(1 / 4),
  stock: share(1 / 4),
  holes: share(1 / 2),
  open: share(1 / 2),
  omission: share(1 / 2),
  fifth: share(0),
  movement: share(1 / 2),
  shift: share(3),
  anchor: share(2),
};
/** Of what a lowest note costs that is not the bass: where the chord is new, and where it was just heard. */
const BASS = { new: share(3 / 8), heard: share(0) } as const;

const weigh = (weights: Weights, when: keyof typeof BASS): Weights => ({
  ...(Object.fromEntries(
    Object.entries(weights).map(([term, weight]) => [
      term,
      SHARES[term as keyof Weights]?.(weight as number) ?? weight,
    ]),
  ) as unknown as Weights),
  bass: BASS[when](weights.bass),
});
const opening = remembered((weights: Weights) => weigh(weights, 'new'));
const going = remembered((weights: Weights) => weigh(weights, 'heard'));

/** The weights of a grip that carries a melody note. `opens`: its chord is new with it. */
export const carryWeights = (weights: Weights, opens: boolean): Weights => (opens ? opening : going)(weights);
