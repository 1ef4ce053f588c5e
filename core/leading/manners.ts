import type { Manner } from '../manner.ts';
import type { Weights } from './weights.ts';

/*
 * What each term costs in each manner, where it matters as usual: a player's sliders are factors on these. Fitted over
 * the practised progressions (bench/practised), by how high each practised grip stands among all grips of its chord and by
 * whole paths; `npm run practised` measures them. What is not said to be fitted is common practice.
 */

/** The same in every manner. */
const EVERYWHERE = {
  movement: 10,
  leap: 3,
  tendency: 12,
  parallel: 15,
  topLeap: 4,
  bassLeap: 2,
  shift: 2,
  anchor: 2,
  same: 10,
  unheard: 40,
  difficulty: 15,
  register: 4,
  area: 6,
  above: 8,
  told: 10,
  free: 5,
  thick: 12,
  wish: 1,
} as const;

/** What a manner is: of these the bass tells manners apart most by far, then open strings, silent strings and the stock. */
type Units = Omit<Weights, keyof typeof EVERYWHERE>;

const BY_MANNER: Readonly<Record<Manner, Units>> = {
  // Alone: the root below, four or five notes above it, closed grips that move.
  rooted: {
    entry: 40,
    strings: 24,
    shape: 0,
    omission: 40,
    fifth: 20,
    low: 4,
    mud: 0,
    deep: 0,
    thin: 80,
    full: 6,
    bass: 160,
    bassString: 40,
    bassHigh: 5,
    rest: 160,
    open: 40,
    gaps: 0,
    holes: 40,
    stock: 60,
    seconds: 25,
    unison: 25,
    neck: 3,
  },
  // Swing rhythm: three notes, roots on the two low strings by turns.
  shells: {
    entry: 36,
    strings: 20,
    shape: 0,
    omission: 20,
    fifth: 0,
    low: 0,
    mud: 32,
    deep: 0,
    thin: 0,
    full: 40,
    bass: 100,
    bassString: 40,
    bassHigh: 5,
    rest: 100,
    open: 20,
    gaps: 0,
    holes: 40,
    stock: 60,
    seconds: 12,
    unison: 25,
    neck: 6,
  },
  // Songs: open forms, every string above the bass sounding.
  ringing: {
    entry: 18,
    strings: 10,
    shape: 0,
    omission: 20,
    fifth: 40,
    low: 0,
    mud: 0,
    deep: 0,
    thin: 80,
    full: 0,
    bass: 160,
    bassString: 40,
    bassHigh: 5,
    rest: 160,
    open: 0,
    gaps: 40,
    holes: 30,
    stock: 45,
    seconds: 0,
    unison: 20,
    neck: 3,
  },
  // Beside a bass player: four notes, the root left to the bass, the ear on top.
  small: {
    entry: 36,
    strings: 20,
    shape: 120,
    omission: 0,
    fifth: 5,
    low: 4,
    mud: 32,
    deep: 16,
    thin: 10,
    full: 0,
    bass: 0,
    bassString: 0,
    bassHigh: 0,
    rest: 0,
    open: 40,
    gaps: 15,
    holes: 20,
    stock: 60,
    seconds: 12,
    unison: 25,
    neck: 6,
  },
  // Beside a bass player: tight shapes on the upper strings, moved whole.
  funk: {
    entry: 18,
    strings: 20,
    shape: 120,
    omission: 40,
    fifth: 30,
    low: 4,
    mud: 32,
    deep: 0,
    thin: 10,
    full: 0,
    bass: 80,
    bassString: 0,
    bassHigh: 0,
    rest: 0,
    open: 40,
    gaps: 20,
    holes: 20,
    stock: 60,
    seconds: 25,
    unison: 25,
    neck: 2,
  },
};

/** What each term costs in a manner. */
export const unitsOf = (manner: Manner): Weights => ({ ...EVERYWHERE, ...BY_MANNER[manner] });
