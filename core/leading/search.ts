import type { Chord } from '../chord/chord.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { run } from '../steps.ts';
import { joinTerms } from './join.ts';
import { Kept } from './kept.ts';
import { beforeEach, everyPathGoesThrough, type Lattice, type LatticeNode } from './lattice.ts';
import type { Near } from './near/near.ts';
import { PlainNear } from './near/plain.ts';
import { stateTerms, type States } from './states.ts';
import { leastThrough, reachedBy, through, type Table } from './table.ts';
import { NOTHING, type Terms } from './terms.ts';
import { inTenths, type Tenths } from './units.ts';
import { pairKey, Workings, type Neighbour, type Prepared } from './workings.ts';

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
  /** And the one before, that goes on to it. */
  readonly prev: number | null;
}

/** Tables made, of those to make. */
export interface Progress {
  readonly done: number;
  readonly total: number;
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
  readonly #workings: Workings;
  readonly #tables: Kept<Table>;
  /** Whether it works with what another search remembers, which then lets go of what nobody asks for. */
  readonly #isGuest: boolean;
  #edits = 0;
  #nodes: readonly Prepared[] = [];
  #before: readonly (readonly number[])[] = [];
  #next: readonly (readonly number[])[] = [];
  /** The names of the nodes' tables. */
  #forward: readonly string[] = [];
  #backward: readonly string[] = [];
  #through: readonly number[] = [];

  /**
   * `near`: what finds sets of grips near each other, the search's inner loop; a kernel, where there is one. `host`: a search
   * of the same library whose memory is shared.
   */
  constructor(library: ShapeLibrary, near: Near = new PlainNear(), host: Search | null = null) {
    this.#library = library;
    this.#near = near;
    this.#workings = host ? host.#workings : new Workings(library, near);
    this.#tables = host ? host.#tables : new Kept<Table>();
    this.#isGuest = host !== null;
  }

  /** A search for another lattice: what both have in common is worked out once, and neither disturbs the other. */
  beside(): Search {
    return new Search(this.#library, this.#near, this);
  }

  /** The states of a node, under its rules. */
  states(node: LatticeNode): States {
    return this.#workings.prepared(node).states;
  }

  /** Puts in what is to be solved. Chords must be playable. */
  setLattice(lattice: Lattice): void {
    const turns = !this.#isGuest && this.#edits++ % EDITS_KEPT === 0;
    if (turns) for (const memory of [this.#workings, this.#tables]) memory.turn();
    this.#nodes = lattice.nodes.map((node) => this.#workings.prepared(node));
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
      for (const j of after) this.#workings.touch(this.#nodes[i]!, this.#nodes[j]!);
    });
  }

  /** The name of a node's table that is made from those of some others. */
  #tableName(way: '>' | '<', node: Prepared, from: readonly number[], names: readonly string[]): string {
    const joins = from.map((i) => {
      const other = this.#nodes[i]!;
      return `${names[i]} ${way === '>' ? pairKey(other, node) : pairKey(node, other)}`;
    });
    return way + this.#workings.name(`${way} ${node.grips} ${joins.join(' ')}`);
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
      this.#tables.set(this.#forward[i]!, this.#workings.table(this.#nodes[i]!, before, true));
      yield;
    }
  }

  *#goBackward(to: number): Generator<void> {
    for (let i = this.#nodes.length - 1; i >= to; i--) {
      if (this.#backwardOf(i)) continue;
      const after = this.#neighbours(this.#next[i]!, (j) => this.#backwardOf(j));
      this.#tables.set(this.#backward[i]!, this.#workings.table(this.#nodes[i]!, after, false));
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
      const prices = this.#workings.join(before.node, node);
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
    const node = this.#workings.prepared({ ...here, chord, rules: here.rules.filter(({ pins }) => !pins) });
    const { states } = node;
    if (states.size === 0) return [];
    run(this.reach(i));
    const before = this.#neighbours(this.#before[i]!, (j) => this.#forwardOf(j));
    const after = this.#neighbours(this.#next[i]!, (j) => this.#backwardOf(j));
    const [forward, backward] = [this.#workings.table(node, before, true), this.#workings.table(node, after, false)];
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
    const inner = nodes.map((node) => this.#workings.prepared(node));
    const [first, last] = [inner[0], inner.at(-1)];
    if (!first || !last || inner.some(({ states }) => states.size === 0)) return null;
    if (before !== null) run(this.#goForward(before));
    if (after !== null) run(this.#goBackward(after));
    const at = (i: number | null, tableOf: (j: number) => Table | undefined) =>
      i === null ? [] : this.#neighbours([i], tableOf);
    const tables: Table[] = [
      this.#workings.table(
        first,
        at(before, (j) => this.#forwardOf(j)),
        true,
      ),
    ];
    for (const [k, node] of inner.entries())
      if (k > 0) tables.push(this.#workings.table(node, [{ node: inner[k - 1]!, table: tables[k - 1]! }], true));
    const behind = this.#workings.table(
      last,
      at(after, (j) => this.#backwardOf(j)),
      false,
    );
    const { state, price } = leastThrough(last.states, tables.at(-1)!, behind);
    const chosen = [state];
    for (let k = inner.length - 1; k > 0; k--) chosen.unshift(tables[k]!.via[chosen[0]!]!);
    const next = after === null ? null : this.#nodes[after]!.states.shape[behind.via[state]!]!;
    const prev = before === null ? null : this.#nodes[before]!.states.shape[tables[0]!.via[chosen[0]!]!]!;
    return { shapes: chosen.map((one, k) => inner[k]!.states.shape[one]!), next, prev, cost: inTenths(price) };
  }
}

/** What was not asked for over so many edits is let go; to see to it takes a fifth of the answer to one. */
const EDITS_KEPT = 4;

/** To look for the best way to one state takes as long as trying so many. */
const STATE_WORK = 1000;
const plus = ({ work, tables }: { work: number; tables: number }, missing: 0 | 1, more: number) =>
  missing === 0 ? { work, tables } : { work: work + more, tables: tables + 1 };
