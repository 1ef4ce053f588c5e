import { barrePrice, FINGER_PRICE, knottedPrice, SLANT_PRICE, THUMB_PRICE } from './difficulty.ts';
import type { Hand } from './hand.ts';
import { neckOf } from './hand.ts';
import {
  FINGERTIP,
  STRING_SPACING,
  THUMB_ALONG,
  WIDEST_BARRE_WITH_THUMB,
  WIDEST_HALF_BARRE,
  WIDEST_SMALL_BARRE,
  WIDEST_SLANT,
} from './limits.ts';
import { pairAt, pairTables, type PairTables } from './pairs.ts';
import { MOST_STRINGS } from './tuning.ts';

/** The thumb in flat arrays of fingers; 1–4 are the others, 0 is none. */
export const THUMB = 5;
/** No shape has near so many ways to hold it. */
const MOST_WAYS = 512;

/**
 * Finds the ways a hand can hold what is fretted. Made once a hand, reused for each shape: the ways
 * of the last `search` stand in its fields.
 */
export class Fingerer {
  /** What the fingers of way `i` cost, in tenths of a point: without reach, mutes and position. */
  readonly price = new Float64Array(MOST_WAYS);
  /** Strings way `i` lies over, as bits: none of them can ring open. */
  readonly blocked = new Uint16Array(MOST_WAYS);
  /** The finger on string `s` under way `i`, at `i · MOST_STRINGS + s`; 0 none. */
  readonly fingers = new Uint8Array(MOST_WAYS * MOST_STRINGS);

  readonly #hand: Hand;
  readonly #mm: Float64Array;
  readonly #available: readonly number[];
  readonly #widestBarre: number;
  readonly #pairs: PairTables;
  /** Shapes no hand can hold wherever they lie, as bits by their form: made when the first is met. */
  #impossible: Uint8Array | null = null;
  /** Whether a finger of the last search was refused for its distance: higher up the neck it may reach. */
  #refused = false;
  /**
   * Whether the notes searched last cannot be held anywhere on the neck. Then a shape that adds notes on higher strings need
   * not be searched: who could hold it, could hold its lower notes with the same fingers. (Five notes on five frets want five
   * fingers: they are hopeless, and so is every shape that begins with them.)
   */
  hopeless = false;
  #ways = 0;
  #all = false;
  #frets: ArrayLike<number> = [];
  /* Fretted notes by fret, then string; `taken` by a slanted index or the thumb. */
  readonly #string = new Int8Array(MOST_STRINGS);
  readonly #fret = new Int8Array(MOST_STRINGS);
  readonly #taken = new Uint8Array(MOST_STRINGS);
  #count = 0;
  /* From each note on: how many frets there are, and how many notes above its fret. `spare`: notes taken otherwise, at most. */
  readonly #distinct = new Int8Array(MOST_STRINGS);
  readonly #above = new Int8Array(MOST_STRINGS);
  #spare = 0;
  #thumbFret = 0;
  /* The fingers put down so far, in order, with their fret and outer strings. */
  readonly #trial = new Uint8Array(MOST_STRINGS);
  readonly #placed = { finger: new Int8Array(4), fret: new Int8Array(4), from: new Int8Array(4), to: new Int8Array(4) };

  constructor(hand: Hand) {
    this.#hand = hand;
    this.#mm = Float64Array.from(neckOf(hand).mm);
    this.#available = [1, 2, 3, 4].filter((finger) => !hand.resting.some((resting) => resting === finger));
    this.#pairs = pairTables(this.#mm, hand.reach);
    this.#widestBarre = { none: 1, partial: WIDEST_HALF_BARRE, full: MOST_STRINGS, slanted: MOST_STRINGS }[hand.barres];
  }

  /**
   * Finds ways to hold the fretted notes of a shape (fret per string; 0 and less is not fretted) and returns how
   * many. With `all`, every one; else those worth having: for any strings left to ring, the cheapest is
   * among them. None: more notes than fingers, fingers out of order or too far apart.
   */
  search(frets: ArrayLike<number>, all = false): number {
    this.#frets = frets;
    this.#all = all;
    this.#ways = 0;
    const form = formOf(frets);
    this.hopeless = form >= 0 && this.#impossible?.[form] === 1;
    if (this.hopeless) return 0;
    this.#refused = false;
    let count = 0;
    for (let s = 0; s < frets.length; s++) {
      this.#trial[s] = 0;
      const fret = frets[s]!;
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
    for (let i = count - 1; i >= 0; i--) {
      const last = i === count - 1;
      const same = !last && this.#fret[i] === this.#fret[i + 1];
      this.#distinct[i] = last ? 1 : this.#distinct[i + 1]! + (same ? 0 : 1);
      this.#above[i] = last ? 0 : same ? this.#above[i + 1]! : count - 1 - i;
    }
    this.#taken.fill(0);
    this.#spare = 0;
    this.#begin(0, 0);
    if (this.#hand.thumb && frets[0]! > 0) this.#withThumb();
    this.hopeless = this.#ways === 0 && !this.#refused;
    if (this.hopeless && form >= 0) {
      this.#impossible ??= new Uint8Array(FORM_STEPS ** MOST_STRINGS);
      this.#impossible[form] = 1;
    }
    return this.#ways;
  }

  /** The thumb on the lowest string, the fingers on the rest. */
  #withThumb(): void {
    const at = this.#string.subarray(0, this.#count).indexOf(0);
    this.#taken[at] = 1;
    this.#trial[0] = THUMB;
    this.#thumbFret = this.#fret[at]!;
    this.#spare++;
    this.#begin(THUMB_PRICE, WIDEST_BARRE_WITH_THUMB);
    this.#thumbFret = 0;
    this.#spare--;
    this.#trial[0] = 0;
    this.#taken[at] = 0;
  }

  /** Lays the fingers from the index on, which may lie slanted. */
  #begin(price: number, widest: number): void {
    const mostBarred = widest === 0 ? this.#widestBarre : Math.min(widest, this.#widestBarre);
    this.#place(0, 0, 0, price, 0, false, mostBarred);
    if (this.#hand.barres === 'slanted' && this.#available[0] === 1 && widest === 0) this.#slant(price, mostBarred);
  }

  /** The index with its tip on one fret and its root a fret higher: one note on each, nothing sounding between. */
  #slant(price: number, mostBarred: number): void {
    const fret = this.#fret[0]!;
    const from = this.#string[0]!;
    if (this.#count < 2 || this.#fret[1] === fret) return;
    for (let second = 1; second < this.#count && this.#fret[second]! <= fret + 1; second++) {
      const to = this.#string[second]!;
      const strings = to - from;
      if (this.#fret[second] !== fret + 1 || strings < 1 || strings >= WIDEST_SLANT) continue;
      if (this.#mm[fret + 1]! - this.#mm[fret]! > strings * STRING_SPACING + FINGERTIP) {
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
      this.#spare += 2;
      this.#trial[from] = this.#trial[to] = 1;
      this.#put(0, 1, fret, from, to);
      this.#place(0, 1, 0, price + FINGER_PRICE + SLANT_PRICE, blocked, false, mostBarred);
      this.#taken[0] = this.#taken[second] = 0;
      this.#spare -= 2;
    }
  }

  #put(at: number, finger: number, fret: number, from: number, to: number): void {
    this.#placed.finger[at] = finger;
    this.#placed.fret[at] = fret;
    this.#placed.from[at] = from;
    this.#placed.to[at] = to;
  }

  /**
   * Puts a finger on the note `at` (and, as a barre, on notes after it on the same fret), then goes on; `down`
   * fingers lie already, `crossed` strings were crossed between them.
   */
  #place(
    at: number,
    down: number,
    crossed: number,
    price: number,
    blocked: number,
    smallBarre: boolean,
    mostBarred: number,
  ): void {
    if (!this.#all && this.#isDominated(price, blocked)) return;
    while (at < this.#count && this.#taken[at]) at++;
    if (at === this.#count) {
      this.#keep(price, blocked);
      return;
    }
    const fret = this.#fret[at]!;
    const before = down - 1;
    const finger = down === 0 ? 0 : this.#placed.finger[before]!;
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
        if (!this.#reaches(next, fret, from, to, down)) {
          this.#refused = true;
          continue;
        }
        let step = FINGER_PRICE + (last > at ? barrePrice(next, fret, to - from + 1) : 0);
        let strings = 0;
        if (down > 0) {
          strings = gap(from, to, this.#placed.from[before]!, this.#placed.to[before]!);
          step += this.#pairs.step[pairAt(this.#mm.length, finger, next, this.#placed.fret[before]!, fret, strings)]!;
          step += knottedPrice(strings, crossed);
        }
        for (let i = at; i <= last; i++) this.#trial[this.#string[i]!] = next;
        this.#put(down, next, fret, from, to);
        const small = smallBarre || (last > at && next > 1);
        this.#place(last + 1, down + 1, crossed + strings, price + step, blocked | under, small, mostBarred);
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

  /** Whether a finger can stand there with each of those that are down. */
  #reaches(finger: number, fret: number, from: number, to: number, down: number): boolean {
    if (down === 0 && this.#thumbFret > 0) {
      if (Math.abs(this.#mm[this.#thumbFret]! - this.#mm[fret]!) > THUMB_ALONG * this.#hand.reach) return false;
    }
    for (let i = 0; i < down; i++) {
      const strings = gap(from, to, this.#placed.from[i]!, this.#placed.to[i]!);
      const pair = pairAt(this.#mm.length, this.#placed.finger[i]!, finger, this.#placed.fret[i]!, fret, strings);
      if (!this.#pairs.reached[pair]) return false;
    }
    return true;
  }

  #isDominated(price: number, blocked: number): boolean {
    for (let i = 0; i < this.#ways; i++) {
      if (this.price[i]! <= price && (this.blocked[i]! & ~blocked) === 0) return true;
    }
    return false;
  }

  #keep(price: number, blocked: number): void {
    if (this.#ways === MOST_WAYS) throw new RangeError(`more than ${MOST_WAYS} ways to hold one shape`);
    this.price[this.#ways] = price;
    this.blocked[this.#ways] = blocked;
    this.fingers.set(this.#trial, this.#ways * MOST_STRINGS);
    this.#ways++;
  }
}

/** Frets a form tells apart, none among them. */
const FORM_STEPS = 8;
/** A shape wherever it lies: its frets from the lowest on, as one number; −1 where they are too far apart to tell. */
function formOf(frets: ArrayLike<number>): number {
  let low = 0;
  for (let s = 0; s < frets.length; s++) if (frets[s]! > 0 && (low === 0 || frets[s]! < low)) low = frets[s]!;
  let form = 0;
  for (let s = 0; s < frets.length; s++) {
    const step = frets[s]! > 0 ? frets[s]! - low + 1 : 0;
    if (step >= FORM_STEPS) return -1;
    form = form * FORM_STEPS + step;
  }
  return form;
}

/** Strings between two ranges of strings; 0 where they meet or overlap. */
function gap(from: number, to: number, otherFrom: number, otherTo: number): number {
  return from > otherTo ? from - otherTo : to < otherFrom ? otherFrom - to : 0;
}
