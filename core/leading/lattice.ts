import type { Chord } from '../chord/chord.ts';
import type { Bond } from '../reharm/moves/bond.ts';
import type { StandingWish } from '../take/wishes.ts';
import type { Place } from './place.ts';
import type { Rule } from './rules/rule.ts';
import type { SmallNode } from './two-parts.ts';
import type { Weights } from './weights.ts';

/** A chord at its place in time, with all that its grips depend on. */
export interface LatticeNode {
  readonly chord: Chord;
  readonly place: Place;
  /** How its grips are priced, and the joins that lead to it. */
  readonly weights: Weights;
  /** What restricts or prices its grips. */
  readonly rules: readonly Rule[];
  /** The wishes it lies in. One about how grips go on holds between two nodes that both have it. */
  readonly wishes: readonly StandingWish[];
  /** How it is to go on to the node after it, where a move says so. */
  readonly into: Bond | null;
  /** Where two notes stand in the place of a grip. */
  readonly small: SmallNode | null;
  /** The span of the chart it stands in, and which way to play that span it belongs to, both from 0. */
  readonly span: number;
  readonly realisation: number;
}

/**
 * All the ways to play a chart: nodes in time, and which may follow which. A path goes from a node that none leads to, to
 * one that leads to none. `next[i]` are nodes after i, in order.
 */
export interface Lattice {
  readonly nodes: readonly LatticeNode[];
  readonly next: readonly (readonly number[])[];
}

/** Nodes one after another: with the harmony fixed there is one way to play each span. */
export const chainOf = (nodes: readonly LatticeNode[]): Lattice => ({
  nodes,
  next: nodes.map((_, i) => (i + 1 < nodes.length ? [i + 1] : [])),
});

/** The nodes before each; throws where the order of the nodes is not that of time. */
export function beforeEach({ nodes, next }: Lattice): readonly (readonly number[])[] {
  const before: number[][] = nodes.map(() => []);
  next.forEach((after, i) => {
    for (const j of after) {
      if (!(j > i && j < nodes.length)) throw new RangeError(`node ${j} cannot follow node ${i} of ${nodes.length}`);
      before[j]!.push(i);
    }
  });
  return before;
}

/** Nodes that every path goes through, in order. In a chain that is each of them. */
export function everyPathGoesThrough({ nodes, next }: Lattice): readonly number[] {
  /** How many steps go past each node: those of nodes that lead nowhere go to the end. */
  const past = new Int32Array(nodes.length + 1);
  const led = new Uint8Array(nodes.length);
  const passes = (from: number, to: number) => {
    for (let i = from + 1; i < to; i++) past[i]!++;
  };
  next.forEach((after, i) => {
    for (const j of after) {
      led[j] = 1;
      passes(i, j);
    }
    if (after.length === 0) passes(i, nodes.length);
  });
  led.forEach((isLed, i) => {
    if (!isLed) passes(-1, i);
  });
  return nodes.flatMap((_, i) => (past[i] === 0 ? [i] : []));
}
