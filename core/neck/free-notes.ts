import { pitchClassOf, type Midi, type PitchClass } from '../pitch/pitch.ts';
import { neckOf, type Hand } from './hand.ts';
import { fingerOf, type Finger } from './hold.ts';
import { THUMB_ALONG, WIDEST_HALF_BARRE, WIDEST_SMALL_BARRE } from './limits.ts';
import { THUMB } from './standing.ts';
import { pairAt, pairTables, type PairTables } from './pairs.ts';
import { MOST_STRINGS, type Fret, type StringIndex } from './tuning.ts';

/*
 * Single notes played while a grip is held (common practice of chord-melody): fingers that are not in the way stay down and
 * ring, an open string or a free finger takes the note, and what is in the way is let go.
 */

/** A note of the tune; or a bass, in whichever octave lies best, under which the tune sounds on. */
export type Asked = Midi | { readonly bass: PitchClass };

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
/** Nothing rings under the note. */
const BARE = 4;
/** A finger that is set, one that is laid flat, an index that lies flat already and over a string more, one that hops to another string. */
const SET = 1;
const FLATTENED = 2;
const FLATTER = 1;
const HOP = 1;
/** The hand leaves its place: for each so many millimetres beyond what a finger reaches without. */
const PER_SHIFT_MM = 20;
const AT_REST_MM = 60;
/** The fingers stretch: for each so many millimetres beyond a finger a fret in the lowest position. */
const AT_EASE_MM = 97;
const PER_STRETCH_MM = 10;
/** A bass that cannot be played is left out, which is hardly ever worth it; a string above the three low ones is a poor one for it. */
const LEFT_OUT = 40;
const LOW_STRINGS = 3;
const PER_HIGH_STRING = 2;
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

/** A way so far: what rings, who took the tune's last note (−1: the grip has it), and how it came to be. */
interface Way {
  readonly price: number;
  readonly kept: number;
  readonly string: number;
  readonly fret: number;
  readonly finger: number;
  /** Its last note, where that is a bass; and whether it is left out. */
  readonly bass: FreePlay | null;
  readonly left: boolean;
  /** The lowest and the highest fret where its fingers are down, or were last; 0 where nothing says it. */
  readonly low: number;
  readonly high: number;
  readonly before: Way | null;
}

/**
 * What may be the beginning of the best: no other lets as much ring, with the hand in the same place, for so much less that
 * neither a hop nor letting go of what it has more makes a difference.
 */
function undominated(ways: readonly Way[]): readonly Way[] {
  const cheapest = [...ways].sort((a, b) => a.price - b.price);
  const left: Way[] = [];
  for (const way of cheapest) {
    const isBeaten = left.some(
      (other) =>
        (other.kept & way.kept) === way.kept &&
        other.price + HOP + atMost(other.kept & ~way.kept) <= way.price &&
        other.low === way.low &&
        other.high === way.high,
    );
    if (!isBeaten) left.push(way);
  }
  return left;
}

const playOf = ({ string, fret, finger, kept }: Way): FreePlay => ({ string, fret, finger: fingerOf(finger), kept });

/** Ways of the same key end alike. */
const keyOf = (kept: number, string: number, finger: number): number =>
  (kept * (MOST_STRINGS + 1) + string + 1) * 8 + finger + 1;

/** What it costs at most to let go of some strings, and that another is the bass then. */
function atMost(strings: number): number {
  let price = strings === 0 ? 0 : LET_GO_BASS - LET_GO;
  for (let rest = strings; rest > 0; rest &= rest - 1) price += LET_GO_BASS;
  return price;
}

/** Plays single notes from grips. Made once a hand, reused for each grip. */
export class FreeHand {
  readonly #open: readonly Midi[];
  readonly #mm: readonly number[];
  readonly #fingers: readonly number[];
  readonly #unused: ReadonlySet<number>;
  readonly #reach: number;
  readonly #widest: number;
  readonly #pairs: PairTables;
  #least = Infinity;
  /** The string of a grip's highest note. */
  #top = 0;
  /** The frets of the grip that is held, and where they begin. */
  #frets: ArrayLike<number> = [];
  #at = 0;
  readonly #down: readonly Down[] = Array.from({ length: THUMB + 1 }, () => ({ fret: 0, from: 0, to: 0, strings: 0 }));

  constructor(hand: Hand) {
    const { open, mm } = neckOf(hand);
    this.#open = open;
    this.#mm = mm;
    this.#reach = hand.reach;
    this.#widest = { none: 1, partial: WIDEST_HALF_BARRE, full: MOST_STRINGS, slanted: MOST_STRINGS }[hand.barres];
    this.#unused = new Set(hand.unusedStrings);
    this.#fingers = [1, 2, 3, 4].filter((finger) => !hand.resting.some((resting) => resting === finger));
    this.#pairs = pairTables(Float64Array.from(mm), hand.reach);
  }

  /** What it costs at least, in units, to play notes one after another from a grip (frets from `at` on, fingers 0–5); Infinity: a note is not on the neck. */
  effort(frets: ArrayLike<number>, fingers: ArrayLike<number>, notes: readonly Asked[], at = 0): number {
    const ways = this.#waysTo(frets, fingers, notes, notes.length - 1, at);
    this.#least = Infinity;
    for (const way of ways) if (way.price < this.#least) this.#step(way, notes.at(-1)!, frets, fingers, at, null);
    return this.#least;
  }

  /** How notes are played at that price, a bass that cannot be as null; null: a note of the tune is not on the neck. */
  plays(
    frets: ArrayLike<number>,
    fingers: ArrayLike<number>,
    notes: readonly Asked[],
  ): readonly (FreePlay | null)[] | null {
    const plays: (FreePlay | null)[] = [];
    const ways = this.#waysTo(frets, fingers, notes, notes.length, 0);
    let way = ways.reduce<Way | null>((best, one) => (best === null || one.price < best.price ? one : best), null);
    if (way === null) return null;
    for (; way.before; way = way.before) plays.unshift(way.left ? null : (way.bass ?? playOf(way)));
    return plays;
  }

  /** The ways to play the first `count` of some notes that may be the beginning of the best. */
  #waysTo(
    frets: ArrayLike<number>,
    fingers: ArrayLike<number>,
    notes: readonly Asked[],
    count: number,
    at: number,
  ): readonly Way[] {
    this.#frets = frets;
    this.#at = at;
    let kept = 0;
    let highest = -1;
    for (let s = 0; s < this.#open.length; s++) {
      const fret = frets[at + s]!;
      if (fret >= 0) kept |= 1 << s;
      if (fret >= 0 && this.#open[s]! + fret >= highest) {
        highest = this.#open[s]! + fret;
        this.#top = s;
      }
    }
    const [low, high] = this.#placeOf(kept, 0);
    let ways: readonly Way[] = [
      { price: 0, kept, string: -1, fret: -1, finger: -1, low, high, left: false, bass: null, before: null },
    ];
    for (let i = 0; i < count; i++) {
      const next = new Map<number, Way>();
      for (const way of ways) this.#step(way, notes[i]!, frets, fingers, at, next);
      ways = undominated([...next.values()]);
    }
    return ways;
  }

  /** Every way to play a note after some others; of those that end alike the cheapest. Without `next` only what the cheapest costs. */
  #step(
    way: Way,
    note: Asked,
    frets: ArrayLike<number>,
    fingers: ArrayLike<number>,
    at: number,
    next: Map<number, Way> | null,
  ): void {
    if (typeof note !== 'number') {
      this.#bass(way, note.bass, { frets, fingers, at }, next);
      return;
    }
    const pitch = note;
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
        // With its other strings it lies as it did.
        const others = heard & ~this.#putDown(frets, fingers, at, heard | (1 << s));
        this.#keep(next, way, { price: 0, kept: others | (way.kept & (1 << s)), string: s, fret, finger: own });
        continue;
      }
      heard &= ~this.#putDown(frets, fingers, at, heard);
      if (fret === 0) {
        this.#keep(next, way, { price: 0, kept: this.#withoutOver(s, heard), string: s, fret, finger: 0 });
        continue;
      }
      for (const finger of this.#fingers) this.#withFinger(next, way, heard, { frets, at }, s, fret, finger);
    }
  }

  /**
   * The fingers of a grip with the strings they hold, of those that ring. Returns strings that cannot: no finger but the index
   * lies flat over one that is let go.
   */
  #putDown(frets: ArrayLike<number>, fingers: ArrayLike<number>, at: number, kept: number): number {
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
    let gone = 0;
    for (let finger = 2; finger <= 4; finger++) {
      const one = this.#down[finger]!;
      const all = one.strings === 0 ? 0 : (2 << one.to) - (1 << one.from);
      if (one.strings === all) continue;
      gone |= one.strings;
      one.strings = 0;
    }
    return gone;
  }

  /** What rings when an open string is to: whoever lies over it is lifted. */
  #withoutOver(s: number, heard: number): number {
    let kept = heard;
    for (const { from, to, strings } of this.#down) if (strings !== 0 && from <= s && s <= to) kept &= ~strings;
    return kept;
  }

  /** A finger takes a note: set there, lifted from where it was; or, where it is on that fret, laid flat over it. */
  #withFinger(
    next: Map<number, Way> | null,
    way: Way,
    heard: number,
    { frets, at }: { readonly frets: ArrayLike<number>; readonly at: number },
    s: number,
    fret: number,
    finger: number,
  ): void {
    const own = this.#down[finger]!;
    this.#standing(next, way, heard & ~own.strings, { s, fret, finger, from: s, to: s, price: SET });
    if (own.strings === 0 || own.fret !== fret || !this.#liesFlat(finger, own, s)) return;
    const [from, to] = [Math.min(s, own.from), Math.max(s, own.to)];
    let kept = heard;
    // Over an open string it stops it.
    for (let t = from + 1; t < to; t++) if (frets[at + t] === 0) kept &= ~(1 << t);
    const price = finger === 1 && own.from < own.to ? FLATTER : FLATTENED;
    this.#standing(next, way, kept, { s, fret, finger, from, to, price });
  }

  /** A finger stands somewhere: those that cannot stay beside it are lifted. */
  #standing(
    next: Map<number, Way> | null,
    way: Way,
    heard: number,
    { s, fret, finger, from, to, price }: { readonly [K in 's' | 'fret' | 'finger' | 'from' | 'to' | 'price']: number },
  ): void {
    let kept = heard;
    for (let other = 1; other < this.#down.length; other++) {
      const down = this.#down[other]!;
      if (other === finger || down.strings === 0) continue;
      if (!this.#standTogether(other, down, finger, fret, from, to)) kept &= ~down.strings;
    }
    const hops = way.finger === finger && way.string !== s && way.fret !== fret;
    this.#keep(next, way, { price: price + (hops ? HOP : 0), kept, string: s, fret, finger });
  }

  /** Whether a finger that is down can lie flat over a string more, besides what the others do. */
  #liesFlat(finger: number, { from, to }: Down, s: number): boolean {
    const strings = Math.max(s, to) - Math.min(s, from) + 1;
    if (finger === 1) return strings <= this.#widest;
    // Besides the index one finger lies flat, no more, and leaves no string out.
    const isOther = this.#down.some(
      (down, other) => other > 1 && other !== THUMB && other !== finger && down.strings !== 0 && down.from < down.to,
    );
    const isBeside = s === from - 1 || s === to + 1;
    return !isOther && isBeside && strings <= Math.min(this.#widest, WIDEST_SMALL_BARRE);
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
    const strings = overlap ? 0 : highFrom > lowTo ? highFrom - lowTo : lowFrom - highTo;
    return this.#pairs.reached[pairAt(this.#mm.length, lower, higher, lowFret, highFret, strings)] === 1;
  }

  /**
   * Every way to play a bass: on a low string, below all that rings on, while the tune's note is held by whoever has it. Or it
   * is left out.
   */
  #bass(
    way: Way,
    bass: PitchClass,
    grip: { readonly frets: ArrayLike<number>; readonly fingers: ArrayLike<number>; readonly at: number },
    next: Map<number, Way> | null,
  ): void {
    const { frets, fingers, at } = grip;
    const tune = way.string < 0 ? this.#top : way.string;
    const sung = way.string < 0 ? this.#open[tune]! + frets[at + tune]! : this.#open[tune]! + way.fret;
    this.#took(next, way, way.kept, null, LEFT_OUT);
    for (let s = 0; s < this.#open.length; s++) {
      if (s === tune || this.#unused.has(s)) continue;
      const strings = Math.max(0, s + 1 - LOW_STRINGS) * PER_HIGH_STRING;
      for (let fret = (bass - pitchClassOf(this.#open[s]!) + 12) % 12; fret < this.#mm.length; fret += 12) {
        const pitch = this.#open[s]! + fret;
        if (pitch >= sung) continue;
        let heard = way.kept & ~(1 << s);
        for (let t = 0; t < this.#open.length; t++)
          if (heard & (1 << t) && this.#open[t]! + frets[at + t]! < pitch) heard &= ~(1 << t);
        this.#putDown(frets, fingers, at, way.kept);
        const own = fingers[at + s]!;
        const take = (kept: number, finger: number, price: number) => {
          // The grip's own note of the tune goes on.
          if (way.string >= 0 || kept & (1 << tune))
            this.#took(next, way, kept, { string: s, fret, finger: fingerOf(finger), kept }, price + strings);
        };
        if (frets[at + s] === fret && way.kept & (1 << s)) {
          const others = heard & ~this.#putDown(frets, fingers, at, heard | (1 << s));
          take(others | (1 << s), own, 0);
          continue;
        }
        heard &= ~this.#putDown(frets, fingers, at, heard);
        if (fret === 0) {
          take(this.#withoutOver(s, heard), 0, 0);
          continue;
        }
        for (const finger of this.#fingers) {
          if (way.string >= 0 && !this.#besideTune(way, s, fret, finger)) continue;
          let kept = heard & ~this.#down[finger]!.strings;
          for (let other = 1; other < this.#down.length; other++) {
            const down = this.#down[other]!;
            if (other === finger || down.strings === 0) continue;
            if (!this.#standTogether(other, down, finger, fret, s, s)) kept &= ~down.strings;
          }
          take(kept, finger, SET);
        }
      }
    }
  }

  /** Whether a finger can take a bass while the one that has the tune's note stays. */
  #besideTune(way: Way, s: number, fret: number, finger: number): boolean {
    if (way.finger <= 0) return true;
    if (way.finger === finger) return false;
    const holding = { fret: way.fret, from: way.string, to: way.string, strings: 1 << way.string };
    return this.#standTogether(way.finger, holding, finger, fret, s, s);
  }

  /** A bass is taken, or left out: the tune stays where it is. */
  #took(next: Map<number, Way> | null, way: Way, kept: number, play: FreePlay | null, own: number): void {
    const string = play ? play.string : -1;
    const fret = play?.fret ?? 0;
    let price = way.price + own + this.#shift(way, { fret }) + this.#stretch({ kept, fret });
    for (let rest = way.kept & ~kept & ~(string < 0 ? 0 : 1 << string); rest > 0; rest &= rest - 1) price += LET_GO;
    if (next === null) {
      if (price < this.#least) this.#least = price;
      return;
    }
    const key = keyOf(kept, way.string, way.finger);
    if (price >= (next.get(key)?.price ?? Infinity)) return;
    next.set(key, { ...way, price, kept, left: play === null, bass: play, before: way });
  }

  #keep(next: Map<number, Way> | null, way: Way, to: Pick<Way, 'price' | 'kept' | 'string' | 'fret' | 'finger'>): void {
    const gone = way.kept & ~to.kept & ~(1 << to.string);
    let price = way.price + to.price;
    const bass = way.kept & -way.kept;
    for (let rest = gone; rest > 0; rest &= rest - 1) price += (rest & -rest) === bass ? LET_GO_BASS : LET_GO;
    if ((to.kept & ~(1 << to.string)) === 0) price += BARE;
    price +=
      this.#shift(way, to) +
      this.#stretch(to) +
      Math.max(0, this.#open.length - THIN_STRINGS - to.string) * PER_THICK_STRING;
    if (next === null) {
      if (price < this.#least) this.#least = price;
      return;
    }
    const { string, fret, finger, kept } = to;
    const key = keyOf(kept, string, finger);
    if (price >= (next.get(key)?.price ?? Infinity)) return;
    const [low, high] = this.#placeAfter(way, kept, fret);
    next.set(key, { price, kept, string, fret, finger, low, high, left: false, bass: null, before: way });
  }

  /** The lowest and the highest fret of some strings of the grip, and of a fret more; 0 where none is fretted. */
  #placeOf(kept: number, fret: number): readonly [number, number] {
    let [low, high] = [fret, fret];
    for (let s = 0; s < this.#open.length; s++) {
      const own = kept & (1 << s) ? this.#frets[this.#at + s]! : 0;
      if (own <= 0) continue;
      if (low === 0 || own < low) low = own;
      if (own > high) high = own;
    }
    return [low, high];
  }

  /** Where the hand is after a note: where its fingers are down; with none, and an open string, where it was. */
  #placeAfter(way: Way, kept: number, fret: number): readonly [number, number] {
    const place = this.#placeOf(kept, fret);
    return place[1] === 0 || (place[0] === place[1] && place[0] >= way.low && place[0] <= way.high)
      ? [way.low, way.high]
      : place;
  }

  /** What it costs that the fingers that are down stretch to a note. */
  #stretch({ kept, fret }: Pick<Way, 'kept' | 'fret'>): number {
    if (fret <= 0) return 0;
    const [low, high] = this.#placeOf(kept, fret);
    return Math.ceil(Math.max(0, this.#mm[high]! - this.#mm[low]! - AT_EASE_MM) / PER_STRETCH_MM);
  }

  /** What it costs that the hand leaves its place. */
  #shift({ low, high }: Way, { fret }: Pick<Way, 'fret'>): number {
    if (fret <= 0 || high === 0) return 0;
    const mm = this.#mm[fret]!;
    const away = Math.max(0, this.#mm[low]! - mm, mm - this.#mm[high]!);
    return Math.ceil(Math.max(0, away - AT_REST_MM) / PER_SHIFT_MM);
  }
}
