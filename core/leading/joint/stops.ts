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

/** A node as the search sees it: its grips, what each costs by half, and those that stand in a join that is listed. */
export interface Stop {
  readonly node: Prepared;
  readonly half: Float64Array;
  readonly leastHalf: Fine;
  readonly met: Met;
}

/** States in the order in which they were first met, and where in it each stands; −1: not yet. */
export interface Met {
  readonly states: number[];
  readonly place: Int32Array;
}

export const halfOf = remembered(({ own }: States) => own.map((price) => price / 2));
export const halfSide = remembered((states: States) => sideWith(states, halfOf(states), true));
const metOf = remembered(({ size }: States): Met => ({ states: [], place: new Int32Array(size).fill(-1) }));

/** Notes that a state stands in a join that is listed. */
export function meet({ states, place }: Met, state: number): void {
  if (place[state]! < 0) place[state] = states.push(state) - 1;
}

/** A node as a stop; throws where it has no grips. */
export function stopOf(node: Prepared, i: number): Stop {
  const { states } = node;
  if (states.size === 0) throw new RangeError(`node ${i} has no grips`);
  return { node, half: halfOf(states), leastHalf: halfSide(states).least, met: metOf(states) };
}
