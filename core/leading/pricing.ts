import { MANNERS, type Manner } from '../manner.ts';
import type { Company, Player } from '../neck/player.ts';
import { matterOf, TERMS, type Matters, type Term } from '../neck/terms.ts';
import { unitsOf } from './manners.ts';
import { NOTHING } from './terms.ts';
import type { Weights } from './weights.ts';

/** The weights of a manner, by how much each term matters, in whole tenths. */
export function weightsOf(manner: Manner, matters: Matters): Weights {
  const units = unitsOf(manner);
  return Object.fromEntries(TERMS.map((term) => [term, Math.round(units[term] * matterOf(term, matters))])) as Record<
    Term,
    number
  >;
}

/** A player alone who changed nothing. */
export const DEFAULT_WEIGHTS: Weights = weightsOf('rooted', {});

/** `--only movement`: nothing but semitones. */
export const ONLY_MOVEMENT: Weights = { ...NOTHING, movement: 10 };

/** How a path is priced: the weights of each manner, the player's own manner, and the area of the neck they like to stay in. */
export interface Pricing {
  readonly manner: Manner;
  readonly weights: Readonly<Record<Manner, Weights>>;
  readonly area: Player['area'];
}

/** A pricing by the same weights whatever the manner. */
export const pricedBy = (weights: Weights, area: Player['area'] = null): Pricing => ({
  manner: 'rooted',
  weights: Object.fromEntries(MANNERS.map((manner) => [manner, weights])) as Record<Manner, Weights>,
  area,
});

/** What one plays alone, and beside a bass player, who has the roots (common practice). */
const MANNER_BY_COMPANY: Readonly<Record<Company, Manner>> = { alone: 'rooted', bass: 'small' };

/** How a player comps: in a manner of their own, else as one does in such company. */
export const ownManner = ({
  company,
  manner,
}: {
  readonly company: Company;
  readonly manner?: Manner | null | undefined;
}) => manner ?? MANNER_BY_COMPANY[company];

/** How a player's paths are priced. */
export const pricingFor = ({
  company,
  manner,
  area,
  matters,
}: Pick<Player, 'company' | 'area' | 'matters'> & Partial<Pick<Player, 'manner'>>): Pricing => ({
  manner: ownManner({ company, manner }),
  weights: Object.fromEntries(MANNERS.map((one) => [one, weightsOf(one, matters)])) as Record<Manner, Weights>,
  area,
});
