import { gripOf, type Grip } from '../grip/grips.ts';
import { applyPatch, type Patch } from '../patch.ts';
import { lastFretOf } from '../neck/hand.ts';
import { columnsOf, spanOfColumns, type Column } from '../take/columns.ts';
import type { Decision, Decisions } from '../take/decision.ts';
import type { ChordDecision } from '../take/layers/chord.ts';
import { movePatch } from '../take/moves.ts';
import { decisionFor } from '../take/standing.ts';
import { coloursOf, likedFirst } from '../reharm/colours.ts';
import { proposalsFor, type Proposal, type Taste } from '../reharm/moves/propose.ts';
import type { Span } from '../reharm/moves/span.ts';
import { run } from '../steps.ts';
import { isMet } from './bonds.ts';
import { nodesOf } from './nodes.ts';
import { prepareTake, solveTake, type Session, type SolvedTake, type TakeAsked } from './solve.ts';

/** What a move would come to. */
export interface MovePrice {
  /**
   * What the whole path costs more than the best, in tenths of a semitone, exact. Null: this hand has no grip for it, or
   * cannot go on as it says it sounds.
   */
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
  // Through a chord beside the span the bass may walk otherwise then.
  const walks = new Map(columns.map((column) => [column.at, JSON.stringify(column.walks)]));
  const beside = new Set(
    made.flatMap(({ at, walks: now }) => (walks.has(at) && walks.get(at) !== JSON.stringify(now) ? [at] : [])),
  );
  const inSpan = ({ slot }: Column) => slot.start >= start && slot.start < start + ticks;
  const within = (column: Column) => inSpan(column) || beside.has(column.at);
  const here = columns.flatMap((column, i) => (within(column) && index[i]! >= 0 ? [index[i]!] : []));
  const sounding = made.filter((column) => within(column) && column.chord !== null);
  const inner = nodesOf(sounding, clock, library, session);
  if (inner.index.includes(-1)) return { extra: null, grips: [], patch };
  // A chord that no grip was found for is not in the path: it goes on past it.
  const passed = columns.slice(0, columns.findIndex(within)).flatMap((_, i) => (index[i]! >= 0 ? [index[i]!] : []));
  const before = here.length > 0 ? here[0]! - 1 : (passed.at(-1) ?? -1);
  const after = here.length > 0 ? here.at(-1)! + 1 : before + 1;
  const passage = search.passage(before < 0 ? null : before, after < of.nodes.length ? after : null, inner.nodes);
  if (passage === null) return { extra: null, grips: [], patch };
  const grips = passage.shapes.map((shape, i) => gripOf(sounding[i]!.chord!, library, shape));
  const nextChord = after < of.nodes.length ? of.nodes[after]!.chord : null;
  const next = passage.next === null ? null : gripOf(nextChord!, library, passage.next);
  const isLoose = sounding.some(({ into }, i) => {
    const to = grips[i + 1] ?? next;
    return into !== null && to !== null && !isMet(into, grips[i]!, to);
  });
  const asked = grips.filter((_, i) => inSpan(sounding[i]!));
  return isLoose ? { extra: null, grips: [], patch } : { extra: passage.cost - of.best, grips: asked, patch };
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
export function restyled(session: Session, { chart, barIds = [] }: TakeAsked, taste: Taste): Decisions {
  let cells: Decisions = {};
  const { slots } = prepareTake(session, { chart, barIds });
  slots.slice(1, -1).forEach((slot, before) => {
    const { columns } = prepareTake(session, { chart, barIds, cells });
    const here = columns.findIndex(({ slot: { start } }) => start === slot.start);
    const moved = columns[here]?.move ?? columns[here - 1]?.move;
    const same = slots[before]!.symbol === slot.symbol;
    const span = moved || same ? null : spanOfColumns(slots, columns.slice(here, here + 1));
    if (!span) return;
    const take = run(solveTake(session, { chart, barIds, cells }));
    const priced = proposalsFor(span, taste)
      .filter(({ move }) => taste.style === null || (taste.style.groups[move.group] ?? 0) >= WANTED)
      .filter(({ move, found }) => move.needsNext?.(found, span.next?.chord ?? null) ?? true)
      .map((proposal) => priceMove(take, span, proposal))
      .filter(({ extra }) => extra !== null && extra <= MOST_EXTRA)
      .sort((a, b) => a.extra! - b.extra!);
    if (priced[0]) cells = applyPatch(cells, priced[0].patch).cells;
  });
  return { ...cells, ...styledColours(prepareTake(session, { chart, barIds, cells }).columns, taste) };
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
