import { remembered } from '../../remember.ts';
import type { Lattice } from '../lattice.ts';
import type { States } from '../states.ts';
import type { Fine, Tenths } from '../units.ts';
import type { Prepared } from '../workings.ts';
import { sideWith } from './joins.ts';

/* What the bounded search works on: nodes, their grips, and those of them that stand in a join that is listed. */

/** A lattice with prices of going from one node to another, besides those of their grips. */
export interface WideLattice extends Lattice {
  /** Of going from node i to node j. */
  readonly between: (i: number, j: number) => Tenths;
}

/** The same with prices of its nodes, besides those of their grips. */
export interface PricedLattice extends WideLattice {
  /** By node. */
  readonly extra: readonly Tenths[];
}

/**
 * A node as the search sees it: its grips, what each costs by half, and those that stand in a join that is listed. Nodes whose
 * joins depend on the same are one stop, which has a number.
 */
export interface Stop {
  readonly id: number;
  readonly node: Prepared;
  readonly half: Float64Array;
  readonly leastHalf: Fine;
  readonly met: Met;
}

/** Grips in the order in which they were first met: few of thousands. What each costs by half, and where each stands. */
export interface Met {
  readonly states: number[];
  readonly halves: Fine[];
  readonly places: Map<number, number>;
}

export const halfOf = remembered(({ own }: States) => own.map((price) => price / 2));
export const halfSide = remembered((states: States) => sideWith(states, halfOf(states), true));

/** A node as a stop; throws where it has no grips. */
export function stopOf(node: Prepared, id: number): Stop {
  const { states } = node;
  if (states.size === 0) throw new RangeError(`${node.symbol} has no grips`);
  const met: Met = { states: [], halves: [], places: new Map() };
  return { id, node, half: halfOf(states), leastHalf: halfSide(states).least, met };
}

/** The place of a grip among those met; it is met now if it was not before. */
export function placeOf({ met, half }: Stop, state: number): number {
  const known = met.places.get(state);
  if (known !== undefined) return known;
  const place = met.states.push(state) - 1;
  met.halves.push(half[state]!);
  met.places.set(state, place);
  return place;
}
