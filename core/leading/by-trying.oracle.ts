import { gripOf, shapesOf, type Grip } from '../grip/grips.ts';
import { buildLibrary } from '../grip/library.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { chordOf, nodeOf, solvedChain } from './by-hand.oracle.ts';
import type { Place } from './place.ts';
import type { Weights } from './weights.ts';

/*
 * The cost, written apart from the code from its description: tenths of a semitone, each term on its
 * own, from frets alone.
 */
export const OPEN = [40, 45, 50, 55, 59, 64];
/** A player who likes the second and third fret. */
export const AREA = [2, 3] as const;
export interface Plain {
  symbol: string;
  frets: readonly number[];
  fingers: readonly (number | string | null)[];
  /** Sounding pitches by string, null where it is silent; ascending; and each once. */
  strings: readonly (number | null)[];
  all: number[];
  set: number[];
  difficulty: number;
  /** Which string has the lowest note, from 0. */
  bass: number;
}
export function plainOf(symbol: string, { frets, fingers, difficulty }: Grip, open: readonly number[] = OPEN): Plain {
  const strings = frets.map((fret, s) => (fret < 0 ? null : open[s]! + fret));
  const all = strings.filter((pitch) => pitch !== null).sort((x, y) => x - y);
  const set = [...new Set(all)];
  return { symbol, frets, fingers, strings, all, set, difficulty, bass: strings.indexOf(all[0]!) };
}

/** Silent strings with sounding ones on both sides; the fifth one does not count where the sixth sounds. */
const skipped = ({ strings }: Plain) =>
  strings.filter(
    (pitch, s) =>
      pitch === null &&
      strings.slice(0, s).some((one) => one !== null) &&
      strings.slice(s + 1).some((one) => one !== null) &&
      !(s === 1 && strings[0] !== null),
  ).length;

/** Whether every player knows the shape, told from what it sounds like. */
export function inStock({ symbol, frets, strings, all, set, bass }: Plain): boolean {
  const { root, slots } = BY_HAND[symbol]!;
  const count = all.length;
  if (count >= 4 && frets.includes(0) && frets.every((fret) => fret <= 4)) return true;
  const steps = all.slice(1).map((pitch, i) => pitch - all[i]!);
  const classes = [...new Set(all.map((pitch) => pitch % 12))];
  const said = classes
    .map((pc) => slots[pc]!)
    .sort()
    .join('');
  const thirdOf = Number(Object.keys(slots).find((pc) => slots[Number(pc)] === 3));
  const isWhole = classes.includes(root) && classes.includes(thirdOf);
  const hasRoot = all[0]! % 12 === root;
  if (count === 4 && set.length === 4 && said === '1357') {
    // Raised an octave, the lowest stands second or third from the top of a close voicing.
    const raised = [...all.slice(1), all[0]! + 12].sort((x, y) => x - y);
    if (all[3]! - all[0]! >= 12 && raised[3]! - raised[0]! < 12 && [1, 2].includes(raised.indexOf(all[0]! + 12)))
      return true;
  }
  if (count === 3 && isWhole && (said === '135' || (said === '137' && hasRoot))) return true;
  const fourths = steps.filter((step) => step === 5).length;
  if (count >= 3 && fourths === steps.length) return true;
  if (count >= 3 && fourths === steps.length - 1 && steps.includes(6)) return true;
  if (count >= 3 && hasRoot && !steps.includes(0) && steps[0] === 7 && steps[1] === 7) return true;
  const sounding = strings.flatMap((pitch, s) => (pitch === null ? [] : [s]));
  const [, second] = sounding;
  const inner = strings.slice(second, sounding.at(-1)).includes(null);
  const guides = Object.keys(slots)
    .map(Number)
    .filter((pc) => slots[pc] === 7 || pc === thirdOf);
  const once = guides.every((pc) => all.filter((pitch) => pitch % 12 === pc).length < 2);
  return hasRoot && strings.length - bass >= 5 && count >= 4 && !inner && once;
}

export function ownCost(g: Plain, w: Weights): number {
  const top = g.set[g.set.length - 1]!;
  const steps = g.all.slice(1).map((pitch, i) => pitch - g.all[i]!);
  const muddy = g.set.filter((pitch, i) => i > 0 && g.set[i - 1]! < 48 && pitch - g.set[i - 1]! <= 4).length;
  const fretted = g.frets.filter((fret) => fret > 0);
  return (
    Math.round((Math.round(g.difficulty * 10) * w.difficulty) / 10) +
    (top < 60 ? 60 - top : 0) * w.low +
    (top > 72 ? top - 72 : 0) * w.register +
    muddy * w.mud +
    Math.max(0, 48 - g.all[0]!) * w.deep +
    Math.max(0, 4 - g.set.length) * w.thin +
    Math.max(0, g.set.length - 3) * w.full +
    (g.all[0]! % 12 === BY_HAND[g.symbol]!.root ? 0 : w.bass) +
    (g.strings.length - g.bass <= 4 && g.frets[g.bass] !== 0 ? w.bassString : 0) +
    Math.max(0, g.all[0]! - 52) * w.bassHigh +
    g.frets.filter((fret) => fret === 0).length * w.open +
    g.strings.slice(g.bass).filter((pitch) => pitch === null).length * w.gaps +
    skipped(g) * w.holes +
    (inStock(g) ? 0 : w.stock) +
    steps.filter((step) => step === 1 || step === 2).length * w.seconds +
    steps.filter((step) => step === 0).length * w.unison +
    (fretted.length > 0 ? Math.max(0, Math.min(...fretted) - 5) * w.neck : 0) +
    (g.frets.some((fret) => fret === 1) ? w.area : 0)
  );
}
export const nut = (fret: number) => 648 * (1 - Math.pow(2, -fret / 12));
/** Where each column of the comparison stands: half a second long at 150 beats a minute, a bar each, the third a phrase. */
export const placeOf = (i: number): Place => ({
  opensPhrase: i === 2,
  opensBar: true,
  lasts: false,
  seconds: 0.5,
  quarter: 0.4,
});
/** The same everywhere, where chords are put in and others move along. */
export const SOMEWHERE = () => placeOf(0);
/** Half of a quarter is there for a change: 0.2 s, where 0.3 would do. */
export const HURRIED = 1.5;

/** Leaning tones and where they may go, by hand, as pitch classes: the pairs of chords of the comparison that have any. */
export const LEANING: Record<string, Record<number, number[]>> = {
  'G7 C': { 11: [0], 5: [4] },
  'Dm9 G7': { 0: [11], 5: [5] },
  'Em7 Am7': { 2: [0], 7: [7] },
  'Am7 Dm9': { 7: [5], 0: [0] },
  'E7 Am7': { 8: [9], 2: [0] },
  'Bm7b5 E7': { 9: [8], 2: [2] },
  'Bm7b5 Em7': { 9: [7], 2: [2] },
  'Bm7b5 C': { 11: [0], 5: [4] },
  'Dm7 G7': { 0: [11], 5: [5] },
  'Dm7 G13': { 0: [11], 5: [5] },
  'G7 Cmaj7': { 11: [11, 0], 5: [4] },
  'G13 C6/9': { 11: [0], 5: [4], 4: [4, 2], 9: [9, 7] },
  'Em7b5 A7': { 2: [1], 7: [7] },
  'A7 Dm7': { 1: [2], 7: [5] },
  'Am7 D7': { 7: [6], 0: [0] },
  'D7 Gmaj7': { 6: [6, 7], 0: [11] },
};

/** Every way to match the voices in order, tried out, each voice by its way and where it leans. */
export function voicesByTrying(a: Plain, b: Plain, w: Weights): number {
  const leaning = LEANING[`${a.symbol} ${b.symbol}`] ?? {};
  const one = (from: number, to: number) => {
    const way = Math.abs(from - to);
    const goals = leaning[from % 12];
    return way * w.movement + (way > 2 ? (way - 2) * w.leap : 0) + (goals && !goals.includes(to % 12) ? w.tendency : 0);
  };
  const isFewer = a.set.length <= b.set.length;
  const [few, many] = isFewer ? [a.set, b.set] : [b.set, a.set];
  const go = (at: number, next: number): number => {
    if (at === few.length) return 0;
    let least = Infinity;
    for (let k = next; k <= many.length - (few.length - at); k++)
      least = Math.min(least, (isFewer ? one(few[at]!, many[k]!) : one(many[k]!, few[at]!)) + go(at + 1, k + 1));
    return least;
  };
  return go(0, 0);
}

/**
 * How little time there is for a shift, whether the same grip again says too little where the chord changes, and whether it
 * does though the chord stays, for it has lasted: by default as at `placeOf`.
 */
interface Otherwise {
  readonly haste?: number;
  readonly stale?: boolean;
  readonly lasts?: boolean;
}
export function changeCost(
  a: Plain,
  b: Plain,
  w: Weights,
  { opensPhrase }: Pick<Place, 'opensPhrase'>,
  { haste = HURRIED, stale = true, lasts = false }: Otherwise = {},
): number {
  const firstFret = (g: Plain) => Math.min(...g.frets.filter((fret) => fret > 0));
  const [pa, pb] = [firstFret(a), firstFret(b)];
  const shift =
    Number.isFinite(pa) && Number.isFinite(pb) ? Math.round((Math.abs(nut(pa) - nut(pb)) / 10) * w.shift * haste) : 0;
  const [lowA, lowB, topA, topB] = [a.set[0]!, b.set[0]!, a.set[a.set.length - 1]!, b.set[b.set.length - 1]!];
  const calm = (price: number) => (opensPhrase ? Math.round(price / 3) : price);
  const anew = [1, 2, 3, 4].filter(
    (finger) =>
      b.fingers.includes(finger) && !b.frets.some((fret, s) => b.fingers[s] === finger && a.frets[s] === fret),
  ).length;
  const parallel =
    lowA !== lowB && lowB - lowA === topB - topA && ([7, 19].includes(topA - lowA) || [12, 24].includes(topA - lowA));
  const { root, fifth } = BY_HAND[b.symbol]!;
  const heard = [...a.set, ...b.set].map((pitch) => pitch % 12);
  const omitted = (heard.includes(root) ? 0 : w.omission) + (fifth === null || heard.includes(fifth) ? 0 : w.fifth);
  const above = (g: Plain, s: number) => g.strings[s] !== null && s !== g.bass;
  const others = a.strings.filter((_, s) => above(a, s) !== above(b, s)).length;
  const within = (x: Plain, y: Plain) => x.set.every((pitch) => y.set.includes(pitch));
  const unheard = a.symbol !== b.symbol && (within(a, b) || within(b, a));
  const kindOf = (g: Plain) => g.symbol.replace(/^[A-G][b#]?/, '');
  const apart = Math.abs(root - BY_HAND[a.symbol]!.root);
  const planes = kindOf(a) === kindOf(b) && [1, 2, 3, 9, 10, 11].includes(apart);
  const ways = new Set(
    a.frets.flatMap((fret, s): (number | null)[] => {
      const to = b.frets[s]!;
      if (fret < 0 && to < 0) return [];
      return fret <= 0 || to <= 0 ? [null] : [to - fret];
    }),
  );
  const whole = ways.size === 1 && !ways.has(null);
  return (
    voicesByTrying(a, b, w) +
    Math.abs(a.set.length - b.set.length) * w.entry +
    calm(Math.max(0, Math.abs(topA - topB) - 2) * w.topLeap) +
    calm(Math.max(0, Math.abs(lowA - lowB) - 7) * w.bassLeap) +
    shift +
    anew * w.anchor +
    others * w.strings +
    (unheard ? w.unheard : 0) +
    (planes && !whole ? w.shape : 0) +
    (parallel ? w.parallel : 0) +
    (stale && (lasts || a.symbol !== b.symbol) && a.frets.join() === b.frets.join() ? w.same : 0) +
    omitted
  );
}

/** Root, perfect fifth (none where it must sound, or is altered), and what each tone stands for, by hand, as pitch classes. */
interface ChordByHand {
  root: number;
  fifth: number | null;
  slots: Readonly<Record<number, 1 | 3 | 5 | 7>>;
}
export const CHORDS: Record<string, ChordByHand> = {
  C: { root: 0, fifth: 7, slots: { 0: 1, 4: 3, 7: 5 } },
  Am7: { root: 9, fifth: 4, slots: { 9: 1, 0: 3, 4: 5, 7: 7 } },
  G7: { root: 7, fifth: 2, slots: { 7: 1, 11: 3, 2: 5, 5: 7 } },
  Dm9: { root: 2, fifth: 9, slots: { 2: 1, 4: 1, 5: 3, 9: 5, 0: 7 } },
  'F6/9': { root: 5, fifth: 0, slots: { 5: 1, 7: 1, 9: 3, 0: 5, 2: 7 } },
  Em7: { root: 4, fifth: 11, slots: { 4: 1, 7: 3, 11: 5, 2: 7 } },
  E7: { root: 4, fifth: 11, slots: { 4: 1, 8: 3, 11: 5, 2: 7 } },
  Bm7b5: { root: 11, fifth: null, slots: { 11: 1, 2: 3, 5: 5, 9: 7 } },
};

/** More of them, for comparisons of their own. */
const BY_HAND: typeof CHORDS = {
  ...CHORDS,
  Am: { root: 9, fifth: 4, slots: { 9: 1, 0: 3, 4: 5 } },
  F: { root: 5, fifth: 0, slots: { 5: 1, 9: 3, 0: 5 } },
  A7: { root: 9, fifth: 4, slots: { 9: 1, 1: 3, 4: 5, 7: 7 } },
  D7: { root: 2, fifth: 9, slots: { 2: 1, 6: 3, 9: 5, 0: 7 } },
  Dm7: { root: 2, fifth: 9, slots: { 2: 1, 5: 3, 9: 5, 0: 7 } },
  Cmaj7: { root: 0, fifth: 7, slots: { 0: 1, 4: 3, 7: 5, 11: 7 } },
  Gmaj7: { root: 7, fifth: 2, slots: { 7: 1, 11: 3, 2: 5, 6: 7 } },
  G13: { root: 7, fifth: 2, slots: { 7: 1, 9: 1, 11: 3, 2: 5, 4: 5, 5: 7 } },
  'C6/9': { root: 0, fifth: 7, slots: { 0: 1, 2: 1, 4: 3, 7: 5, 9: 7 } },
  Em7b5: { root: 4, fifth: null, slots: { 4: 1, 7: 3, 10: 5, 2: 7 } },
};

// A small hand keeps every grip within reach of brute force: five strings, frets 0–3.
export const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 3, pluck: 'pick', unusedStrings: [0] });
export const candidates = Object.fromEntries(
  Object.keys(CHORDS).map((symbol) => {
    const chord = chordOf(symbol);
    const grips = Array.from(shapesOf(chord, library), (shape) => gripOf(chord, library, shape));
    return [symbol, grips.map((grip) => plainOf(symbol, grip))];
  }),
);
/** Every path of grips, tried out. */
export interface Apart {
  readonly only?: (i: number, g: Plain) => boolean;
  readonly where?: (i: number) => Place;
  /** What wishes cost besides. */
  readonly ownWish?: (g: Plain) => number;
  readonly joinWish?: (a: Plain, b: Plain) => number;
  /** What the join after column `i` costs besides. */
  readonly joinBetween?: (i: number, a: Plain, b: Plain) => number;
  /** What the first join costs besides. */
  readonly firstJoin?: (a: Plain, b: Plain) => number;
  /** The grips of each chord, of another hand. */
  readonly all?: Readonly<Record<string, readonly Plain[]>>;
}
export function leastCost(
  symbols: string[],
  w: Weights,
  {
    only = () => true,
    where = placeOf,
    ownWish = () => 0,
    joinWish = () => 0,
    joinBetween = () => 0,
    firstJoin = () => 0,
    all = candidates,
  }: Apart = {},
): number {
  const lists = symbols.map((symbol, i) => all[symbol]!.filter((g) => only(i, g)));
  const owns = lists.map((list) => list.map((g) => ownCost(g, w) + ownWish(g)));
  const joins = lists
    .slice(1)
    .map((list, i) =>
      lists[i]!.map((a) =>
        list.map(
          (b) =>
            changeCost(a, b, w, where(i + 1), { lasts: where(i + 1).lasts }) +
            joinWish(a, b) +
            joinBetween(i, a, b) +
            (i === 0 ? firstJoin(a, b) : 0),
        ),
      ),
    );
  let least = Infinity;
  const go = (i: number, from: number, cost: number): void => {
    if (i === lists.length) {
      least = Math.min(least, cost);
      return;
    }
    for (let k = 0; k < lists[i]!.length; k++)
      go(i + 1, k, cost + owns[i]![k]! + (i > 0 ? joins[i - 1]![from]![k]! : 0));
  };
  go(0, 0, 0);
  return least;
}
export const solved = (symbols: string[], w: Weights, pins: (readonly number[] | null)[] = [], where = placeOf) =>
  solvedChain(
    library,
    symbols.map((symbol, i) => nodeOf(symbol, { pin: pins[i] ?? null, place: where(i), weights: w, area: AREA })),
  );
