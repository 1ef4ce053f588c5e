import { symbolOf, type Chord } from '../chord/chord.ts';
import { degreePitchClass } from '../pitch/degree.ts';
import { MUD_BELOW, MUD_INTERVAL } from '../grip/traits.ts';
import type { Neck } from '../neck/hand.ts';
import type { Company, Player } from '../neck/player.ts';
import { TERMS, type Matter, type Matters, type Term } from '../neck/terms.ts';
import { remembered } from '../remember.ts';
import { pairsUnder } from './movement.ts';
import { tendencyOf } from './tendency.ts';
import { contraryPrice, linePrice, type JoinWish, type Wished } from './wishes.ts';

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

/** Every term at nought. */
const NOTHING = Object.fromEntries(TERMS.map((term) => [term, 0])) as Record<Term, 0>;

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

/** The comping register of the top note, C4 to C5: under a voice, over the bass (common practice). */
const TOP_FROM = 60;
const TOP_TO = 72;
/** A muddy pair weighs as much as this many semitones out of register. */
const MUD_SEMITONES = 8;
/** Up to these a voice, the bass, does not leap. */
const STEP = 2;
const BASS_STRIDE = 7;
const FULL_VOICES = 4;
/** A leap where a phrase begins is no breach: it costs a third. */
const AT_A_PHRASE = 1 / 3;

/**
 * How strongly a lowest note says another chord, in units of the weight: a chord tone in the bass is
 * an inversion, a tension there is a riddle. From D3 up a bass player or the ear supplies the root.
 */
const BASS = { root: [0, 0], tone: [1.2, 0.3], tension: [4, 1.5] } as const;
const HEARD_AS_BASS_BELOW = 50;

/** What it weighs that a tone is not there, in units of the weight: a perfect fifth says least. Others must sound. */
export const OMITTED = { root: 1, fifth: 0.4 } as const;

/** Where a column stands in time. */
export interface Place {
  /** Whether a phrase or a section begins with it, and whether a bar does. */
  readonly opensPhrase: boolean;
  readonly opensBar: boolean;
  /** Whether its chord has lasted two bars already. */
  readonly lasts: boolean;
  /** How long it lasts, and a quarter note there. */
  readonly seconds: number;
  readonly quarter: number;
}
/** Where nothing is known of the time. */
export const ANYWHERE: Place = { opensPhrase: false, opensBar: false, lasts: false, seconds: 2, quarter: 0.6 };

/** What a column's price, and a join's, need to know of a grip. */
export interface Held {
  readonly chord: Chord;
  /** Sounding pitches ascending, each once. */
  readonly pitches: readonly number[];
  /** Per string, lowest first: fret (−1 not played), and the finger there (0 none, 5 the thumb). */
  readonly frets: readonly number[];
  readonly fingers: readonly number[];
  readonly difficulty: number;
  /** Lowest fretted fret, 0 when all strings are open. */
  readonly position: number;
  /** What the lowest note is: the root (or the named bass), another chord tone, or a tension. */
  readonly lowest: keyof typeof BASS;
  /** Frets that what is fretted lies outside the player's own area; 0 without one. */
  readonly outside: number;
  /** What it costs by the wishes it misses, in tenths. */
  readonly missed: number;
}

export type Terms = Record<Term, number>;

/** What of a grip makes a column's price. */
type Own = Pick<Held, 'difficulty' | 'lowest' | 'outside' | 'missed'> & { readonly pitches: ArrayLike<number> };

const difficultyPrice = ({ difficulty }: Own, weights: Weights) => Math.round((difficulty * weights.difficulty) / 10);

function registerPrice({ pitches }: Own, weights: Weights): number {
  const top = pitches[pitches.length - 1]!;
  let semitones = Math.max(0, TOP_FROM - top, top - TOP_TO);
  for (let v = 1; v < pitches.length && pitches[v - 1]! < MUD_BELOW; v++)
    if (pitches[v]! - pitches[v - 1]! <= MUD_INTERVAL) semitones += MUD_SEMITONES;
  return semitones * weights.register;
}

const thinPrice = ({ pitches }: Own, weights: Weights) => Math.max(0, FULL_VOICES - pitches.length) * weights.thin;
const bassPrice = ({ lowest, pitches }: Own, weights: Weights) =>
  Math.round(BASS[lowest][pitches[0]! < HEARD_AS_BASS_BELOW ? 0 : 1] * weights.bass);
const areaPrice = ({ outside }: Own, weights: Weights) => outside * weights.area;
const missedPrice = ({ missed }: Own, weights: Weights) => missed * weights.wish;

/** The price of one column, term by term, in whole tenths. */
export const columnTerms = (grip: Own, weights: Weights): Terms => ({
  ...NOTHING,
  difficulty: difficultyPrice(grip, weights),
  register: registerPrice(grip, weights),
  thin: thinPrice(grip, weights),
  bass: bassPrice(grip, weights),
  area: areaPrice(grip, weights),
  wish: missedPrice(grip, weights),
});

/** The sum of a column's terms, without naming them: the search asks for it thousands of times a chord. */
export const columnPrice = (grip: Own, weights: Weights): number =>
  difficultyPrice(grip, weights) +
  registerPrice(grip, weights) +
  thinPrice(grip, weights) +
  bassPrice(grip, weights) +
  areaPrice(grip, weights) +
  missedPrice(grip, weights);

/** The price of a join, term by term, in whole tenths; `place` is that of the later column, `lasted` of the earlier one. */
export function joinTerms(
  from: Held,
  to: Held,
  neck: Neck,
  weights: Weights,
  place: Place = ANYWHERE,
  lasted: Pick<Place, 'seconds'> = ANYWHERE,
  wishes: readonly Wished<JoinWish>[] = [],
): Terms {
  const [a, b] = [from.pitches, to.pitches];
  const tend = tendencyPrices(from.chord, to.chord, weights);
  const voices = pairsUnder(a, b, stepPrices(weights), tend).map(([i, j]) => [a[i]!, b[j]!] as const);
  const ways = voices.map(([p, q]) => Math.abs(p - q));
  const top = b.at(-1)! - a.at(-1)!;
  const bass = b[0]! - a[0]!;
  return {
    ...NOTHING,
    movement: ways.reduce((sum, way) => sum + way, 0) * weights.movement,
    leap: ways.reduce((sum, way) => sum + Math.max(0, way - STEP), 0) * weights.leap,
    tendency: tend === null ? 0 : voices.reduce((sum, [p, q]) => sum + tend[(p % 12) * 12 + (q % 12)]!, 0),
    entry: Math.abs(a.length - b.length) * weights.entry,
    parallel: isParallel(a[0]!, a.at(-1)!, b[0]!, b.at(-1)!) ? weights.parallel : 0,
    topLeap: topLeapPrice(Math.abs(top), weights, place),
    bassLeap: bassLeapPrice(Math.abs(bass), weights, place),
    shift: shiftPrice(from.position, to.position, neck, weights, hasteOf(lasted, place)),
    anchor: setAnew(from, to) * weights.anchor,
    same: isSame(from, to) && isStale(symbolOf(from.chord) !== symbolOf(to.chord), place) ? weights.same : 0,
    omission: omissionPrice(from, to, weights),
    wish: wishPrice(wishes, bass, top) * weights.wish,
  };
}

/** What outer voices that move by semitones (up is positive) cost by the wishes they miss. */
function wishPrice(wishes: readonly Wished<JoinWish>[], bassBy: number, topBy: number): number {
  return wishes.reduce(
    (sum, { wish, hard }) =>
      sum +
      (wish.kind === 'contrary'
        ? contraryPrice(bassBy, topBy, hard)
        : linePrice(wish.way, wish.kind === 'top' ? topBy : bassBy, hard)),
    0,
  );
}

/** What a voice costs that moves so many semitones, 0–127. */
export const stepPrices = remembered(({ movement, leap }: Weights) =>
  Float64Array.from({ length: 128 }, (_, way) => way * movement + Math.max(0, way - STEP) * leap),
);

/** What a voice costs that goes from one pitch class to another (`from · 12 + to`), besides the way; null: nothing leans. */
export function tendencyPrices(from: Chord, to: Chord, weights: Weights): Float64Array | null {
  const known = tendenciesOf(weights);
  const name = `${symbolOf(from)} ${symbolOf(to)}`;
  const found = known.get(name);
  if (found !== undefined) return found;
  const table = weights.tendency === 0 ? null : tendencyOf(from, to);
  const prices = table && Float64Array.from(table, (unresolved) => unresolved * weights.tendency);
  known.set(name, prices);
  return prices;
}
const tendenciesOf = remembered((_: Weights) => new Map<string, Float64Array | null>());

const atPlace = (price: number, { opensPhrase }: Place) => (opensPhrase ? Math.round(price * AT_A_PHRASE) : price);

export const topLeapPrice = (semitones: number, weights: Weights, place: Place): number =>
  atPlace(Math.max(0, semitones - STEP) * weights.topLeap, place);

export const bassLeapPrice = (semitones: number, weights: Weights, place: Place): number =>
  atPlace(Math.max(0, semitones - BASS_STRIDE) * weights.bassLeap, place);

/** Whether outer voices move the same way in fifths or octaves. */
export function isParallel(lowA: number, topA: number, lowB: number, topB: number): boolean {
  const moved = lowB - lowA;
  const apart = (topA - lowA) % 12;
  return moved !== 0 && moved === topB - topA && (apart === 7 || (apart === 0 && topA !== lowA));
}

/** Millimetres the hand moves along the neck; an all-open grip has no position, so none on either side. */
export function shiftMm(from: number, to: number, { mm }: Neck): number {
  if (from === 0 || to === 0) return 0;
  return Math.abs(mm[from]! - mm[to]!);
}

/** With so much time for a change, in seconds, a shift costs no more than its way (common practice). */
const EASY_SECONDS = 0.3;
const MOST_HASTE = 3;

/** How much dearer a shift is for want of time: 1 with time enough, up to 3, in quarters. */
export function hasteOf({ seconds }: Pick<Place, 'seconds'>, { quarter }: Pick<Place, 'quarter'>): number {
  const there = Math.min(quarter, seconds) / 2;
  return Math.round(Math.min(MOST_HASTE, Math.max(1, EASY_SECONDS / there)) * 4) / 4;
}

export function shiftPrice(from: number, to: number, neck: Neck, weights: Weights, haste: number): number {
  return Math.round((shiftMm(from, to, neck) / 10) * weights.shift * haste);
}

/** Fingers of the later grip that stop no string as they did in the earlier one. A barre is one finger. */
function setAnew(from: Pick<Held, 'frets' | 'fingers'>, to: Pick<Held, 'frets' | 'fingers'>): number {
  const fingers = new Set(to.fingers.filter((finger) => finger > 0));
  to.frets.forEach((fret, s) => {
    if (fret > 0 && from.frets[s] === fret) fingers.delete(to.fingers[s]!);
  });
  return fingers.size;
}

const isSame = (from: Held, to: Held) => from.frets.every((fret, s) => to.frets[s] === fret);

/** Whether the same grip again says too little: over a bar line, where the chord is another, or has lasted. */
export const isStale = (changes: boolean, { opensBar, lasts }: Place): boolean => opensBar && (changes || lasts);

/** The pitch classes a chord may leave out at a price: as bits, and what each weighs. */
export function omissible({ root, kind }: Chord, { omission }: Weights): readonly { bit: number; price: number }[] {
  return [
    { bit: 1 << degreePitchClass(root, '1'), price: Math.round(omission * OMITTED.root) },
    ...(kind.fifth === '5' && !kind.tensions.includes('b13')
      ? [{ bit: 1 << degreePitchClass(root, '5'), price: Math.round(omission * OMITTED.fifth) }]
      : []),
  ];
}

function omissionPrice(from: Held, to: Held, weights: Weights): number {
  const heard = [...from.pitches, ...to.pitches].reduce((mask, pitch) => mask | (1 << (pitch % 12)), 0);
  return omissible(to.chord, weights).reduce((sum, { bit, price }) => sum + (heard & bit ? 0 : price), 0);
}

export function sumTerms(all: readonly Terms[]): Terms {
  const total = { ...NOTHING };
  for (const terms of all) for (const term of TERMS) total[term] += terms[term];
  return total;
}

export const totalOf = (terms: Terms): number => TERMS.reduce((sum, term) => sum + terms[term], 0);
