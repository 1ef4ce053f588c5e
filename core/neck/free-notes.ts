import type { Midi } from '../pitch/pitch.ts';
import { neckOf, type Hand } from './hand.ts';
import { fingerOf, type Finger } from './hold.ts';
import { THUMB_ALONG, WIDEST_SMALL_BARRE } from './limits.ts';
import { THUMB } from './fingering.ts';
import { pairAt, pairTables, type PairTables } from './pairs.ts';
import { MOST_STRINGS, type Fret, type StringIndex } from './tuning.ts';

/*
 * Single notes played while a grip is held (common practice of chord-melody): fingers that are not in the way stay down and
 * ring, an open string or a free finger takes the note, and what is in the way is let go.
 */

/** How a note is played from a grip. */
export interface FreePlay {
  readonly string: StringIndex;
  readonly fret: Fret;
  /** 0: an open string. */
  readonly finger: Finger;
  /** The strings of the grip that ring on, as bits. */
  readonly kept: number;
}

/* What it costs, in units; a string that rings no longer is missed, the bass most. */
const LET_GO = 2;
const LET_GO_BASS = 3;
/** A finger that is set, one that lies flat over a string more, one that hops to another string. */
const SET = 1;
const FLATTENED = 2;
const HOP = 1;
/** The hand leaves its place: for each so many millimetres beyond what a finger reaches without. */
const PER_SHIFT_MM = 20;
const AT_REST_MM = 60;
/** The tune sings on the three thin strings: for each string below them. */
const THIN_STRINGS = 3;
const PER_THICK_STRING = 1;

/** A finger of the grip that is still down. */
interface Down {
  fret: number;
  from: number;
  to: number;
  /** The strings it holds that ring, as bits. */
  strings: number;
}

/** A way so far: what rings, who took the last note, and how it came to be. */
interface Way {
  readonly price: number;
  readonly kept: number;
  readonly string: number;
  readonly fret: number;
  readonly finger: number;
  /** The lowest and the highest fret where the hand is; 0 where nothing says it. */
  readonly low: number;
  readonly high: number;
  readonly before: Way | null;
}

/** Plays single notes from grips. Made once a hand, reused for each grip. */
export class FreeHand {
  readonly #open: readonly Midi[];
  readonly #mm: readonly number[];
  readonly #fingers: readonly number[];
  readonly #unused: ReadonlySet<number>;
  readonly #reach: number;
  readonly #barres: boolean;
  readonly #pairs: PairTables;
  readonly #down: readonly Down[] = Array.from({ length: THUMB + 1 }, () => ({ fret: 0, from: 0, to: 0, strings: 0 }));

  constructor(hand: Hand) {
    const { open, mm } = neckOf(hand);
    this.#open = open;
    this.#mm = mm;
    this.#reach = hand.reach;
    this.#barres = hand.barres !== 'none';
    this.#unused = new Set(hand.unusedStrings);
    this.#fingers = [1, 2, 3, 4].filter((finger) => !hand.resting.some((resting) => resting === finger));
    this.#pairs = pairTables(Float64Array.from(mm), hand.reach);
  }

  /** What it costs at least, in units, to play notes one after another from a grip (frets from `at` on, fingers 0–5); Infinity: a note is not on the neck. */
  effort(frets: ArrayLike<number>, fingers: ArrayLike<number>, notes: readonly Midi[], at = 0): number {
    return this.#best(frets, fingers, notes, at)?.price ?? Infinity;
  }

  /** How notes are played at that price; null: a note is not on the neck. */
  plays(frets: ArrayLike<number>, fingers: ArrayLike<number>, notes: readonly Midi[]): readonly FreePlay[] | null {
    const plays: FreePlay[] = [];
    let way = this.#best(frets, fingers, notes, 0);
    if (way === null) return null;
    for (; way.before; way = way.before)
      plays.unshift({ string: way.string, fret: way.fret, finger: fingerOf(way.finger), kept: way.kept });
    return plays;
  }

  #best(frets: ArrayLike<number>, fingers: ArrayLike<number>, notes: readonly Midi[], at: number): Way | null {
    const strings = this.#open.length;
    let kept = 0;
    let [low, high] = [0, 0];
    for (let s = 0; s < strings; s++) {
      const fret = frets[at + s]!;
      if (fret >= 0) kept |= 1 << s;
      if (fret > 0 && (low === 0 || fret < low)) low = fret;
      if (fret > high) high = fret;
    }
    let ways: Way[] = [{ price: 0, kept, string: -1, fret: -1, finger: -1, low, high, before: null }];
    for (const pitch of notes) {
      const next = new Map<number, Way>();
      for (const way of ways) this.#step(way, pitch, frets, fingers, at, next);
      ways = [...next.values()];
    }
    return ways.reduce<Way | null>((best, way) => (best === null || way.price < best.price ? way : best), null);
  }

  /** Every way to play a note after some others; of those that end alike the cheapest. */
  #step(
    way: Way,
    pitch: Midi,
    frets: ArrayLike<number>,
    fingers: ArrayLike<number>,
    at: number,
    next: Map<number, Way>,
  ): void {
    for (let s = 0; s < this.#open.length; s++) {
      const fret = pitch - this.#open[s]!;
      if (fret < 0 || fret >= this.#mm.length || this.#unused.has(s)) continue;
      // What would ring above the melody is stopped, and a string has one note.
      let heard = way.kept & ~(1 << s);
      for (let t = 0; t < this.#open.length; t++)
        if (heard & (1 << t) && this.#open[t]! + frets[at + t]! > pitch) heard &= ~(1 << t);
      this.#putDown(frets, fingers, at, way.kept);
      const own = fingers[at + s]!;
      const isHeld = frets[at + s] === fret && (way.kept & (1 << s) || (own > 0 && this.#down[own]!.strings !== 0));
      if (isHeld) {
        this.#keep(next, way, { price: 0, kept: heard | (way.kept & (1 << s)), string: s, fret, finger: own });
        continue;
      }
      this.#putDown(frets, fingers, at, heard);
      if (fret === 0) {
        this.#keep(next, way, { price: 0, kept: this.#withoutOver(s, heard), string: s, fret, finger: 0 });
        continue;
      }
      for (const finger of this.#fingers) this.#withFinger(next, way, heard, s, fret, finger);
    }
  }

  /** The fingers of a grip with the strings they hold, of those that ring. */
  #putDown(frets: ArrayLike<number>, fingers: ArrayLike<number>, at: number, kept: number): void {
    for (const one of this.#down) one.strings = 0;
    for (let s = 0; s < this.#open.length; s++) {
      const finger = fingers[at + s]!;
      if (finger === 0 || !(kept & (1 << s)) || frets[at + s]! <= 0) continue;
      const one = this.#down[finger]!;
      if (one.strings === 0) {
        one.fret = frets[at + s]!;
        one.from = s;
      }
      one.to = s;
      one.strings |= 1 << s;
    }
  }

  /** What rings when an open string is to: whoever lies over it is lifted. */
  #withoutOver(s: number, heard: number): number {
    let kept = heard;
    for (const { from, to, strings } of this.#down) if (strings !== 0 && from <= s && s <= to) kept &= ~strings;
    return kept;
  }

  #withFinger(next: Map<number, Way>, way: Way, heard: number, s: number, fret: number, finger: number): void {
    let kept = heard;
    let price = SET;
    let [from, to] = [s, s];
    const own = this.#down[finger]!;
    if (own.strings !== 0) {
      const flat =
        this.#barres && own.fret === fret && Math.max(s, own.to) - Math.min(s, own.from) < WIDEST_SMALL_BARRE;
      const beside = s === own.from - 1 || s === own.to + 1;
      if (flat && beside) {
        [from, to] = [Math.min(s, own.from), Math.max(s, own.to)];
        price = FLATTENED;
      } else kept &= ~own.strings;
    }
    for (let other = 1; other < this.#down.length; other++) {
      const down = this.#down[other]!;
      if (other === finger || down.strings === 0) continue;
      if (!this.#standTogether(other, down, finger, fret, from, to)) kept &= ~down.strings;
    }
    if (way.finger === finger && way.string !== s && way.fret !== fret) price += HOP;
    this.#keep(next, way, { price, kept, string: s, fret, finger });
  }

  /** Whether a finger of the grip and one that takes a note can stand there at once, by the model that grips are made by. */
  #standTogether(other: number, down: Down, finger: number, fret: number, from: number, to: number): boolean {
    if (other === THUMB)
      return finger !== 1 || Math.abs(this.#mm[down.fret]! - this.#mm[fret]!) <= THUMB_ALONG * this.#reach;
    const [lower, higher] = other < finger ? [other, finger] : [finger, other];
    const [lowFret, highFret] = other < finger ? [down.fret, fret] : [fret, down.fret];
    if (lowFret > highFret) return false;
    const [lowTo, highFrom] = other < finger ? [down.to, from] : [to, down.from];
    const [lowFrom, highTo] = other < finger ? [down.from, to] : [from, down.to];
    // On one fret fingers stand in the order of the strings; only the index lies flat under what is pressed beyond it.
    if (lowFret === highFret && lowTo >= highFrom) return false;
    const overlap = lowFrom <= highTo && highFrom <= lowTo;
    if (overlap && lower !== 1 && lowTo > lowFrom) return false;
    if (overlap && highTo > highFrom) return false;
    const strings = overlap ? 0 : highFrom > lowTo ? highFrom - lowTo : lowFrom - highTo;
    return this.#pairs.reached[pairAt(this.#mm.length, lower, higher, lowFret, highFret, strings)] === 1;
  }

  #keep(next: Map<number, Way>, way: Way, to: Omit<Way, 'before' | 'low' | 'high'>): void {
    const gone = way.kept & ~to.kept & ~(1 << to.string);
    let price = way.price + to.price;
    const bass = way.kept & -way.kept;
    for (let rest = gone; rest > 0; rest &= rest - 1) price += (rest & -rest) === bass ? LET_GO_BASS : LET_GO;
    price += this.#shift(way, to) + Math.max(0, this.#open.length - THIN_STRINGS - to.string) * PER_THICK_STRING;
    const key = (to.kept * MOST_STRINGS + to.string) * 8 + to.finger;
    const known = next.get(key);
    if (known && price >= known.price) return;
    // An open string leaves the hand where it is; a finger within its reach, too.
    const { fret } = to;
    const stays = fret === 0 || (fret >= way.low && fret <= way.high);
    next.set(key, { ...to, price, low: stays ? way.low : fret, high: stays ? way.high : fret, before: way });
  }

  /** What it costs that the hand leaves its place. */
  #shift({ low, high }: Way, { fret }: Pick<Way, 'fret'>): number {
    if (fret <= 0 || high === 0) return 0;
    const mm = this.#mm[fret]!;
    const away = Math.max(0, this.#mm[low]! - mm, mm - this.#mm[high]!);
    return Math.ceil(Math.max(0, away - AT_REST_MM) / PER_SHIFT_MM);
  }
}
