import type { Chart } from '../chart/chart.ts';
import { suffixOf } from '../chord/kind.ts';
import { applyPatch, type Patch } from '../patch.ts';
import type { Melody } from '../melody/melody.ts';
import { readChart, type ReadSlot } from '../reading/read.ts';
import type { Ticks } from '../time/meter.ts';
import { columnsOf, type Column, type ColumnsHow } from './columns.ts';
import type { Decision, Decisions } from './decision.ts';
import { atOf, nameOf, readName, slotKeys, slotsAt } from './key.ts';
import { keptGrips } from './kept-grips.ts';
import { decisionFor, versionsOf } from './standing.ts';

/** A tune that two takes are of, and how columns are made of it. */
export interface TuneOfTakes extends Omit<ColumnsHow, 'plain'> {
  readonly chart: Chart;
  /** In the order of the bars as written. */
  readonly barIds: readonly string[];
  /** What is sung to it. */
  readonly melody?: Melody;
}

/** Another take as it stands, voiced; `cells` of the plain chart are none. */
export interface OtherTake {
  readonly cells: Decisions;
  readonly columns: readonly { readonly column: Column; readonly grip: { readonly grip: string } | null }[];
}

/** Bars of another take in the place of one's own. */
export interface TakenBars {
  readonly patch: Patch<Decision>;
  /** Written-out bars, the last included: more than were asked for where a move of either take goes on over their edge. */
  readonly from: number;
  readonly to: number;
}

interface Span {
  readonly start: Ticks;
  readonly end: Ticks;
}

/**
 * The change that gives a take some bars of another: its chords, moves and changes, the wishes and manners that lie within,
 * and its grips, kept as they stood there. What the take had there goes; elsewhere nothing changes.
 */
export function barsFromAnother(
  { chart, barIds, melody, ...how }: TuneOfTakes,
  cells: Decisions,
  other: OtherTake,
  { from, to }: Pick<TakenBars, 'from' | 'to'>,
): TakenBars {
  const read = (decided: Decisions) => {
    const slots = readChart(chart, versionsOf(decided, barIds), melody);
    const keys = slotKeys(slots, barIds);
    return { slots, keys, columns: columnsOf(slots, keys, decided, how) };
  };
  const own = read(cells);
  const theirs = read(other.cells);
  const span = widened(spanOfBars(own.slots, from, to), own.slots, [
    ...own.columns,
    ...other.columns.map(({ column }) => column),
  ]);
  const isIn = ({ start, end }: Span) => span.start <= start && end <= span.end;
  const gone = Object.keys(cells).flatMap((name): [string, Decision | null][] => {
    const stands = standsAt(name, cells[name]!, own);
    // What is decided for every pass goes on in those that stay.
    return stands.some(isIn)
      ? [[name, null], ...stands.filter((one) => !isIn(one)).map((one): [string, Decision] => [one.name, cells[name]!])]
      : [];
  });
  const come = Object.entries(other.cells).flatMap(([name, decision]): [string, Decision][] =>
    decision.layer === 'kept'
      ? []
      : standsAt(name, decision, theirs)
          .filter(isIn)
          .map((one) => [one.name, decision]),
  );
  const here = other.columns.filter(({ column: { slot } }) => isIn({ start: slot.start, end: endOf(slot) }));
  const copied: Patch<Decision> = {
    ...Object.fromEntries(gone),
    ...Object.fromEntries(come),
    ...keptGrips(here),
  };
  const after = new Map(read(applyPatch(cells, copied).cells).columns.map((column) => [column.at, column]));
  // A colour that nobody chose may be another here: then it is told.
  const told = here.flatMap(({ column: { at, slot, symbol, chord } }): [string, Decision][] =>
    chord === null || after.get(at)?.symbol === symbol
      ? []
      : [[at, { ...decisionFor(slot), colour: symbol === slot.symbol ? null : suffixOf(chord.kind) }]],
  );
  const bars = own.slots.filter(({ start }) => span.start <= start && start < span.end).map(({ bar }) => bar);
  return { patch: { ...copied, ...Object.fromEntries(told) }, from: Math.min(...bars), to: Math.max(...bars) };
}

const endOf = ({ start, entry }: ReadSlot): Ticks => start + entry.ticks;

/** The ticks of some written-out bars. */
function spanOfBars(slots: readonly ReadSlot[], from: number, to: number): Span {
  const within = slots.filter(({ bar }) => from <= bar && bar <= to);
  return { start: Math.min(...within.map(({ start }) => start)), end: Math.max(...within.map(endOf)) };
}

/** The span with all of each move that reaches into it, in whole bars. */
function widened(span: Span, slots: readonly ReadSlot[], columns: readonly Pick<Column, 'move'>[]): Span {
  const moves = columns.flatMap(({ move }) =>
    move ? { start: move.span.start, end: move.span.start + move.span.ticks } : [],
  );
  const wider = moves
    .filter(({ start, end }) => start < span.end && span.start < end)
    .reduce((a, b) => ({ start: Math.min(a.start, b.start), end: Math.max(a.end, b.end) }), span);
  if (wider.start === span.start && wider.end === span.end) return span;
  const bars = slots.filter((slot) => slot.start < wider.end && wider.start < endOf(slot)).map(({ bar }) => bar);
  return widened(spanOfBars(slots, Math.min(...bars), Math.max(...bars)), slots, columns);
}

/** Where a decision stands, once for each pass, with the name it has for that pass alone. */
function standsAt(
  name: string,
  decision: Decision,
  { slots, keys }: { readonly slots: readonly ReadSlot[]; readonly keys: readonly string[] },
): readonly (Span & { readonly name: string })[] {
  const { at, layer, kind } = readName(name)!;
  return slotsAt(slots, keys, at).map((slot) => {
    const start = slot.start + at.tick - slot.entry.tick;
    const end = 'ticks' in decision ? start + decision.ticks : endOf(slot);
    const { pass } = atOf(keys[slots.indexOf(slot)]!);
    return { start, end, name: nameOf({ ...at, pass }, layer, kind) };
  });
}
