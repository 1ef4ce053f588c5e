import { symbolOf, type Chord } from '../chord/chord.ts';
import { shapesOf } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { remembered } from '../remember.ts';
import { run } from '../steps.ts';
import { extend } from './extend.ts';
import { joinTerms } from './join.ts';
import { joinPrices, type JoinPrices } from './join-prices.ts';
import { Kept } from './kept.ts';
import { beforeEach, everyPathGoesThrough, type Lattice, type LatticeNode } from './lattice.ts';
import type { Near } from './near/near.ts';
import { PlainNear } from './near/plain.ts';
import { hasteOf, isStale } from './place.ts';
import { statesOf, stateTerms, type States } from './states.ts';
import { leastThrough, nearestOf, normalised, ownTable, reachedBy, sameNumbers, through, type Table } from './table.ts';
import { NOTHING, type Terms } from './terms.ts';
import { inTenths, type Tenths } from './units.ts';
import { joinWishes } from './wishes.ts';

/** The best path: its nodes, a shape of the library for each, and its price. */
export interface Path {
  readonly nodes: readonly number[];
  readonly shapes: readonly number[];
  readonly cost: Tenths;
}

/** A shape for one node, and the price of the best whole path through it. */
export interface Alternative {
  readonly shape: number;
  readonly cost: Tenths;
}

/** Other nodes put in a path: a shape for each, the price of the best whole path through them, and the shape it goes on to. */
export interface Passage extends Omit<Path, 'nodes'> {
  /** Null at the end. */
  readonly next: number | null;
}

export interface Progress {
  readonly done: number;
  readonly total: number;
}

/** A node with its states, and the keys of what they depend on. */
interface Prepared extends LatticeNode {
  readonly symbol: string;
  readonly states: States;
  /** What its table depends on besides those of its neighbours, and what its joins do. */
  readonly key: string;
  readonly joined: string;
}

/** A neighbour of a node on one side, with its table seen from that side's end. */
interface Neighbour {
  readonly node: Prepared;
  readonly table: Table;
}

/**
 * The exact search over a lattice. `forward` tables hold, for each state of a node, the price of the cheapest path from a
 * beginning to it, `backward` ones the same to an end. Both are kept: a path through any state costs forward + backward −
 * own, so what an alternative costs is known without solving again. A table is named by the node and the tables it was made
 * from: whatever changes elsewhere, it stays; and what no longer is asked for is let go.
 */
export class Search {
  readonly #library: ShapeLibrary;
  readonly #near: Near;
  readonly #shapes = new Kept<Uint32Array>();
  readonly #states = new Kept<States>();
  readonly #prices = new Kept<JoinPrices>();
  readonly #steps = new Kept<Step[]>();
  readonly #tables = new Kept<Table>();
  readonly #names = new Kept<string>();
  readonly #kept = [this.#shapes, this.#states, this.#prices, this.#steps, this.#tables, this.#names];
  #named = 0;
  #edits = 0;
  #nodes: readonly Prepared[] = [];
  #before: readonly (readonly number[])[] = [];
  #next: readonly (readonly number[])[] = [];
  /** The names of the nodes' tables. */
  #forward: readonly string[] = [];
  #backward: readonly string[] = [];
  #through: readonly number[] = [];

  /** `near`: what finds sets of grips near each other, the search's inner loop; a kernel, where there is one. */
  constructor(library: ShapeLibrary, near: Near = new PlainNear()) {
    this.#library = library;
    this.#near = near;
  }

  /** A short name for a long text. */
  #name(text: string): string {
    return this.#names.of(text, () => String(this.#named++));
  }

  /** The states of a node, under its rules. */
  states(node: LatticeNode): States {
    return this.#prepared(node).states;
  }

  #prepared(node: LatticeNode): Prepared {
    const { chord, place, weights, rules, wishes, into } = node;
    const symbol = symbolOf(chord);
    const by = `${symbol} ${this.#name(jsonOf(weights))}`;
    const priced = `${by} ${rules.map((rule) => rule.key).join(', ')}`;
    const states = this.#states.of(priced, () => {
      const shapes = this.#shapes.of(symbol, () => shapesOf(chord, this.#library));
      return statesOf(chord, this.#library, weights, rules, shapes);
    });
    const where = `${jsonOf(place)} ${jsonOf(wishes)} ${into ?? ''}`;
    const joined = this.#name(`${by} ${where}`);
    return { ...node, symbol, states, key: this.#name(`${priced} ${where}`), joined };
  }

  /** Puts in what is to be solved. Chords must be playable. */
  setLattice(lattice: Lattice): void {
    const turns = this.#edits++ % EDITS_KEPT === 0;
    if (turns) for (const one of this.#kept) one.turn();
    this.#nodes = lattice.nodes.map((node) => this.#prepared(node));
    this.#next = lattice.next;
    this.#before = beforeEach(lattice);
    this.#through = everyPathGoesThrough(lattice);
    const forward: string[] = [];
    this.#nodes.forEach((node, i) => forward.push(this.#tableName('>', node, this.#before[i]!, forward)));
    const backward: string[] = [];
    for (let i = this.#nodes.length - 1; i >= 0; i--)
      backward[i] = this.#tableName('<', this.#nodes[i]!, this.#next[i]!, backward);
    this.#forward = forward;
    this.#backward = backward;
    if (!turns) return;
    // What is there already stays.
    for (const name of [...forward, ...backward]) this.#tables.find(name);
    this.#next.forEach((after, i) => {
      for (const j of after) this.#touch(this.#nodes[i]!, this.#nodes[j]!);
    });
  }

  /** The name of a node's table that is made from some others. */
  #tableName(way: '>' | '<', { key }: Prepared, from: readonly number[], names: readonly string[]): string {
    return way + this.#name(`${way} ${from.map((i) => names[i]).join(' ')} ${key}`);
  }

  /** What is known of a step between two nodes is still of use. */
  #touch(a: Prepared, b: Prepared): void {
    this.#steps.find(stepKey(a, b, true));
    this.#steps.find(stepKey(b, a, false));
    this.#prices.find(pairKey(a, b));
  }

  /** The prices of the join between two nodes, remembered. */
  #joinOf(a: Prepared, b: Prepared): JoinPrices {
    return this.#prices.of(pairKey(a, b), () =>
      joinPrices(this.#library.neck, b.weights, a.chord, b.chord, {
        place: b.place,
        haste: hasteOf(a.place, b.place),
        changes: a.symbol !== b.symbol,
        stale: isStale(a.symbol !== b.symbol, b.place),
        wishes: joinWishes(a.wishes, b.wishes),
        bond: a.into,
      }),
    );
  }

  /**
   * One step from a node's table to a neighbour's. A tune repeats itself, and far enough from its ends so do the tables, but
   * for their base: a step seen before is not taken again.
   */
  #step({ node: from, table }: Neighbour, to: Prepared, forward: boolean): Table {
    const key = stepKey(from, to, forward);
    const seen = this.#steps.find(key) ?? [];
    let step = seen.find(({ above }) => sameNumbers(above, table.above));
    if (!step) {
      const prices = forward ? this.#joinOf(from, to) : this.#joinOf(to, from);
      const reached = extend(from.states, table.above, to.states, prices, forward, this.#near);
      step = { above: table.above, reached: normalised(reached) };
      this.#steps.set(key, [step, ...seen].slice(0, STEPS_KEPT));
    }
    return { ...step.reached, base: table.base + step.reached.base };
  }

  /** The table of a node that is reached by way of some neighbours; of a node at the end, by way of none. */
  #table(node: Prepared, by: readonly Neighbour[], forward: boolean): Table {
    if (by.length === 0) return ownTable(node.states);
    const steps = by.map((neighbour) => this.#step(neighbour, node, forward));
    return steps.length === 1 ? steps[0]! : nearestOf(steps);
  }

  #forwardOf(i: number): Table | undefined {
    return this.#tables.find(this.#forward[i]!);
  }

  #backwardOf(i: number): Table | undefined {
    return this.#tables.find(this.#backward[i]!);
  }

  #neighbours(of: readonly number[], tableOf: (i: number) => Table | undefined): Neighbour[] {
    return of.map((i) => ({ node: this.#nodes[i]!, table: tableOf(i)! }));
  }

  /** Makes the forward tables of nodes up to `to`, those that are not there. Yields after each. */
  *#goForward(to: number): Generator<void> {
    for (let i = 0; i <= to; i++) {
      if (this.#forwardOf(i)) continue;
      const before = this.#neighbours(this.#before[i]!, (j) => this.#forwardOf(j));
      this.#tables.set(this.#forward[i]!, this.#table(this.#nodes[i]!, before, true));
      yield;
    }
  }

  *#goBackward(to: number): Generator<void> {
    for (let i = this.#nodes.length - 1; i >= to; i--) {
      if (this.#backwardOf(i)) continue;
      const after = this.#neighbours(this.#next[i]!, (j) => this.#backwardOf(j));
      this.#tables.set(this.#backward[i]!, this.#table(this.#nodes[i]!, after, false));
      yield;
    }
  }

  /** Of the nodes that every path goes through that with the least work to do on both sides of it; null where there is none. */
  #meeting(): { readonly at: number; readonly missing: number } | null {
    const workOf = (i: number, from: readonly number[]) =>
      from.reduce((sum, j) => sum + this.#nodes[j]!.states.size + STATE_WORK, 0) * this.#nodes[i]!.states.size;
    const n = this.#nodes.length;
    /** The work, and the number of tables, missing before each node and from each node on. */
    const before = [{ work: 0, tables: 0 }];
    const after = [{ work: 0, tables: 0 }];
    for (let i = 0; i < n; i++) before.push(plus(before[i]!, this.#forwardOf(i) ? 0 : 1, workOf(i, this.#before[i]!)));
    for (let i = n - 1; i >= 0; i--)
      after.unshift(plus(after[0]!, this.#backwardOf(i) ? 0 : 1, workOf(i, this.#next[i]!)));
    let best: { at: number; work: number; missing: number } | null = null;
    for (const at of this.#through) {
      const [first, last] = [before[at + 1]!, after[at]!];
      const work = first.work + last.work;
      if (best === null || work < best.work) best = { at, work, missing: first.tables + last.tables };
    }
    return best;
  }

  /** Solves, with the least work since the last change. Yields progress after each table. */
  *solve(): Generator<Progress, Path> {
    const n = this.#nodes.length;
    if (n === 0) return { nodes: [], shapes: [], cost: 0 };
    const meeting = this.#meeting();
    const ends = meeting ? [meeting.at] : this.#next.flatMap((after, i) => (after.length === 0 ? [i] : []));
    const total = Math.max(1, meeting?.missing ?? n);
    let done = 0;
    for (const _ of this.#goForward(Math.max(...ends))) yield { done: ++done, total };
    for (const _ of this.#goBackward(Math.min(...ends))) yield { done: Math.min(++done, total), total };
    return this.#pathThrough(ends);
  }

  /** Completes the tables on both sides of node `i`, so that its alternatives are priced at once. */
  *reach(i: number): Generator<void> {
    yield* this.#goForward(i - 1);
    yield* this.#goBackward(i + 1);
  }

  /** Completes all tables. */
  *refresh(): Generator<void> {
    yield* this.#goForward(this.#nodes.length - 1);
    yield* this.#goBackward(0);
  }

  /** The best path through one of some nodes. */
  #pathThrough(some: readonly number[]): Path {
    const found = some.map((at) => {
      const { states } = this.#nodes[at]!;
      return { at, ...leastThrough(states, this.#forwardOf(at)!, this.#backwardOf(at)!) };
    });
    const { at, state, price } = found.reduce((best, one) => (one.price < best.price ? one : best));
    const chosen: { node: number; state: number }[] = [{ node: at, state }];
    for (let one = chosen[0]!; this.#before[one.node]!.length > 0; chosen.unshift(one))
      one = reachedBy(this.#forwardOf(one.node)!, this.#before[one.node]!, one.state);
    for (let one = chosen.at(-1)!; this.#next[one.node]!.length > 0; chosen.push(one))
      one = reachedBy(this.#backwardOf(one.node)!, this.#next[one.node]!, one.state);
    return {
      nodes: chosen.map(({ node }) => node),
      shapes: chosen.map((one) => this.#nodes[one.node]!.states.shape[one.state]!),
      cost: inTenths(price),
    };
  }

  /** The price of a path term by term: of each grip, and of each join that leads to one (of the first: nothing). */
  termsOf({ nodes, shapes }: Omit<Path, 'cost'>): readonly { readonly own: Terms; readonly join: Terms }[] {
    const path = nodes.map((i, k) => {
      const node = this.#nodes[i]!;
      return { node, state: node.states.shape.indexOf(shapes[k]!) };
    });
    return path.map(({ node, state }, k) => {
      const own = stateTerms(node.states, state, node.chord, this.#library, node.weights, node.rules);
      const before = path[k - 1];
      if (!before) return { own, join: NOTHING };
      const prices = this.#joinOf(before.node, node);
      return { own, join: joinTerms(before.node.states, before.state, node.states, state, prices) };
    });
  }

  /**
   * What it costs to put another chord in node `i`: the best whole path through any of its grips, under all rules but a pin.
   * Exact. Null when the hand cannot hold the chord.
   */
  alternative(i: number, chord: Chord): Alternative | null {
    const [best] = this.#alternatives(i, chord, 1);
    return best ?? null;
  }

  /** Every grip of a chord in node `i`, under all rules but a pin, with the exact price of the best whole path through it, cheapest first. */
  gripAlternatives(i: number, chord: Chord): Alternative[] {
    return this.#alternatives(i, chord, Infinity);
  }

  #alternatives(i: number, chord: Chord, most: number): Alternative[] {
    const here = this.#nodes[i]!;
    const node = this.#prepared({ ...here, chord, rules: here.rules.filter(({ pins }) => !pins) });
    const { states } = node;
    if (states.size === 0) return [];
    run(this.reach(i));
    const before = this.#neighbours(this.#before[i]!, (j) => this.#forwardOf(j));
    const after = this.#neighbours(this.#next[i]!, (j) => this.#backwardOf(j));
    const [forward, backward] = [this.#table(node, before, true), this.#table(node, after, false)];
    if (most === 1) {
      const { state, price } = leastThrough(states, forward, backward);
      return [{ shape: states.shape[state]!, cost: inTenths(price) }];
    }
    return Array.from(states.shape, (shape, j) => ({ shape, price: through(states, forward, backward, j) }))
      .sort((a, b) => a.price - b.price || a.shape - b.shape)
      .map(({ shape, price }) => ({ shape, cost: inTenths(price) }));
  }

  /**
   * What it costs to go from node `before` to node `after` (null: from the beginning, to the end) by way of other nodes, one
   * after another: the best whole path through them. Exact. Null when the hand cannot hold one of them.
   */
  passage(before: number | null, after: number | null, nodes: readonly LatticeNode[]): Passage | null {
    const inner = nodes.map((node) => this.#prepared(node));
    const [first, last] = [inner[0], inner.at(-1)];
    if (!first || !last || inner.some(({ states }) => states.size === 0)) return null;
    if (before !== null) run(this.#goForward(before));
    if (after !== null) run(this.#goBackward(after));
    const at = (i: number | null, tableOf: (j: number) => Table | undefined) =>
      i === null ? [] : this.#neighbours([i], tableOf);
    const tables: Table[] = [
      this.#table(
        first,
        at(before, (j) => this.#forwardOf(j)),
        true,
      ),
    ];
    for (const [k, node] of inner.entries())
      if (k > 0) tables.push(this.#table(node, [{ node: inner[k - 1]!, table: tables[k - 1]! }], true));
    const behind = this.#table(
      last,
      at(after, (j) => this.#backwardOf(j)),
      false,
    );
    const { state, price } = leastThrough(last.states, tables.at(-1)!, behind);
    const chosen = [state];
    for (let k = inner.length - 1; k > 0; k--) chosen.unshift(tables[k]!.via[chosen[0]!]!);
    const next = after === null ? null : this.#nodes[after]!.states.shape[behind.via[state]!]!;
    return { shapes: chosen.map((one, k) => inner[k]!.states.shape[one]!), next, cost: inTenths(price) };
  }
}

/** A step taken before: from these prices to those. */
interface Step {
  readonly above: Float64Array;
  readonly reached: Table;
}
/** Steps remembered for one pair of nodes. */
const STEPS_KEPT = 12;

/** What was not asked for over so many edits is let go; to see to it takes a fifth of the answer to one. */
const EDITS_KEPT = 4;

/** To look for the best way to one state takes as long as trying so many. */
const STATE_WORK = 1000;
const plus = ({ work, tables }: { work: number; tables: number }, missing: 0 | 1, more: number) =>
  missing === 0 ? { work, tables } : { work: work + more, tables: tables + 1 };

const stepKey = (from: Prepared, to: Prepared, forward: boolean) => `${from.key}${forward ? '>' : '<'}${to.key}`;
/** The prices of a join depend on its nodes' chords, times, wishes and weights; not on which grips stand there. */
const pairKey = (a: Prepared, b: Prepared) => `${a.joined} ${b.joined}`;
const jsonOf = remembered((of: object) => JSON.stringify(of));
