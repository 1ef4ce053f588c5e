import type { Chord } from '../chord/chord.ts';
import { scaleThrough } from '../chord/scale-over.ts';
import { maskOf } from '../pitch/pitch.ts';
import { findShape, formatFrets, fretsAt } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import type { Column } from '../take/columns.ts';
import { quarterSeconds, secondsBetween, type Clock } from '../time/clock.ts';
import type { LatticeNode } from './lattice.ts';
import type { Place } from './place.ts';
import type { Playing } from './rules/rule.ts';
import { carryWeights } from './carry-weights.ts';
import { isBare, isBassApart } from '../take/carry.ts';
import { chordNameAt } from '../take/key.ts';
import type { StandingWish } from '../take/wishes.ts';
import { smallWeights } from './small-weights.ts';
import { carryingShapes } from './rules/carry.ts';
import { rulesOf } from './rules/table.ts';

/** A chord that has lasted so many bars wants a new grip. */
export const LASTS_BARS = 2;

/** Where each column stands in time. */
export function placesOf(columns: readonly Column[], clock: Clock): readonly Place[] {
  const quarter = quarterSeconds(clock);
  return columns.map(({ slot: { start, opensPhrase, bar, since, entry } }): Place => ({
    opensPhrase,
    opensBar: entry.tick === 0,
    lasts: bar - since >= LASTS_BARS,
    seconds: secondsBetween(clock, start, start + entry.ticks),
    quarter,
  }));
}

/** Whether the hand has a grip for a chord that its player would take. */
export function isPlayable(chord: Chord, library: ShapeLibrary, { banished }: Pick<Playing, 'banished'>): boolean {
  const isTaken = (shape: number) => banished.size === 0 || !banished.has(formatFrets(fretsAt(library, shape)));
  return findShape(chord, library, isTaken);
}

/** Columns as nodes of a lattice, and which node each is. */
export interface Nodes {
  readonly nodes: readonly LatticeNode[];
  /** By column; −1 where no chord sounds, or none that the hand can hold: the path goes on past it. */
  readonly index: readonly number[];
}

/** The nodes of a tune’s columns, those with a chord. */
export function nodesOf(columns: readonly Column[], clock: Clock, library: ShapeLibrary, playing: Playing): Nodes {
  const places = placesOf(columns, clock);
  const nodes: LatticeNode[] = [];
  const index = columns.map((column, i) => {
    const { chord, into, carry, slot } = column;
    if (chord === null || !isPlayable(chord, library, playing)) return -1;
    // A melody note that no grip carries is played alone, and one that is to be.
    if (carry && isBare(carry)) return -1;
    if (typeof carry?.pitch === 'number' && carryingShapes(chord, carry.pitch, library).length === 0) return -1;
    const own = playing.pricing.weights[column.manner ?? playing.pricing.manner];
    const carried = carry ? carryWeights(own, carry.opens && !isBassApart(carry)) : own;
    const small = column.small && { ...column.small, scale: maskOf([...scaleThrough(chord, slot.key)]) };
    const weights = small ? smallWeights(carried, small) : carried;
    const rules = rulesOf(column, playing);
    const wishes = [...column.wishes, ...lineOf(column)];
    return nodes.push({ chord, place: places[i]!, weights, rules, wishes, into, small, span: i, realisation: 0 }) - 1;
  });
  return { nodes, index };
}

/** The way that the moving one of two voices goes, as a wish that its pieces have in common. */
function lineOf({ small, at, slot }: Column): readonly StandingWish[] {
  if (!small?.way) return [];
  const wish = { kind: small.texture === 'low-moves' ? 'bass' : 'top', way: small.way } as const;
  const { entry } = slot;
  return [
    { at: chordNameAt(at, 0), wish, hard: true, start: slot.start - entry.tick, ticks: entry.tick + entry.ticks },
  ];
}
