import { gripOf, pitchesOf, type Grip } from '../grip/grips.ts';
import { applyPatch, type Patch } from '../patch.ts';
import { lastFretOf } from '../neck/hand.ts';
import { columnsOf, type Column } from '../take/columns.ts';
import type { Decision } from '../take/decision.ts';
import { movePatch } from '../take/moves.ts';
import { worstRub } from '../take/rub.ts';
import type { Rub } from '../reharm/rubs.ts';
import type { Proposal } from '../reharm/moves/propose.ts';
import type { Span } from '../reharm/moves/span.ts';
import { isMet } from './bonds.ts';
import { nodesOf } from './nodes.ts';
import type { SolvedTake } from './solve.ts';

/** What a move would come to. */
export interface MovePrice {
  /**
   * What the whole path costs more than the best, in tenths of a semitone, exact. Null: this hand has no grip for it, or
   * cannot go on as it says it sounds.
   */
  readonly extra: number | null;
  /** Of its columns. */
  readonly grips: readonly Grip[];
  /** How far the top voice goes into the first of them, and out of the last, in semitones, up above 0; null: nothing is there. */
  readonly top: { readonly into: number | null; readonly outOf: number | null };
  /** What of the melody clashes with its chords most; null: nothing does. */
  readonly rub: Rub | null;
  /** What makes it: the cells to set, those of moves it takes the place of put away. */
  readonly patch: Patch<Decision>;
}

const NO_TOP: MovePrice['top'] = { into: null, outOf: null };

/** Prices a proposal by the best whole path through what it would put in its span. */
export function priceMove(of: SolvedTake, span: Span, proposal: Proposal): MovePrice {
  return pricePatch(of, span, movePatch(of.slots, of.keys, of.cells, span, proposal));
}

/** Prices a change of the decisions by the best whole path through what then stands in a span; all else stays as it is. */
export function pricePatch(
  of: SolvedTake,
  { start, ticks }: Pick<Span, 'start' | 'ticks'>,
  patch: Patch<Decision>,
): MovePrice {
  const { session, slots, keys, clock, columns, index } = of;
  const { library, search } = session;
  const made = columnsOf(slots, keys, applyPatch(of.cells, patch).cells, {
    lastFret: lastFretOf(library.hand),
    manner: session.pricing.manner,
  });
  // A chord beside the span may stand otherwise then: its bass walks, or it begins anew where it went on before.
  const standsAs = ({ walks, slot, closes, symbol, into }: Column) =>
    JSON.stringify([walks, slot.since, closes, symbol, into]);
  const stood = new Map(columns.map((column) => [column.at, standsAs(column)]));
  const changed = made.filter((column) => stood.has(column.at) && stood.get(column.at) !== standsAs(column));
  const inSpan = ({ slot }: Column) => slot.start >= start && slot.start < start + ticks;
  const from = Math.min(start, ...changed.map(({ slot }) => slot.start));
  const last = Math.max(start + ticks - 1, ...changed.map(({ slot }) => slot.start));
  const within = ({ slot }: Column) => slot.start >= from && slot.start <= last;
  const here = columns.flatMap((column, i) => (within(column) && index[i]! >= 0 ? [index[i]!] : []));
  const sounding = made.filter((column) => within(column) && column.chord !== null);
  const rub = worstRub(slots, sounding.filter(inSpan));
  const inner = nodesOf(sounding, clock, library, session);
  if (inner.index.includes(-1)) return { extra: null, grips: [], top: NO_TOP, rub, patch };
  // A chord that no grip was found for is not in the path: it goes on past it.
  const passed = columns.slice(0, columns.findIndex(within)).flatMap((_, i) => (index[i]! >= 0 ? [index[i]!] : []));
  const before = here.length > 0 ? here[0]! - 1 : (passed.at(-1) ?? -1);
  const after = here.length > 0 ? here.at(-1)! + 1 : before + 1;
  const passage = search.passage(before < 0 ? null : before, after < of.nodes.length ? after : null, inner.nodes);
  if (passage === null) return { extra: null, grips: [], top: NO_TOP, rub, patch };
  const grips = passage.shapes.map((shape, i) => gripOf(sounding[i]!.chord!, library, shape));
  const nextChord = after < of.nodes.length ? of.nodes[after]!.chord : null;
  const next = passage.next === null ? null : gripOf(nextChord!, library, passage.next);
  const isLoose = sounding.some(({ into }, i) => {
    const to = grips[i + 1] ?? next;
    return into !== null && to !== null && !isMet(into, grips[i]!, to);
  });
  const asked = grips.filter((_, i) => inSpan(sounding[i]!));
  const extra = isLoose ? null : passage.cost - of.best;
  const topOf = (shape: number | null) => (shape === null ? null : pitchesOf(library, shape).at(-1)!);
  const tops = [topOf(passage.prev), ...passage.shapes.map(topOf), topOf(passage.next)];
  const [first, end] = [sounding.findIndex(inSpan) + 1, sounding.findLastIndex(inSpan) + 1];
  const rise = (at: number) => {
    const [a = null, b = null] = [tops[at], tops[at + 1]];
    return a === null || b === null ? null : b - a;
  };
  const top = { into: rise(first - 1), outOf: rise(end) };
  return { extra, grips: isLoose ? [] : asked, top, rub, patch };
}
