import { symbolOf, type Chord } from '../chord/chord.ts';
import { parseSuffix } from '../chord/symbol.ts';
import type { Patch } from '../patch.ts';
import type { ReadSlot } from '../reading/read.ts';
import { standingSlots, stretch, type AppliedMove, type Standing } from './applied.ts';
import { coloursOf, defaultColour } from './colours.ts';
import { barOf, decisionFor, standing, tickOf, type Cell, type Cells } from './decisions.ts';
import type { ColourContext } from './grates.ts';
import { spanAt, type Span } from './moves/span.ts';
import { moveOf } from './moves/table.ts';
import { roleOf } from './role.ts';
import { wishesOf, type StandingWish } from './wish.ts';

/** A slot as it stands in a take: the chart's, a part of it that takes a colour of its own, or a chord that a move put in. */
export interface Column {
  /** Where its decisions live: bar id, pass and tick. */
  readonly at: string;
  /** Its span and the chord that is coloured there. */
  readonly slot: ReadSlot;
  /** The chart's symbol there. */
  readonly plain: string;
  /** Which part of its slot, from 0. */
  readonly part: number;
  /** Null is N.C. */
  readonly chord: Chord | null;
  readonly symbol: string;
  /** What the player decided here, or null. */
  readonly decision: Cell | null;
  /** What its colours depend on. */
  readonly context: ColourContext;
  /** The move that put it here, or null. */
  readonly move: AppliedMove | null;
  /** The wishes whose spans it lies in. */
  readonly wishes: readonly StandingWish[];
  /** Whether what really sounds beside that move takes its reason away. */
  readonly leans: 'next' | 'prev' | null;
}

/** What the colour of slot `i` of the plain chart depends on. */
export function colourContext(slots: readonly ReadSlot[], i: number): ColourContext {
  const next = slots.slice(i + 1).find((slot) => slot.entry.chord !== null);
  return { role: roleOf(slots[i]!), next: next?.entry.chord ?? null, key: slots[i]!.key };
}

/**
 * The columns of a take: moves are made, then each slot has its decision, or the default colour; a decision that lies
 * within a slot's span divides it. `keys[i]` names slot `i`'s cell. With `plain` the chart's own chords stay.
 */
export function columnsOf(
  slots: readonly ReadSlot[],
  keys: readonly string[],
  cells: Cells,
  { plain = false }: { plain?: boolean } = {},
): readonly Column[] {
  const divisions = divisionsOf(plain ? {} : cells);
  const wishes = wishesOf(slots, keys, cells);
  const wishesIn = ({ start, entry }: ReadSlot) =>
    wishes.filter((one) => {
      const end = one.start + one.ticks;
      return one.start <= start && start < end && (one.wish.kind !== 'arrive' || start + entry.ticks >= end);
    });
  const columns = standingSlots(slots, keys, plain ? {} : cells).flatMap((one) => {
    const ticks = divisions.get(barOf(one.at)) ?? [];
    return spansOf(one, ticks, cells).map(({ at, slot }, part): Column => {
      const own = one.slot.entry.chord;
      const of = {
        at,
        slot,
        part,
        plain: one.plain,
        context: one.context,
        move: one.move,
        wishes: wishesIn(slot),
        leans: null,
      };
      if (own === null) return { ...of, chord: null, symbol: 'N.C.', decision: null };
      const decision = standing(cells[at], one.slot);
      const chord = chordFor(own, decision, plain || one.asIs ? null : one.context);
      return { ...of, chord, symbol: symbolOf(chord), decision };
    });
  });
  return columns.map((column, i) => (column.move ? { ...column, leans: leaning(columns, i, column.move) } : column));
}

/** Whether the chords that really sound around a move take its reason away. */
function leaning(columns: readonly Column[], at: number, move: AppliedMove): Column['leans'] {
  let [first, last] = [at, at];
  while (columns[first - 1]?.move === move) first--;
  while (columns[last + 1]?.move === move) last++;
  const { needsNext, needsPrev } = moveOf(move.id)!;
  if (needsNext && !needsNext(move.found, columns[last + 1]?.chord ?? null)) return 'next';
  return needsPrev && !needsPrev(move.found, columns[first - 1]?.chord ?? null) ? 'prev' : null;
}

/** The span of the plain chart that columns cover; with a column that a move put in, the whole span of that move. */
export function spanOfColumns(slots: readonly ReadSlot[], columns: readonly Column[]): Span | null {
  const starts = columns.map(({ move, slot }) => move?.span.start ?? slot.start);
  const ends = columns.map(({ move, slot }) =>
    move ? move.span.start + move.span.ticks : slot.start + slot.entry.ticks,
  );
  const start = Math.min(...starts);
  return columns.length === 0 ? null : spanAt(slots, start, Math.max(...ends) - start);
}

/** The ticks that have a decision, by bar and pass. */
function divisionsOf(cells: Cells): ReadonlyMap<string, readonly number[]> {
  const ticks = new Map<string, number[]>();
  for (const at of Object.keys(cells).filter((name) => !Number.isNaN(tickOf(name))))
    ticks.set(barOf(at), [...(ticks.get(barOf(at)) ?? []), tickOf(at)]);
  for (const list of ticks.values()) list.sort((a, b) => a - b);
  return ticks;
}

/** A slot's span, divided where a decision for its chord lies within it. */
function spansOf({ at, slot }: Standing, ticks: readonly number[], cells: Cells) {
  const { entry } = slot;
  const end = entry.tick + entry.ticks;
  const inner = ticks.filter(
    (tick) => tick > entry.tick && tick < end && standing(cells[`${barOf(at)}:${tick}`], slot) !== null,
  );
  if (inner.length === 0) return [{ at, slot }];
  const time = (tick: number) => slot.start + tick - entry.tick;
  return [entry.tick, ...inner].map((tick, i) => ({
    at: `${barOf(at)}:${tick}`,
    slot: stretch(slot, time(tick), time(inner[i] ?? end)),
  }));
}

/**
 * Divides a column on a beat, the longer part first, and gives the second part the next steady colour after the
 * one that stands: the cell to set. Null: it lasts too short, or has no other colour.
 */
export function divide(column: Column): { readonly at: string; readonly cell: Cell } | null {
  const { entry } = column.slot;
  if (column.chord === null || entry.chord === null || entry.beats < 2) return null;
  const perBeat = entry.ticks / entry.beats;
  const tick = entry.tick + Math.ceil(entry.beats / 2) * perBeat;
  const steady = coloursOf(entry.chord, column.context).filter(({ group }) => group === 'usual');
  const stands = steady.findIndex(({ chord }) => symbolOf(chord) === column.symbol);
  const next = steady[(stands + 1) % Math.max(1, steady.length)];
  if (!next || symbolOf(next.chord) === column.symbol) return null;
  return {
    at: `${barOf(column.at)}:${tick}`,
    cell: { ...decisionFor(column.slot), source: { kind: 'colour', suffix: next.suffix } },
  };
}

/**
 * Moves the beginning of a part by beats, later or earlier: the change to make. Null where there is no room: every part
 * keeps a beat. `before` is the column before it.
 */
export function shiftPart(column: Column, before: Column | undefined, beats: number): Patch<Cell> | null {
  const { decision, slot, at, part } = column;
  const perBeat = slot.entry.ticks / slot.entry.beats;
  if (part === 0 || !decision || !before) return null;
  if (before.slot.entry.beats + beats < 1 || slot.entry.beats - beats < 1) return null;
  return { [at]: null, [`${barOf(at)}:${slot.entry.tick + beats * perBeat}`]: decision };
}

function chordFor(own: Chord, cell: Cell | null, context: ColourContext | null): Chord {
  if (cell?.source.kind === 'colour') {
    const kind = parseSuffix(cell.source.suffix);
    if (kind !== null) return { ...own, kind };
  }
  return cell?.source.kind === 'chart' || context === null ? own : defaultColour(own, context).chord;
}
