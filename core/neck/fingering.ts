import { fretDistance, type Millimetres } from './frets.ts';
import type { Hand } from './hand.ts';
import { STRINGS } from './tuning.ts';

/** One way to put fingers on a shape. */
export interface Fingering {
  /** Per string, lowest first: 1 index … 4 little finger, 0 open, null not played. */
  readonly fingers: readonly (number | null)[];
  /** 0 (all open) to 100; see the prices below. */
  readonly difficulty: number;
}

/*
 * How far apart two fingers can be, in millimetres, indexed [finger][finger]: `ALONG` along the
 * neck, `SPREAD` straight across the fingerboard too. Common practice: a hand that reaches 110 mm
 * from index to little finger opens most between index and middle, least between middle and ring.
 */
const ALONG = [[], [0, 0, 70, 95, 110], [0, 0, 0, 50, 85], [0, 0, 0, 0, 55], []] as const;
const SPREAD = [[], [0, 0, 75, 102, 120], [0, 0, 0, 60, 92], [0, 0, 0, 0, 62], []] as const;
/** String spacing in millimetres, midway between nut and bridge (common practice, from memory). */
const STRING_SPACING = 9;
/** Most strings crossed in all, going from finger to finger: past it the hand is knotted. */
const MOST_CROSSED = 8;
/** A middle, ring or little finger lies flat over three strings at most. */
const WIDEST_SMALL_BARRE = 3;

/* Prices of difficulty, in points; a plain four-finger grip of 60 mm comes to about 35. */
const PER_REACH_MM = 0.25;
/** Past this reach a hand is stretched, and each millimetre is felt. */
const STRETCH_FROM: Millimetres = 75;
const PER_STRETCHED_MM = 0.5;
const PER_FINGER = 4;
/** Opening neighbouring fingers wider than one fret a finger beside the nut. */
const NATURAL_STEP: Millimetres = 36;
const PER_STRETCH_MM = 0.3;
const PER_STRING_CROSSED = 1;
/** Rather than share its fret with a finger more than two strings away, the index lies flat across. */
const NEAR_STRINGS = 2;
const PER_STRING_FROM_INDEX = 4;
/** One finger a fret is the hand at rest; each finger or fret beside that costs. */
const PER_FINGER_OFF_FRET = 1.5;
const INDEX_BARRE = 6;
const PER_BARRED_STRING = 1.5;
/** Pressing a barre down next to the nut takes force. */
const STIFF_BARRE = 6;
const STIFF_UP_TO_FRET = 2;
const SMALL_BARRE = 18;
const PER_INNER_MUTE = 3;
/** Past the tenth fret the body is in the way and the frets are narrow. */
const HIGH_FRET = 10;
const PER_HIGH_FRET = 5;
/** Above the fourth fret an open string sounds out of place and cannot be stopped by the fretting hand. */
const OPEN_UP_THE_NECK_FROM = 5;
const PER_OPEN_UP_THE_NECK = 5;

/** Scratch space for one worker of fingerings: made once a hand, reused for each shape. */
export class Fingerer {
  readonly #mm: Float64Array;
  readonly #barres: boolean;
  /* Fretted notes by fret, then string. */
  readonly #string = new Int8Array(STRINGS);
  readonly #fret = new Int8Array(STRINGS);
  #count = 0;
  #frets: ArrayLike<number> = [];
  /* The assignment being tried, and the best so far: finger of each fretted note. */
  readonly #trial = new Int8Array(STRINGS);
  readonly #best = new Int8Array(STRINGS);
  #bestPrice = Infinity;

  constructor(hand: Hand) {
    this.#mm = Float64Array.from({ length: hand.highestFret + 1 }, (_, fret) => fretDistance(hand.scaleLength, fret));
    this.#barres = hand.barres;
  }

  /**
   * Finds the easiest fingering of a shape (fret per string, −1 not played) and writes its fingers
   * into `out` (0 where none). Returns the difficulty 0–100, or −1 when no hand can hold it: more
   * than four fingers, an open string under a barre, fingers out of order or too far apart.
   */
  finger(frets: ArrayLike<number>, out: Int8Array | Uint8Array): number {
    this.#frets = frets;
    let count = 0;
    let lowest = STRINGS;
    let highest = -1;
    let sounding = 0;
    let open = 0;
    for (let s = 0; s < STRINGS; s++) {
      out[s] = 0;
      const fret = frets[s]!;
      if (fret < 0) continue;
      sounding++;
      if (s < lowest) lowest = s;
      highest = s;
      if (fret === 0) {
        open++;
        continue;
      }
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
    const mutes = highest - lowest + 1 - sounding;
    if (count === 0) return mutes * PER_INNER_MUTE;
    this.#bestPrice = Infinity;
    this.#place(0, 0, -1, -1, -1, 0, 0, false);
    if (this.#bestPrice === Infinity) return -1;
    for (let i = 0; i < count; i++) out[this.#string[i]!] = this.#best[i]!;
    const highestFret = this.#fret[count - 1]!;
    const reach = this.#mm[highestFret]! - this.#mm[this.#fret[0]!]!;
    const ringing = this.#fret[0]! >= OPEN_UP_THE_NECK_FROM ? open * PER_OPEN_UP_THE_NECK : 0;
    const stretch = Math.max(0, reach - STRETCH_FROM) * PER_STRETCHED_MM;
    const shape =
      ringing +
      stretch +
      reach * PER_REACH_MM +
      mutes * PER_INNER_MUTE +
      Math.max(0, highestFret - HIGH_FRET) * PER_HIGH_FRET;
    return Math.min(100, Math.round(this.#bestPrice + shape));
  }

  /**
   * Puts a finger above `finger` on the note `at` (and, as a barre, on the notes after it on the
   * same fret), then goes on. The finger before lies on `fret`, strings `from` to `to`.
   */
  #place(
    at: number,
    finger: number,
    fret: number,
    from: number,
    to: number,
    crossed: number,
    price: number,
    smallBarre: boolean,
  ): void {
    if (price >= this.#bestPrice) return;
    if (at === this.#count) {
      this.#bestPrice = price;
      this.#best.set(this.#trial);
      return;
    }
    const nextFret = this.#fret[at]!;
    for (let next = finger + 1; next <= 4; next++) {
      for (let last = at; last < this.#count && this.#fret[last] === nextFret; last++) {
        const first = this.#string[at]!;
        const end = this.#string[last]!;
        if (last > at && !this.#canBarre(next, nextFret, first, end)) break;
        const small = last > at && next > 1;
        // Beside a finger on its own fret, another has no room to lie flat.
        if (small && (smallBarre || (finger > 0 && nextFret === fret))) break;
        const strings = first > to ? first - to : end < from ? from - end : 0;
        let step = PER_FINGER + (last > at ? barrePrice(next, nextFret, end - first + 1) : 0);
        let crossing = 0;
        if (finger > 0) {
          const along = this.#mm[nextFret]! - this.#mm[fret]!;
          const across = strings * STRING_SPACING;
          const most = ALONG[finger]![next]!;
          const spread = SPREAD[finger]![next]!;
          if (along > most || along * along + across * across > spread * spread) continue;
          crossing = strings;
          if (finger === 1 && along === 0) step += Math.max(0, strings - NEAR_STRINGS) * PER_STRING_FROM_INDEX;
          step +=
            strings * PER_STRING_CROSSED +
            Math.abs(nextFret - fret - (next - finger)) * PER_FINGER_OFF_FRET +
            Math.max(0, along - NATURAL_STEP * (next - finger)) * PER_STRETCH_MM;
        }
        if (crossed + crossing > MOST_CROSSED) continue;
        for (let i = at; i <= last; i++) this.#trial[i] = next;
        this.#place(last + 1, next, nextFret, first, end, crossed + crossing, price + step, smallBarre || small);
      }
    }
  }

  /** A barre kills open strings below it; a string left out may lie under the index, for it is not plucked. */
  #canBarre(finger: number, fret: number, first: number, last: number): boolean {
    if (!this.#barres) return false;
    if (finger > 1 && last - first + 1 > WIDEST_SMALL_BARRE) return false;
    for (let s = first + 1; s < last; s++) {
      const between = this.#frets[s]!;
      if (finger === 1 ? between >= 0 && between < fret : between !== fret) return false;
    }
    return true;
  }
}

function barrePrice(finger: number, fret: number, strings: number): number {
  if (finger > 1) return SMALL_BARRE;
  return INDEX_BARRE + (strings - 2) * PER_BARRED_STRING + (fret <= STIFF_UP_TO_FRET ? STIFF_BARRE : 0);
}

/** The easiest fingering of one shape, or null when no hand can hold it. */
export function fingeringOf(frets: readonly number[], hand: Hand): Fingering | null {
  const out = new Int8Array(STRINGS);
  const difficulty = new Fingerer(hand).finger(frets, out);
  if (difficulty < 0) return null;
  return { fingers: frets.map((fret, s) => (fret < 0 ? null : out[s]!)), difficulty };
}
