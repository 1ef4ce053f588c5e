import type { Grip } from '../grip/grips.ts';
import { gripOf } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { applyPatch, type Patch } from '../patch.ts';
import type { ReadSlot } from '../reading/read.ts';
import { columnsOf, spanOfColumns, type Column } from '../take/columns.ts';
import type { Decision, Decisions } from '../take/decision.ts';
import type { ChordDecision } from '../take/layers/chord.ts';
import { movePatch } from '../take/moves.ts';
import { decisionFor } from '../take/standing.ts';
import { coloursOf, likedFirst } from '../reharm/colours.ts';
import { proposalsFor, type Proposal, type Taste } from '../reharm/moves/propose.ts';
import type { Span } from '../reharm/moves/span.ts';
import { searchable } from './arrange.ts';
import { run } from '../steps.ts';
import type { Clock } from '../time/clock.ts';
import type { Search } from './search.ts';

/** A take with its solved search: all that is needed to price what else could stand in it. */
export interface SolvedTake {
  readonly slots: readonly ReadSlot[];
  readonly keys: readonly string[];
  readonly cells: Decisions;
  readonly columns: readonly Column[];
  readonly clock: Clock;
  readonly library: ShapeLibrary;
  readonly search: Search;
  /** Where each column stands in the search, or −1. */
  readonly index: readonly number[];
  /** The price of its best path, in tenths of a semitone. */
  readonly best: number;
}

/** What a move would come to. */
export interface MovePrice {
  /** What the whole path costs more than the best, in tenths of a semitone, exact; null: no grip for this hand. */
  readonly extra: number | null;
  /** Of its columns. */
  readonly grips: readonly Grip[];
  /** What makes it: the cells to set, those of moves it takes the place of put away. */
  readonly patch: Patch<Decision>;
}

/** Prices a proposal by the best whole path through what it would put in its span. */
export function priceMove(of: SolvedTake, span: Span, proposal: Proposal): MovePrice {
  return pricePatch(of, span, movePatch(of.slots, of.keys, of.cells, span, proposal));
}

/** Prices a change of the cells by the best whole path through what then stands in a span; all else stays as it is. */
export function pricePatch(
  of: SolvedTake,
  { start, ticks }: Pick<Span, 'start' | 'ticks'>,
  patch: Patch<Decision>,
): MovePrice {
  const within = ({ slot }: Column) => slot.start >= start && slot.start < start + ticks;
  const made = columnsOf(of.slots, of.keys, applyPatch(of.cells, patch).cells);
  const places = of.columns.flatMap((column, i) => (within(column) && of.index[i]! >= 0 ? [of.index[i]!] : []));
  const all = searchable(made, of.search, of.clock);
  const inside = made.flatMap((column, i) => (within(column) ? [{ column, at: all.index[i]! }] : []));
  const sounding = inside.filter(({ column }) => column.chord !== null);
  if (sounding.some(({ at }) => at < 0) || places.length === 0) return { extra: null, grips: [], patch };
  const wanted = sounding.map(({ at }) => all.wanted[at]!);
  const passage = of.search.passage(places[0]!, places.at(-1)!, wanted);
  return {
    extra: passage && passage.cost - of.best,
    grips: passage ? passage.shapes.map((shape, i) => gripOf(sounding[i]!.column.chord!, of.library, shape)) : [],
    patch,
  };
}

/** A style's groups from this weight on are used when a whole chart is restyled. */
const WANTED = 2;
/** The most that one move may add to the path, in tenths of a semitone. */
const MOST_EXTRA = 60;

/**
 * The decisions that put a style's moves all over a chart, chord by chord: where one of its moves fits within what it may
 * cost, the cheapest. It looks no further than the chord at hand; the first and the last chord stay, and so does
 * one after a chord that was moved: there must be something to stray from. The others take the style's colours.
 */
export function restyled(
  { slots, keys, library, search, clock }: Pick<SolvedTake, 'slots' | 'keys' | 'library' | 'search' | 'clock'>,
  taste: Taste,
): Decisions {
  let cells: Decisions = {};
  slots.slice(1, -1).forEach((slot, before) => {
    const columns = columnsOf(slots, keys, cells);
    const here = columns.findIndex(({ slot: { start } }) => start === slot.start);
    const moved = columns[here]?.move ?? columns[here - 1]?.move;
    const same = slots[before]!.symbol === slot.symbol;
    const span = moved || same ? null : spanOfColumns(slots, columns.slice(here, here + 1));
    if (!span) return;
    const { wanted, index } = searchable(columns, search, clock);
    search.setColumns(wanted);
    const take = { slots, keys, cells, columns, clock, library, search, index, best: run(search.solve()).cost };
    const priced = proposalsFor(span, taste)
      .filter(({ move }) => taste.style === null || (taste.style.groups[move.group] ?? 0) >= WANTED)
      .filter(({ move, found }) => move.needsNext?.(found, span.next?.chord ?? null) ?? true)
      .map((proposal) => priceMove(take, span, proposal))
      .filter(({ extra }) => extra !== null && extra <= MOST_EXTRA)
      .sort((a, b) => a.extra! - b.extra!);
    if (priced[0]) cells = applyPatch(cells, priced[0].patch).cells;
  });
  return { ...cells, ...styledColours(columnsOf(slots, keys, cells), taste) };
}

/** The colour a style likes best for each chord that no move put there, where it is a usual one and keeps what the chart says. */
function styledColours(columns: readonly Column[], { style }: Taste): Decisions {
  if (style === null) return {};
  const cells: Record<string, ChordDecision> = {};
  for (const { at, slot, move, context } of columns) {
    if (move || slot.entry.chord === null) continue;
    const [best] = likedFirst(coloursOf(slot.entry.chord, context), style.colours).filter(
      ({ group, drops, suffix }) => group === 'usual' && drops.length === 0 && style.colours.includes(suffix),
    );
    if (best) cells[at] = { ...decisionFor(slot), colour: best.suffix };
  }
  return cells;
}
