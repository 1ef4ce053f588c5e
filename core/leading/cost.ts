import { MUD_BELOW, MUD_INTERVAL } from '../grip/traits.ts';
import type { Neck } from '../neck/hand.ts';
import type { Company, Player } from '../neck/player.ts';
import { movement, distinct } from './movement.ts';

/**
 * The price of a path, term by term, in tenths of a semitone of movement. Each weight is a price on
 * one column or on one join; the total is their sum, and "best" means the least of exactly that.
 */
export interface Weights {
  /** Per semitone moved by a voice. The unit everything else is measured in. */
  readonly movement: number;
  /** Per voice that enters or leaves: as audible as a voice moving a step and a half. */
  readonly entry: number;
  /** Per semitone the top note leaps beyond a whole step: the ear follows the top line. */
  readonly topLeap: number;
  /** Per centimetre the hand shifts: ten of them are felt like two semitones. */
  readonly shift: number;
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
}
export type Term = keyof Weights;
export const TERMS = [
  'movement',
  'entry',
  'topLeap',
  'shift',
  'difficulty',
  'register',
  'thin',
  'bass',
  'area',
] as const satisfies readonly Term[];

export const DEFAULT_WEIGHTS: Weights = {
  movement: 10,
  entry: 15,
  topLeap: 4,
  shift: 2,
  difficulty: 6,
  register: 4,
  thin: 20,
  bass: 10,
  area: 6,
};

/** Every term at nought. */
const NOTHING = {
  movement: 0,
  entry: 0,
  topLeap: 0,
  shift: 0,
  difficulty: 0,
  register: 0,
  thin: 0,
  bass: 0,
  area: 0,
} as const satisfies Weights;

/** `--only movement`: nothing but semitones. */
export const ONLY_MOVEMENT: Weights = { ...NOTHING, movement: 10 };

/** How a path is priced: the weights, and the area of the neck that a player likes to stay in. */
export interface Pricing {
  readonly weights: Weights;
  readonly area: Player['area'];
}

/** What changes with who else sounds: a bass player has the roots, and small grips are enough. */
const BY_COMPANY: Readonly<Record<Company, Partial<Weights>>> = { alone: {}, bass: { bass: 0, thin: 8 } };

/** How a player's paths are priced. */
export function pricingFor({ company, area }: Pick<Player, 'company' | 'area'>): Pricing {
  return { weights: { ...DEFAULT_WEIGHTS, ...BY_COMPANY[company] }, area };
}

/** The comping register of the top note, C4 to C5: under a voice, over the bass (common practice). */
const TOP_FROM = 60;
const TOP_TO = 72;
/** A muddy pair weighs as much as this many semitones out of register. */
const MUD_SEMITONES = 8;
const STEP = 2;
const FULL_VOICES = 4;

/**
 * How strongly a lowest note says another chord, in units of the weight: a chord tone in the bass is
 * an inversion, a tension there is a riddle. From D3 up a bass player or the ear supplies the root.
 */
const BASS = { root: [0, 0], tone: [1.2, 0.3], tension: [4, 1.5] } as const;
const HEARD_AS_BASS_BELOW = 50;

/** What a column's price needs to know of a grip. */
export interface Held {
  /** Sounding pitches ascending; unisons may stand twice. */
  readonly pitches: readonly number[];
  readonly difficulty: number;
  /** Lowest fretted fret, 0 when all strings are open. */
  readonly position: number;
  /** What the lowest note is: the root (or the named bass), another chord tone, or a tension. */
  readonly lowest: keyof typeof BASS;
  /** Frets that what is fretted lies outside the player's own area; 0 without one. */
  readonly outside: number;
}

export type Terms = Record<Term, number>;

/** The price of one column, term by term, in whole tenths. */
export function columnTerms(grip: Held, weights: Weights): Terms {
  const set = distinct(grip.pitches);
  const top = set.at(-1)!;
  const outside = Math.max(0, TOP_FROM - top, top - TOP_TO);
  const muddy = set.filter(
    (pitch, i) => i > 0 && set[i - 1]! < MUD_BELOW && pitch - set[i - 1]! <= MUD_INTERVAL,
  ).length;
  return {
    ...NOTHING,
    difficulty: Math.round((grip.difficulty * weights.difficulty) / 10),
    register: (outside + muddy * MUD_SEMITONES) * weights.register,
    thin: Math.max(0, FULL_VOICES - set.length) * weights.thin,
    bass: Math.round(BASS[grip.lowest][set[0]! < HEARD_AS_BASS_BELOW ? 0 : 1] * weights.bass),
    area: grip.outside * weights.area,
  };
}

/** The price of a join, term by term, in whole tenths. */
export function joinTerms(from: Held, to: Held, neck: Neck, weights: Weights): Terms {
  const a = distinct(from.pitches);
  const b = distinct(to.pitches);
  return {
    ...NOTHING,
    movement: movement(a, b) * weights.movement,
    entry: Math.abs(a.length - b.length) * weights.entry,
    topLeap: topLeapPrice(Math.abs(a.at(-1)! - b.at(-1)!), weights),
    shift: shiftPrice(from.position, to.position, neck, weights),
  };
}

export function topLeapPrice(semitones: number, weights: Weights): number {
  return Math.max(0, semitones - STEP) * weights.topLeap;
}

/** Millimetres the hand moves along the neck; an all-open grip has no position, so none on either side. */
export function shiftMm(from: number, to: number, { mm }: Neck): number {
  if (from === 0 || to === 0) return 0;
  return Math.abs(mm[from]! - mm[to]!);
}

export function shiftPrice(from: number, to: number, neck: Neck, weights: Weights): number {
  return Math.round((shiftMm(from, to, neck) / 10) * weights.shift);
}

export function sumTerms(all: readonly Terms[]): Terms {
  const total = { ...NOTHING };
  for (const terms of all) for (const term of TERMS) total[term] += terms[term];
  return total;
}

export const totalOf = (terms: Terms): number => TERMS.reduce((sum, term) => sum + terms[term], 0);
