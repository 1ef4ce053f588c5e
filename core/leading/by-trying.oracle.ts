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
  set: number[];
  difficulty: number;
  root: boolean;
  tension: boolean;
}
export function plainOf(symbol: string, { frets, fingers, difficulty }: Grip, open: readonly number[] = OPEN): Plain {
  const { root: rootPc, tensions: tensionPcs } = BY_HAND[symbol]!;
  const set = [...new Set(frets.flatMap((fret, s) => (fret < 0 ? [] : [open[s]! + fret])))].sort((x, y) => x - y);
  const lowest = set[0]! % 12;
  return {
    symbol,
    frets,
    fingers,
    set,
    difficulty,
    root: lowest === rootPc,
    tension: tensionPcs.includes(lowest) && lowest !== rootPc,
  };
}
export function ownCost(g: Plain, w: Weights): number {
  const top = g.set[g.set.length - 1]!;
  let semitonesOut = 0;
  if (top < 60) semitonesOut = 60 - top;
  if (top > 72) semitonesOut = top - 72;
  for (let i = 1; i < g.set.length; i++) if (g.set[i - 1]! < 48 && g.set[i]! - g.set[i - 1]! <= 4) semitonesOut += 8;
  const low = g.set[0]! < 50;
  const bassUnits = g.root ? 0 : g.tension ? (low ? 4 : 1.5) : low ? 1.2 : 0.3;
  return (
    Math.round((Math.round(g.difficulty * 10) * w.difficulty) / 10) +
    semitonesOut * w.register +
    Math.max(0, 4 - g.set.length) * w.thin +
    Math.round(bassUnits * w.bass) +
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
  const omitted =
    (heard.includes(root) ? 0 : w.omission) +
    (fifth === null || heard.includes(fifth) ? 0 : Math.round(w.omission * 0.4));
  return (
    voicesByTrying(a, b, w) +
    Math.abs(a.set.length - b.set.length) * w.entry +
    calm(Math.max(0, Math.abs(topA - topB) - 2) * w.topLeap) +
    calm(Math.max(0, Math.abs(lowA - lowB) - 7) * w.bassLeap) +
    shift +
    anew * w.anchor +
    (parallel ? w.parallel : 0) +
    (stale && (lasts || a.symbol !== b.symbol) && a.frets.join() === b.frets.join() ? w.same : 0) +
    omitted
  );
}

/** Root, perfect fifth (none where it must sound, or is altered) and tensions by hand, for the charts of the comparison. */
export const CHORDS: Record<string, { root: number; fifth: number | null; tensions: number[] }> = {
  C: { root: 0, fifth: 7, tensions: [] },
  Am7: { root: 9, fifth: 4, tensions: [] },
  G7: { root: 7, fifth: 2, tensions: [] },
  Dm9: { root: 2, fifth: 9, tensions: [4] },
  // Over its sixth it says D minor.
  'F6/9': { root: 5, fifth: 0, tensions: [7, 2] },
  Em7: { root: 4, fifth: 11, tensions: [] },
  E7: { root: 4, fifth: 11, tensions: [] },
  Bm7b5: { root: 11, fifth: null, tensions: [] },
};

/** More of them, for comparisons of their own. */
const BY_HAND: typeof CHORDS = {
  ...CHORDS,
  Am: { root: 9, fifth: 4, tensions: [] },
  F: { root: 5, fifth: 0, tensions: [] },
  A7: { root: 9, fifth: 4, tensions: [] },
  D7: { root: 2, fifth: 9, tensions: [] },
  Dm7: { root: 2, fifth: 9, tensions: [] },
  Cmaj7: { root: 0, fifth: 7, tensions: [] },
  Gmaj7: { root: 7, fifth: 2, tensions: [] },
  G13: { root: 7, fifth: 2, tensions: [9, 4] },
  'C6/9': { root: 0, fifth: 7, tensions: [2, 9] },
  Em7b5: { root: 4, fifth: null, tensions: [] },
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
  /** The grips of each chord, of another hand. */
  readonly all?: Readonly<Record<string, readonly Plain[]>>;
}
export function leastCost(
  symbols: string[],
  w: Weights,
  { only = () => true, where = placeOf, ownWish = () => 0, joinWish = () => 0, all = candidates }: Apart = {},
): number {
  const lists = symbols.map((symbol, i) => all[symbol]!.filter((g) => only(i, g)));
  const owns = lists.map((list) => list.map((g) => ownCost(g, w) + ownWish(g)));
  const joins = lists
    .slice(1)
    .map((list, i) =>
      lists[i]!.map((a) =>
        list.map((b) => changeCost(a, b, w, where(i + 1), { lasts: where(i + 1).lasts }) + joinWish(a, b)),
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
