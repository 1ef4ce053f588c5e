import { parseChord } from '../chord/symbol.ts';
import type { Chord } from '../chord/chord.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { run } from '../steps.ts';
import type { StandingWish } from '../take/wishes.ts';
import { chainOf, type LatticeNode } from './lattice.ts';
import { ANYWHERE, type Place } from './place.ts';
import { areaRules } from './rules/area.ts';
import { banishedRules } from './rules/banished.ts';
import { pinRule } from './rules/pin.ts';
import { gripWishes, wishRule } from './rules/wish.ts';
import { Search, type Path } from './search.ts';
import { DEFAULT_WEIGHTS, pricedBy } from './pricing.ts';
import type { Weights } from './weights.ts';

/* Nodes put together by hand, for tests of the search that need no chart. */

export const chordOf = (symbol: string): Chord => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  return chord.value;
};

export interface Wanted {
  readonly pin?: readonly number[] | null;
  readonly place?: Place;
  readonly weights?: Weights;
  readonly wishes?: readonly StandingWish[];
  readonly area?: readonly [number, number] | null;
  readonly banished?: ReadonlySet<string>;
  readonly into?: LatticeNode['into'];
}

export function nodeOf(
  chord: Chord | string,
  {
    pin = null,
    place = ANYWHERE,
    weights = DEFAULT_WEIGHTS,
    wishes = [],
    area = null,
    banished = new Set(),
    into = null,
  }: Wanted = {},
): LatticeNode {
  const playing = { pricing: pricedBy(weights, area), banished };
  const rules = [
    ...banishedRules(null, playing),
    ...(pin ? [pinRule(pin, undefined)] : []),
    ...gripWishes(wishes).map(wishRule),
    ...areaRules(null, playing),
  ];
  return {
    chord: typeof chord === 'string' ? chordOf(chord) : chord,
    place,
    weights,
    rules,
    wishes,
    into,
    small: null,
    span: 0,
    realisation: 0,
  };
}

/** A chain of nodes, solved by a search of its own. */
export function solvedChain(library: ShapeLibrary, nodes: readonly LatticeNode[]): { search: Search; path: Path } {
  const search = new Search(library);
  search.setLattice(chainOf(nodes));
  return { search, path: run(search.solve()) };
}
