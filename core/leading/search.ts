import { symbolOf, type Chord } from '../chord/chord.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import type { Midi } from '../pitch/pitch.ts';
import type { StandingWish } from '../take/wishes.ts';
import { run } from '../steps.ts';
import { Candidates, candidatesKey, type Wanted } from './candidates.ts';
import { ANYWHERE, hasteOf, isStale, type Place, type Pricing } from './cost.ts';
import { extend, joinPrices, type JoinPrices, type Reached } from './join.ts';
import { TENTH, type States } from './states.ts';
import { joinWishes } from './wishes.ts';

/** The best path: a shape of the library for each chord, and its price in tenths of a semitone. */
export interface Path {
  readonly shapes: readonly number[];
  readonly cost: number;
}

/** The price of putting something else in one column: the best whole path through it. */
export interface Alternative {
  readonly shape: number;
  /** Of the whole path, in tenths. */
  readonly cost: number;
}

/** The price of putting other chords in a passage: the best whole path through them, and their shapes on it. */
export type Passage = Path;

export interface Progress {
  readonly done: number;
  readonly total: number;
}

/**
 * Prices of the states of a column: `base` is the least of them, `above[j]` what state j costs beyond it, `via[j]` the state
 * of the neighbour that is nearer to the end by which it is reached; at the end itself there is none.
 */
interface Table {
  readonly base: number;
  readonly above: Float64Array;
  readonly via: Int32Array;
}

interface SearchColumn {
  /** What its states depend on, and what its joins depend on besides. */
  readonly key: string;
  readonly placeKey: string;
  readonly chord: Chord;
  readonly symbol: string;
  readonly place: Place;
  readonly wishes: readonly StandingWish[];
  readonly ring: Midi | null;
  readonly states: States;
}

/**
 * The exact search over a whole chart. `forward[i]` holds, for each state of column i, the price of
 * the cheapest path from the first column to it; `backward[i]` the same to the last. Both are kept:
 * a path through any state costs forward + backward − own, so what an alternative costs is known
 * without solving again. A change invalidates only the tables beyond it.
 */
export class Search {
  readonly #library: ShapeLibrary;
  readonly #pricing: Pricing;
  readonly #candidates: Candidates;
  readonly #prices = new Map<string, JoinPrices>();
  readonly #steps = new Map<string, Step[]>();
  #columns: SearchColumn[] = [];
  /** Valid for columns 0 … length − 1. */
  #forward: Table[] = [];
  /** Valid for columns `#backFrom` … */
  #backward: (Table | undefined)[] = [];
  #backFrom = 0;

  /** `banished`: grips the player never wants, as `x-3-5-4-5-3`. */
  constructor(library: ShapeLibrary, pricing: Pricing, banished: ReadonlySet<string> = new Set()) {
    this.#library = library;
    this.#pricing = pricing;
    this.#candidates = new Candidates(library, pricing, banished);
  }

  /** The states of a chord, or of its pin. */
  states(want: Wanted): States {
    return this.#candidates.states(want);
  }

  /** Whether the hand can hold the chord at all. */
  playable(chord: Chord): boolean {
    return this.states({ chord, pin: null }).size > 0;
  }

  #columnOf(want: Wanted): SearchColumn {
    const { chord, ring = null, place = ANYWHERE, wishes = [] } = want;
    return {
      key: candidatesKey(want),
      placeKey: JSON.stringify([place, wishes]),
      chord,
      symbol: symbolOf(chord),
      place,
      wishes,
      ring,
      states: this.states(want),
    };
  }

  /** Puts in what is to be solved, keeping every table the change does not touch. Chords must be playable. */
  setColumns(wanted: readonly Wanted[]): void {
    const columns = wanted.map((want) => this.#columnOf(want));
    const before = this.#columns;
    let head = 0;
    while (head < columns.length && isSameColumn(before[head], columns[head]!)) head++;
    let tail = 0;
    while (tail < columns.length - head && isSameColumn(before.at(-1 - tail), columns.at(-1 - tail)!)) tail++;
    this.#forward = this.#forward.slice(0, head);
    const keptBack = Math.min(tail, before.length - this.#backFrom);
    this.#backward = [
      ...Array.from({ length: columns.length - keptBack }, () => undefined),
      ...(keptBack > 0 ? this.#backward.slice(-keptBack) : []),
    ];
    this.#backFrom = columns.length - keptBack;
    this.#columns = columns;
    const pairs = new Set(columns.slice(1).flatMap((column, i) => directionsOf(columns[i]!, column)));
    for (const key of this.#steps.keys()) if (!pairs.has(key)) this.#steps.delete(key);
  }

  /** The prices of the join between two columns, remembered. */
  #joinOf(a: SearchColumn, b: SearchColumn): JoinPrices {
    const kind = {
      place: b.place,
      haste: hasteOf(a.place, b.place),
      stale: isStale(a.symbol !== b.symbol, b.place),
      wishes: joinWishes(a.wishes, b.wishes),
    };
    const key = `${a.symbol} ${b.symbol} ${b.place.opensPhrase} ${kind.haste} ${kind.stale} ${JSON.stringify(kind.wishes)}`;
    let prices = this.#prices.get(key);
    if (!prices) {
      prices = joinPrices(this.#library.neck, this.#pricing.weights, a.chord, b.chord, kind);
      this.#prices.set(key, prices);
    }
    return prices;
  }

  /** Extends the forward tables over column `to`. Yields after each join. */
  *#goForward(to: number): Generator<void> {
    while (this.#forward.length <= to) {
      const i = this.#forward.length;
      this.#forward[i] =
        i === 0
          ? ownTable(this.#columns[0]!.states)
          : this.#stepBetween(this.#columns[i - 1]!, this.#forward[i - 1]!, this.#columns[i]!, true);
      yield;
    }
  }

  *#goBackward(to: number): Generator<void> {
    while (this.#backFrom > to) {
      const i = this.#backFrom - 1;
      const last = i === this.#columns.length - 1;
      this.#backward[i] = last
        ? ownTable(this.#columns[i]!.states)
        : this.#stepBetween(this.#columns[i + 1]!, this.#backward[i + 1]!, this.#columns[i]!, false);
      this.#backFrom = i;
      yield;
    }
  }

  /**
   * One step from a column's table to its neighbour's. A tune repeats itself, and far enough from its ends
   * so do the tables, but for their base: a step seen before is not taken again.
   */
  #stepBetween(from: SearchColumn, table: Table, to: SearchColumn, forward: boolean): Table {
    const key = stepKey(from, to, forward);
    const seen = this.#steps.get(key) ?? [];
    let step = seen.find(({ above }) => sameNumbers(above, table.above));
    if (!step) {
      const prices = forward ? this.#joinOf(from, to) : this.#joinOf(to, from);
      step = { above: table.above, reached: normalised(extend(from.states, table.above, to.states, prices, forward)) };
      this.#steps.set(key, [step, ...seen].slice(0, STEPS_KEPT));
    }
    return { ...step.reached, base: table.base + step.reached.base };
  }

  /** Solves, with the least work since the last change. Yields progress after each join. */
  *solve(): Generator<Progress, Path> {
    const n = this.#columns.length;
    if (n === 0) return { shapes: [], cost: 0 };
    // Where the two tables meet: at the far end of the change.
    const meet = Math.min(Math.max(this.#forward.length, this.#backFrom - 1), n - 1);
    const total = Math.max(1, meet + 1 - this.#forward.length);
    let done = 0;
    for (const _ of this.#goForward(meet)) yield { done: ++done, total };
    if (this.#backFrom > meet) for (const _ of this.#goBackward(meet)) yield { done, total };
    return this.#pathThrough(meet);
  }

  /** Completes the tables on both sides of column `i`, so that its alternatives are priced at once. */
  *reach(i: number): Generator<void> {
    yield* this.#goForward(i - 1);
    yield* this.#goBackward(i + 1);
  }

  /** Completes both tables. */
  *refresh(): Generator<void> {
    yield* this.reach(this.#columns.length);
    yield* this.reach(-1);
  }

  #pathThrough(at: number): Path {
    const { states } = this.#columns[at]!;
    const forward = this.#forward[at]!;
    const backward = this.#backward[at]!;
    const through = (j: number) =>
      forward.base + backward.base + (forward.above[j]! + backward.above[j]! - states.own[j]!);
    const best = leastOf(states.size, through);
    const chosen = new Array<number>(this.#columns.length);
    chosen[at] = best;
    for (let i = at - 1; i >= 0; i--) chosen[i] = this.#forward[i + 1]!.via[chosen[i + 1]!]!;
    for (let i = at + 1; i < chosen.length; i++) chosen[i] = this.#backward[i - 1]!.via[chosen[i - 1]!]!;
    return {
      shapes: chosen.map((state, i) => this.#columns[i]!.states.shape[state]!),
      cost: Math.floor(through(best) / TENTH),
    };
  }

  /**
   * What it costs to put another chord in column `i`: the best whole path through any of its grips that keep what
   * sounds on there. Exact. Null when the hand cannot hold the chord.
   */
  alternative(i: number, chord: Chord): Alternative | null {
    const { ring, place, wishes } = this.#columns[i]!;
    const column = this.#columnOf({ chord, pin: null, ring, place, wishes });
    const { states } = column;
    if (states.size === 0) return null;
    const through = this.#throughAll(i, column);
    const best = leastOf(states.size, (j) => through[j]!);
    return { shape: states.shape[best]!, cost: Math.floor(through[best]! / TENTH) };
  }

  /**
   * What it costs to put other chords in place of columns `from` … `to`: the best whole path through them. Exact. Null
   * when the hand cannot hold one of them. `from` may be `to + 1`: they are put between.
   */
  passage(from: number, to: number, wanted: readonly Wanted[]): Passage | null {
    const inner = wanted.map((want) => this.#columnOf(want));
    if (inner.length === 0 || inner.some(({ states }) => states.size === 0)) return null;
    run(this.#goForward(from - 1));
    run(this.#goBackward(to + 1));
    const tables: Table[] = [];
    inner.forEach((column, i) => {
      const before = i === 0 ? this.#columns[from - 1] : inner[i - 1];
      const table = i === 0 ? this.#forward[from - 1] : tables[i - 1];
      tables.push(before && table ? this.#stepBetween(before, table, column, true) : ownTable(column.states));
    });
    const last = inner.at(-1)!;
    const end = tables.at(-1)!;
    const after = this.#columns[to + 1];
    const back = after && this.#backward[to + 1];
    // Reached from behind, and from before: what the last column's states cost themselves is in both.
    const behind = after && back ? this.#stepBetween(after, back, last, false) : ownTable(last.states);
    const through = (j: number) => end.base + behind.base + (end.above[j]! + behind.above[j]! - last.states.own[j]!);
    const chosen = new Array<number>(inner.length);
    chosen[inner.length - 1] = leastOf(last.states.size, through);
    for (let i = inner.length - 2; i >= 0; i--) chosen[i] = tables[i + 1]!.via[chosen[i + 1]!]!;
    return {
      shapes: chosen.map((state, i) => inner[i]!.states.shape[state]!),
      cost: Math.floor(through(chosen.at(-1)!) / TENTH),
    };
  }

  /** Every grip of a chord in column `i` with the exact price of the best whole path through it, cheapest first. */
  gripAlternatives(i: number, chord: Chord): Alternative[] {
    const { place, wishes } = this.#columns[i]!;
    const column = this.#columnOf({ chord, pin: null, place, wishes });
    const through = this.#throughAll(i, column);
    return Array.from(column.states.shape, (shape, j) => ({ shape, price: through[j]! }))
      .sort((a, b) => a.price - b.price || a.shape - b.shape)
      .map(({ shape, price }) => ({ shape, cost: Math.floor(price / TENTH) }));
  }

  /** The price of the best whole path through each state of another column in the place of column `i`. Needs the tables on both sides. */
  #throughAll(i: number, column: SearchColumn): Float64Array {
    run(this.reach(i));
    const { states } = column;
    const result = states.own.slice();
    const sides = [
      i > 0 ? ([this.#columns[i - 1]!, this.#forward[i - 1]!, true] as const) : null,
      i + 1 < this.#columns.length ? ([this.#columns[i + 1]!, this.#backward[i + 1]!, false] as const) : null,
    ];
    for (const side of sides) {
      if (!side) continue;
      const [neighbour, table, forward] = side;
      const prices = forward ? this.#joinOf(neighbour, column) : this.#joinOf(column, neighbour);
      const reached = extend(neighbour.states, table.above, states, prices, forward).price;
      for (let j = 0; j < states.size; j++) result[j]! += table.base + reached[j]! - states.own[j]!;
    }
    return result;
  }
}

/** A step taken before: from these prices to those. */
interface Step {
  readonly above: Float64Array;
  readonly reached: Table;
}
/** Steps remembered for one pair of chords. */
const STEPS_KEPT = 12;

const ownTable = ({ own }: States): Table => normalised({ price: own, via: new Int32Array() });

function normalised({ price, via }: Reached): Table {
  let base = Infinity;
  for (const one of price) if (one < base) base = one;
  return { base, above: price.map((one) => one - base), via };
}

function sameNumbers(a: Float64Array, b: Float64Array): boolean {
  if (a === b) return true;
  if (a.length !== b.length) return false;
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false;
  return true;
}

const isSameColumn = (a: SearchColumn | undefined, b: SearchColumn) => a?.key === b.key && a.placeKey === b.placeKey;
const stepKey = (from: SearchColumn, to: SearchColumn, forward: boolean) =>
  `${from.key} ${from.placeKey} ${forward ? '>' : '<'} ${to.key} ${to.placeKey}`;
const directionsOf = (a: SearchColumn, b: SearchColumn) => [stepKey(a, b, true), stepKey(b, a, false)];

/** The first index with the least value. */
function leastOf(size: number, value: (j: number) => number): number {
  let best = 0;
  let least = Infinity;
  for (let j = 0; j < size; j++) {
    const here = value(j);
    if (here < least) {
      least = here;
      best = j;
    }
  }
  return best;
}
