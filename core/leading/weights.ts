import type { Company, Player } from '../neck/player.ts';
import { TERMS, type Matter, type Matters, type Term } from '../neck/terms.ts';
import { NOTHING } from './terms.ts';

/**
 * The price of a path, term by term, in tenths of a semitone of movement. Each weight is a price on
 * one column or on one join; the total is their sum, and "best" means the least of exactly that.
 */
export interface Weights {
  /** Per semitone moved by a voice. The unit everything else is measured in. */
  readonly movement: number;
  /** Per semitone a voice moves beyond a whole step: up to that it walks. */
  readonly leap: number;
  /** Per leaning tone that does not go where it leans (tendency.ts): the ear waits for it. */
  readonly tendency: number;
  /** Per voice that enters or leaves: as audible as a voice moving a step and a half. */
  readonly entry: number;
  /** For outer voices in parallel fifths or octaves: off, for comping lives on them; on for those who avoid them. */
  readonly parallel: number;
  /** Per semitone the top note leaps beyond a whole step: the ear follows the top line. */
  readonly topLeap: number;
  /** Per semitone the lowest note leaps beyond a fifth: up to that a bass line strides. */
  readonly bassLeap: number;
  /** Per centimetre the hand shifts with time enough: ten of them are felt like two semitones. */
  readonly shift: number;
  /** Per finger that is set anew: one that stays is an anchor. */
  readonly anchor: number;
  /** For the same grip over a bar line where the chord changes, or has lasted long: the ear wants something to move. */
  readonly same: number;
  /** Per tone left out, by {@link OMITTED}, that was not just heard. */
  readonly omission: number;
  /** Per ten points of difficulty (0–100). */
  readonly difficulty: number;
  /** Per semitone the top note lies outside the comping register, and per muddy pair below. */
  readonly register: number;
  /** Per voice short of four: three notes leave a chord thin. */
  readonly thin: number;
  /** For a lowest note that is not the root (or the named bass), by {@link BASS}: it may say another chord. */
  readonly bass: number;
  /** Per fret that what is fretted lies outside the player's own area of the neck. */
  readonly area: number;
  /** How much wishes count that are not met (wishes.ts): 1, or 0 for not at all. */
  readonly wish: number;
}
/** What each costs where it matters most usually; `DEFAULT_WEIGHTS` are of these. */
const UNITS = {
  movement: 10,
  leap: 3,
  tendency: 12,
  entry: 15,
  parallel: 15,
  topLeap: 4,
  bassLeap: 2,
  shift: 2,
  anchor: 2,
  same: 10,
  omission: 5,
  difficulty: 6,
  register: 4,
  thin: 20,
  bass: 10,
  area: 6,
  wish: 1,
} as const satisfies Weights;

/** What does not matter as usual to begin with. */
const USUAL: Matters = { parallel: 0 };

/** How much a term matters to a player. */
export const matterOf = (term: Term, matters: Matters): Matter => matters[term] ?? USUAL[term] ?? 1;

/** Weights by how much each term matters, in whole tenths. */
export const weightsOf = (matters: Matters): Weights =>
  Object.fromEntries(TERMS.map((term) => [term, Math.round(UNITS[term] * matterOf(term, matters))])) as Record<
    Term,
    number
  >;

export const DEFAULT_WEIGHTS: Weights = weightsOf({});

/** `--only movement`: nothing but semitones. */
export const ONLY_MOVEMENT: Weights = { ...NOTHING, movement: 10 };

/** How a path is priced: the weights, and the area of the neck that a player likes to stay in. */
export interface Pricing {
  readonly weights: Weights;
  readonly area: Player['area'];
}

/** What changes with who else sounds: a bass player has the roots, and small grips are enough. */
const BY_COMPANY: Readonly<Record<Company, Partial<Record<Term, number>>>> = {
  alone: {},
  bass: { bass: 0, thin: 0.4, omission: 0 },
};

/** How a player's paths are priced. */
export function pricingFor({ company, area, matters }: Pick<Player, 'company' | 'area' | 'matters'>): Pricing {
  const weights: Record<Term, number> = { ...weightsOf(matters) };
  for (const [term, factor] of Object.entries(BY_COMPANY[company]) as [Term, number][])
    weights[term] = Math.round(weights[term] * factor);
  return { weights, area };
}
