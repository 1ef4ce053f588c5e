import { knottedPrice, SLANT_PRICE, THUMB_PRICE } from './difficulty.ts';
import { neckOf, type Hand } from './hand.ts';
import {
  FINGERTIP,
  STRING_SPACING,
  THUMB_ALONG,
  WIDEST_BARRE_WITH_THUMB,
  WIDEST_HALF_BARRE,
  WIDEST_SLANT,
  WIDEST_SMALL_BARRE,
} from './limits.ts';
import { pairAt, type PairTables } from './pairs.ts';
import { FINGERS, PAIRS, roomier, standings, THUMB } from './standing.ts';
import { MOST_STRINGS } from './tuning.ts';

/** No fingers stand so, however far they reach. */
export const HOPELESS = -1;
/** Fingers do not reach so far anywhere on the neck. With notes more they may: an index laid across for those is nearer to the others. */
export const TOO_FAR = -2;

/** Puts the fingers of a hand down for a form in every way there is. What it finds comes in one order, and stays; it counts from 1. */
export class Placer {
  size = 1;
  found = standings(64);

  readonly #hand: Hand;
  readonly #mm: readonly number[];
  readonly #available: readonly number[];
  readonly #widestBarre: number;
  readonly #reached: Uint8Array;

  /* The form where it lies highest, for there the most is reached: fretted notes by fret, then string. */
  readonly #frets = new Int8Array(MOST_STRINGS);
  #lowest = 0;
  readonly #string = new Int8Array(MOST_STRINGS);
  readonly #fret = new Int8Array(MOST_STRINGS);
  /** Those a slanted index or the thumb has taken. */
  readonly #taken = new Uint8Array(MOST_STRINGS);
  #count = 0;
  /* From each note on: how many frets there are, and how many notes above its fret. `spare`: notes taken otherwise, at most. */
  readonly #distinct = new Int8Array(MOST_STRINGS);
  readonly #above = new Int8Array(MOST_STRINGS);
  #spare = 0;
  #thumbFret = 0;
  #slanted = false;
  /** Whether a finger was refused for its distance. */
  #refused = false;
  /* The fingers put down so far, in order, with their fret and outer strings; and by string. */
  readonly #on = new Uint8Array(MOST_STRINGS);
  readonly #placed = {
    finger: new Int8Array(FINGERS),
    fret: new Int8Array(FINGERS),
    from: new Int8Array(FINGERS),
    to: new Int8Array(FINGERS),
  };

  constructor(hand: Hand, { reached }: PairTables) {
    this.#hand = hand;
    this.#mm = neckOf(hand).mm;
    this.#available = [1, 2, 3, 4].filter((finger) => !hand.resting.some((resting) => resting === finger));
    this.#widestBarre = { none: 1, partial: WIDEST_HALF_BARRE, full: MOST_STRINGS, slanted: MOST_STRINGS }[hand.barres];
    this.#reached = reached;
  }

  /** Adds every standing for what is fretted (fret per string; 0 and less is not fretted); which is the first, or why there is none. */
  find(frets: ArrayLike<number>): number {
    const first = this.size;
    this.#refused = false;
    let count = 0;
    for (let s = 0; s < frets.length; s++) {
      const fret = frets[s]!;
      this.#on[s] = 0;
      this.#frets[s] = 0;
      if (fret <= 0) continue;
      let at = count++;
      while (at > 0 && this.#fret[at - 1]! > fret) {
        this.#fret[at] = this.#fret[at - 1]!;
        this.#string[at] = this.#string[at - 1]!;
        at--;
      }
      this.#fret[at] = fret;
      this.#string[at] = s;
    }
    this.#count = count;
    const up = count === 0 ? 0 : this.#mm.length - 1 - this.#fret[count - 1]!;
    for (let i = 0; i < count; i++) this.#frets[this.#string[i]!] = this.#fret[i]! += up;
    this.#lowest = count === 0 ? 0 : this.#fret[0]!;
    for (let i = count - 1; i >= 0; i--) {
      const last = i === count - 1;
      const same = !last && this.#fret[i] === this.#fret[i + 1];
      this.#distinct[i] = last ? 1 : this.#distinct[i + 1]! + (same ? 0 : 1);
      this.#above[i] = last ? 0 : same ? this.#above[i + 1]! : count - 1 - i;
    }
    this.#place(0, 0, 0, false, this.#widestBarre);
    if (this.#hand.barres === 'slanted' && this.#available[0] === 1) this.#slant();
    if (this.#hand.thumb && this.#frets[0]! > 0) this.#withThumb();
    if (this.size === first) return this.#refused ? TOO_FAR : HOPELESS;
    this.found.more.fill(1, first, this.size - 1);
    this.found.more[this.size - 1] = 0;
    return first;
  }

  /** The thumb on the lowest string, the fingers on the rest. */
  #withThumb(): void {
    const at = this.#string.subarray(0, this.#count).indexOf(0);
    this.#taken[at] = 1;
    this.#on[0] = THUMB;
    this.#thumbFret = this.#fret[at]!;
    this.#spare = 1;
    this.#place(0, 0, 0, false, Math.min(WIDEST_BARRE_WITH_THUMB, this.#widestBarre));
    this.#spare = 0;
    this.#thumbFret = 0;
    this.#taken[at] = 0;
  }

  /** The index with its tip on one fret and its root a fret higher: one note on each, nothing sounding between. */
  #slant(): void {
    const fret = this.#fret[0]!;
    const from = this.#string[0]!;
    if (this.#count < 2 || this.#fret[1] === fret) return;
    this.#slanted = true;
    for (let second = 1; second < this.#count && this.#fret[second]! <= fret + 1; second++) {
      const to = this.#string[second]!;
      if (to <= from || to - from >= WIDEST_SLANT) continue;
      if (this.#mm[fret + 1]! - this.#mm[fret]! > slantReach(from, to)) {
        this.#refused = true;
        continue;
      }
      let blocked = 0;
      let free = true;
      for (let s = from + 1; s < to; s++) {
        if (this.#frets[s]! <= 0) blocked |= 1 << s;
        else if (this.#frets[s]! <= fret + 1) free = false;
      }
      if (!free) continue;
      this.#taken[0] = this.#taken[second] = 1;
      this.#spare = 2;
      this.#on[from] = this.#on[to] = 1;
      this.#put(0, 1, fret, from, to);
      this.#place(0, 1, blocked, false, this.#widestBarre);
      this.#taken[0] = this.#taken[second] = 0;
    }
    this.#spare = 0;
    this.#slanted = false;
  }

  #put(at: number, finger: number, fret: number, from: number, to: number): void {
    this.#placed.finger[at] = finger;
    this.#placed.fret[at] = fret;
    this.#placed.from[at] = from;
    this.#placed.to[at] = to;
  }

  /** Puts a finger on the note `at` (and, as a barre, on notes after it on the same fret), then goes on; `down` fingers lie already. */
  #place(at: number, down: number, blocked: number, smallBarre: boolean, mostBarred: number): void {
    while (at < this.#count && this.#taken[at]) at++;
    if (at === this.#count) {
      this.#keep(down, blocked);
      return;
    }
    const fret = this.#fret[at]!;
    const finger = down === 0 ? 0 : this.#placed.finger[down - 1]!;
    const available = this.#available;
    for (let f = 0; f < available.length; f++) {
      const next = available[f]!;
      if (next <= finger) continue;
      if (this.#tooFew(at, available.length - f, smallBarre || mostBarred === 1)) return;
      for (let last = at; last < this.#count && this.#fret[last] === fret && !this.#taken[last]; last++) {
        const from = this.#string[at]!;
        const to = this.#string[last]!;
        let under = 0;
        if (last > at) {
          under = this.#under(next, fret, from, to, next === 1 ? mostBarred : Math.min(mostBarred, WIDEST_SMALL_BARRE));
          if (under < 0) break;
          // Besides the index one finger lies flat, no more.
          if (next > 1 && smallBarre) break;
        }
        this.#put(down, next, fret, from, to);
        if (!this.#reaches(down)) {
          this.#refused = true;
          continue;
        }
        for (let i = at; i <= last; i++) this.#on[this.#string[i]!] = next;
        this.#place(last + 1, down + 1, blocked | under, smallBarre || (last > at && next > 1), mostBarred);
      }
    }
  }

  /** Whether `fingers` cannot do for the notes from `at` on: a finger stands on one fret, and one besides the index lies over several. */
  #tooFew(at: number, fingers: number, single: boolean): boolean {
    if (this.#distinct[at]! - this.#spare > fingers) return true;
    // What the first of them may take as an index barre is not counted.
    return this.#above[at]! - this.#spare > fingers - 1 + (single ? 0 : WIDEST_SMALL_BARRE - 1);
  }

  /** The unfretted strings a finger lying over `from` to `to` kills, as bits; −1: it cannot lie there. */
  #under(finger: number, fret: number, from: number, to: number, most: number): number {
    if (to - from + 1 > most) return -1;
    let under = 0;
    for (let s = from + 1; s < to; s++) {
      const between = this.#frets[s]!;
      // Only the index lies straight enough for others to press beyond it, or to leave a string out.
      if (finger > 1 ? between !== fret : between > 0 && between < fret) return -1;
      if (between <= 0) under |= 1 << s;
    }
    return under;
  }

  /** Whether the finger put down at `last` can stand there with each of those before it. */
  #reaches(last: number): boolean {
    if (last === 0) return this.#thumbFret === 0 || this.#thumbsApart() <= THUMB_ALONG * this.#hand.reach;
    for (let before = 0; before < last; before++) if (!this.#reached[this.#pairAt(before, last, 0)]) return false;
    return true;
  }

  /** Millimetres along the neck between the thumb and the first finger. */
  #thumbsApart(): number {
    return Math.abs(this.#mm[this.#thumbFret]! - this.#mm[this.#placed.fret[0]!]!);
  }

  /** Where the tables have two of the fingers put down, were they `lower` frets lower. */
  #pairAt(before: number, last: number, lower: number): number {
    const { finger, fret } = this.#placed;
    const strings = this.#between(before, last);
    return pairAt(this.#mm.length, finger[before]!, finger[last]!, fret[before]! - lower, fret[last]! - lower, strings);
  }

  /** Strings between two of the fingers put down; 0 where they meet or overlap. */
  #between(before: number, last: number): number {
    const { from, to } = this.#placed;
    return Math.max(0, from[last]! - to[before]!, from[before]! - to[last]!);
  }

  #keep(down: number, blocked: number): void {
    const i = this.size++;
    if (i === this.found.more.length) this.found = roomier(this.found);
    const to = this.found;
    const { finger, fret, from, to: upTo } = this.#placed;
    to.blocked[i] = blocked;
    to.down[i] = down;
    to.on.set(this.#on, i * MOST_STRINGS);
    const first = this.#fret[0]! - this.#lowest;
    to.extra[i] = this.#slanted ? SLANT_PRICE : this.#thumbFret > 0 ? THUMB_PRICE : 0;
    to.lower[i] = to.upper[i] = 0;
    to.apart[i] = Infinity;
    if (this.#slanted) {
      to.lower[i] = first;
      to.upper[i] = first + 1;
      to.apart[i] = slantReach(from[0]!, upTo[0]!);
    } else if (this.#thumbFret > 0 && down > 0) {
      to.lower[i] = Math.min(this.#thumbFret, fret[0]!) - this.#lowest;
      to.upper[i] = Math.max(this.#thumbFret, fret[0]!) - this.#lowest;
      to.apart[i] = THUMB_ALONG * this.#hand.reach;
    }
    let crossed = 0;
    let pair = i * PAIRS;
    for (let k = 0; k < down; k++) {
      const at = i * FINGERS + k;
      to.finger[at] = finger[k]!;
      to.fret[at] = fret[k]! - this.#lowest;
      // What a slanted index costs is told apart.
      to.width[at] = this.#slanted && k === 0 ? 1 : upTo[k]! - from[k]! + 1;
      const strings = k === 0 ? 0 : this.#between(k - 1, k);
      to.knot[at] = knottedPrice(strings, crossed);
      crossed += strings;
      for (let before = 0; before < k; before++) to.pair[pair++] = this.#pairAt(before, k, this.#lowest);
    }
  }
}

/** How far apart the frets of a slanted index may lie, in mm: it leans 45° at most. */
const slantReach = (from: number, to: number) => (to - from) * STRING_SPACING + FINGERTIP;
