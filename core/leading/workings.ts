import { symbolOf } from '../chord/chord.ts';
import { shapesOf } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { remembered } from '../remember.ts';
import { extend } from './extend.ts';
import { joinPrices, type JoinKind, type JoinPrices } from './join-prices.ts';
import { Kept } from './kept.ts';
import type { LatticeNode } from './lattice.ts';
import type { Near } from './near/near.ts';
import { hasteOf, isStale } from './place.ts';
import type { SmallNode } from './two-parts.ts';
import { statesOf, type States } from './states.ts';
import { nearestOf, normalised, ownTable, sameNumbers, type Table } from './table.ts';
import { joinWishes } from './wishes.ts';

/** A node with its states, and names: of what all of them depend on, and of its chord and weights alone. */
export interface Prepared extends LatticeNode {
  readonly symbol: string;
  readonly states: States;
  readonly grips: string;
  readonly voiced: string;
}

/** A neighbour of a node on one side, with its table seen from that side's end. */
export interface Neighbour {
  readonly node: Prepared;
  readonly table: Table;
}

/**
 * What a search works out of nodes, joins and steps, whatever lattice they stand in, and is sure to need again: a tune
 * repeats itself, and an edit leaves most of it as it was. What no longer is asked for is let go.
 */
export class Workings {
  readonly #library: ShapeLibrary;
  readonly #near: Near;
  readonly #shapes = new Kept<Uint32Array>();
  readonly #states = new Kept<States>();
  readonly #prices = new Kept<JoinPrices>();
  readonly #steps = new Kept<Step[]>();
  readonly #names = new Kept<string>();
  #named = 0;

  constructor(library: ShapeLibrary, near: Near) {
    this.#library = library;
    this.#near = near;
  }

  /** What is not asked for until the next turn is let go then. */
  turn(): void {
    for (const kept of [this.#shapes, this.#states, this.#prices, this.#steps, this.#names]) kept.turn();
  }

  /** A short name for a long text. */
  name(text: string): string {
    return this.#names.of(text, () => String(this.#named++));
  }

  /** A node with its states under its rules. */
  prepared(node: LatticeNode): Prepared {
    const { chord, weights, rules } = node;
    const symbol = symbolOf(chord);
    const voiced = `${symbol} ${this.name(jsonOf(weights))}`;
    const grips = this.name(`${voiced} ${rules.map((rule) => rule.key).join(', ')}`);
    const states = this.#states.of(grips, () => {
      const shapes = this.#shapes.of(symbol, () => shapesOf(chord, this.#library));
      return statesOf(chord, this.#library, weights, rules, shapes);
    });
    return { ...node, symbol, states, grips, voiced };
  }

  /** The prices of the join between two nodes. */
  join(a: Prepared, b: Prepared): JoinPrices {
    const kind = kindOf(a, b);
    return this.#prices.of(joinKey(a, b, kind), () =>
      joinPrices(this.#library.neck, b.weights, a.chord, b.chord, kind),
    );
  }

  /** The table of a node that is reached by way of some neighbours; of a node at the end, by way of none. */
  table(node: Prepared, by: readonly Neighbour[], forward: boolean): Table {
    if (by.length === 0) return ownTable(node.states);
    const steps = by.map((neighbour) => this.#step(neighbour, node, forward));
    return steps.length === 1 ? steps[0]! : nearestOf(steps);
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
      const prices = forward ? this.join(from, to) : this.join(to, from);
      const reached = extend(from.states, table.above, to.states, prices, forward, this.#near);
      step = { above: table.above, reached: normalised(reached) };
      this.#steps.set(key, [step, ...seen].slice(0, STEPS_KEPT));
    }
    return { ...step.reached, base: table.base + step.reached.base };
  }

  /** What is known of the step between two nodes is still of use. */
  touch(a: Prepared, b: Prepared): void {
    this.#steps.find(stepKey(a, b, true));
    this.#steps.find(stepKey(b, a, false));
    this.#prices.find(joinKey(a, b, kindOf(a, b)));
  }
}

/** A step taken before: from these prices to those. */
interface Step {
  readonly above: Float64Array;
  readonly reached: Table;
}
/** Steps remembered for one pair of nodes. */
const STEPS_KEPT = 12;

/** What of a join does not depend on chords and weights. */
const kindOf = (a: Prepared, b: Prepared): JoinKind => ({
  opensPhrase: b.place.opensPhrase,
  haste: hasteOf(a.place, b.place),
  changes: a.symbol !== b.symbol,
  stale: isStale(a.symbol !== b.symbol, b.place),
  wishes: joinWishes(a.wishes, b.wishes),
  bond: a.into,
  small: [a.small, b.small],
});
const kindKey = ({ opensPhrase, haste, changes, stale, wishes, bond, small }: JoinKind) =>
  `${opensPhrase} ${haste} ${changes} ${stale} ${bond ?? ''} ${small.map(smallKey).join()} ${wishes.length > 0 ? JSON.stringify(wishes) : ''}`;
const smallKey = (small: SmallNode | null) =>
  small ? `${small.texture} ${small.opens} ${small.ends} ${small.scale}` : '';
const joinKey = (a: Prepared, b: Prepared, kind: JoinKind) => `${a.voiced} ${b.voiced} ${kindKey(kind)}`;
/** A name of all that the joins of two nodes' grips depend on. */
export const pairKey = (a: Prepared, b: Prepared): string => `${a.grips} ${b.grips} ${kindKey(kindOf(a, b))}`;
/** A name of all of a node that its joins depend on, on either side. */
export const sideKey = ({ grips, place, wishes, into, small }: Prepared): string => {
  const { opensPhrase, opensBar, lasts, seconds, quarter } = place;
  const told = wishes.length > 0 ? JSON.stringify(wishes) : '';
  return `${grips} ${opensPhrase} ${opensBar} ${lasts} ${seconds} ${quarter} ${into ?? ''} ${smallKey(small)} ${told}`;
};
const stepKey = (from: Prepared, to: Prepared, forward: boolean) =>
  forward ? `> ${pairKey(from, to)}` : `< ${pairKey(to, from)}`;
const jsonOf = remembered((of: object) => JSON.stringify(of));
