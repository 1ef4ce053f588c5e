import { barrePrice, FINGER_PRICE } from './difficulty.ts';
import { neckOf, type Hand } from './hand.ts';
import { pairAt, pairTables, type PairTables } from './pairs.ts';
import { HOPELESS, Placer } from './placing.ts';
import { FINGERS, PAIRS } from './standing.ts';
import { MOST_STRINGS } from './tuning.ts';

/** Forms of one page. */
const PAGE_BITS = 12;
/** No shape has near so many ways to hold it. */
const MOST_WAYS = 512;

/**
 * Finds the ways a hand can hold what is fretted. Made once a hand, reused for each shape: the ways
 * of the last `search` stand in its fields. How fingers can stand for a form is found once (`placing.ts`);
 * where the form lies decides which of that is reached, and what it costs.
 */
export class Fingerer {
  /** What the fingers of way `i` cost, in tenths of a point: without reach, mutes and position. */
  readonly price = new Float64Array(MOST_WAYS);
  /** Strings way `i` lies over, as bits: none of them can ring open. */
  readonly blocked = new Uint16Array(MOST_WAYS);
  /** The finger on string `s` under way `i`, at `i · MOST_STRINGS + s`; 0 none. */
  readonly fingers = new Uint8Array(MOST_WAYS * MOST_STRINGS);
  /**
   * Whether no fingers stand as the notes searched last want it, however far they reach. Then a shape that adds notes on
   * higher strings need not be searched: who could hold it, could hold its lower notes with the same fingers. (Five notes on
   * five frets want five fingers: they are hopeless, and so is every shape that begins with them.)
   */
  hopeless = false;

  readonly #mm: Float64Array;
  readonly #pairs: PairTables;
  /** How far on the tables have the same two fingers a fret higher. */
  readonly #aFretUp: number;
  readonly #placer: Placer;
  /** By form, in pages made when they are wanted: the first of its standings, or why there is none; 0: not looked for yet. */
  readonly #first: Int32Array[] = [];
  #ways = 0;

  constructor(hand: Hand) {
    const { mm } = neckOf(hand);
    this.#mm = Float64Array.from(mm);
    this.#pairs = pairTables(this.#mm, hand.reach);
    this.#aFretUp = pairAt(mm.length, 1, 2, 1, 1, 0) - pairAt(mm.length, 1, 2, 0, 0, 0);
    this.#placer = new Placer(hand, this.#pairs);
  }

  /**
   * Finds ways to hold the fretted notes of a shape (fret per string; 0 and less is not fretted) and returns how
   * many. With `all`, every one; else those worth having: for any strings left to ring, the cheapest is
   * among them. None: more notes than fingers, fingers out of order or too far apart.
   */
  search(frets: ArrayLike<number>, all = false): number {
    const placer = this.#placer;
    const lowest = lowestOf(frets);
    const form = formOf(frets, lowest);
    const kept = placer.size;
    const first = this.#standingsFor(form, frets);
    this.#ways = 0;
    this.hopeless = first === HOPELESS;
    if (first < 0) return 0;
    for (let i = first; i > 0; i = placer.found.more[i] ? i + 1 : 0) this.#weigh(i, lowest, all);
    if (form < 0) placer.size = kept;
    return this.#ways;
  }

  /** The first standing for what is fretted, or why there is none. A form that is told apart is looked for once. */
  #standingsFor(form: number, frets: ArrayLike<number>): number {
    if (form < 0) return this.#placer.find(frets);
    const page = (this.#first[form >> PAGE_BITS] ??= new Int32Array(1 << PAGE_BITS));
    return (page[form & ((1 << PAGE_BITS) - 1)] ||= this.#placer.find(frets));
  }

  /** Takes a standing as a way where its lowest fret is `lowest`, if it is reached there and, but with `all`, no way so far is as good. */
  #weigh(standing: number, lowest: number, all: boolean): void {
    const { blocked, extra, lower, upper, apart, down, finger, fret, width, knot, pair } = this.#placer.found;
    const { reached, step } = this.#pairs;
    if (this.#mm[lowest + upper[standing]!]! - this.#mm[lowest + lower[standing]!]! > apart[standing]!) return;
    let price = extra[standing]!;
    let next = standing * PAIRS;
    for (let k = 0; k < down[standing]!; k++) {
      const at = standing * FINGERS + k;
      let own = FINGER_PRICE + barrePrice(finger[at]!, lowest + fret[at]!, width[at]!);
      if (k > 0) {
        let two = 0;
        for (let before = 0; before < k; before++) {
          two = pair[next++]! + lowest * this.#aFretUp;
          if (!reached[two]) return;
        }
        // The last of them is the finger put down just before.
        own += step[two]!;
        own += knot[at]!;
      }
      price += own;
    }
    if (all || !this.#isDominated(price, blocked[standing]!)) this.#keep(standing, price, blocked[standing]!);
  }

  #isDominated(price: number, blocked: number): boolean {
    for (let i = 0; i < this.#ways; i++) {
      if (this.price[i]! <= price && (this.blocked[i]! & ~blocked) === 0) return true;
    }
    return false;
  }

  #keep(standing: number, price: number, blocked: number): void {
    if (this.#ways === MOST_WAYS) throw new RangeError(`more than ${MOST_WAYS} ways to hold one shape`);
    const { on } = this.#placer.found;
    const way = this.#ways++;
    this.price[way] = price;
    this.blocked[way] = blocked;
    for (let s = 0; s < MOST_STRINGS; s++) this.fingers[way * MOST_STRINGS + s] = on[standing * MOST_STRINGS + s]!;
  }
}

/** The lowest fret of a shape; 0: nothing is fretted. */
function lowestOf(frets: ArrayLike<number>): number {
  let lowest = 0;
  for (let s = 0; s < frets.length; s++) if (frets[s]! > 0 && (lowest === 0 || frets[s]! < lowest)) lowest = frets[s]!;
  return lowest;
}

/** Frets a form tells apart, none among them. */
const FORM_STEPS = 8;
/** A shape wherever it lies: its frets from the lowest on, as one number; −1 where they are too far apart to tell. */
function formOf(frets: ArrayLike<number>, lowest: number): number {
  let form = 0;
  for (let s = 0; s < frets.length; s++) {
    const step = frets[s]! > 0 ? frets[s]! - lowest + 1 : 0;
    if (step >= FORM_STEPS) return -1;
    form = form * FORM_STEPS + step;
  }
  return form;
}
