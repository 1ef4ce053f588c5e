import type { Chord } from '../chord/chord.ts';
import { symbolOf } from '../chord/chord.ts';
import { parseSuffix } from '../chord/symbol.ts';
import type { Slot } from '../chart/chart.ts';
import type { ReadSlot } from '../reading/read.ts';
import { coloursOf, defaultColour } from './colours.ts';
import type { ColourContext } from './grates.ts';
import { roleOf } from './role.ts';

/** What a player decided for one slot; without a cell the default colour and the best grip stand. */
export interface Cell {
  /** The chart's symbol it was decided for. Where the chart says another meanwhile, the decision waits. */
  readonly on: string;
  readonly source: { readonly kind: 'chart' } | { readonly kind: 'colour'; readonly suffix: string };
  /** A grip, `x-3-5-4-5-3`, that stays whatever else changes. */
  readonly pin?: string;
}
export type Cells = Readonly<Record<string, Cell>>;

/** A slot as it stands in a take, or a part of one that takes several colours. */
export interface Column {
  /** Where its decisions live: bar id, pass and tick. */
  readonly at: string;
  /** Its span: the slot's own, or that of the part. */
  readonly slot: ReadSlot;
  /** The slot it is of, by its place in the chart as read. */
  readonly slotAt: number;
  /** Which part of its slot, from 0. */
  readonly part: number;
  /** Null is N.C. */
  readonly chord: Chord | null;
  readonly symbol: string;
  /** What the player decided here, or null. */
  readonly decision: Cell | null;
}

/** The name of a slot's cell. Each pass of a repeat is its own. */
export function cellKey(barId: string, pass: number, tick: number): string {
  return `${barId}:${pass}:${tick}`;
}

/** The names of the slots' cells. `barIds` in the order of the bars as written, a pickup first. */
export function slotKeys(slots: readonly Slot[], barIds: readonly string[]): string[] {
  const first = slots[0]?.sourceBar ?? 1;
  return slots.map(({ sourceBar, pass, entry }) =>
    cellKey(barIds[sourceBar - first] ?? `bar-${sourceBar}`, pass, entry.tick),
  );
}

/** What the colour of slot `i` depends on. */
export function colourContext(slots: readonly ReadSlot[], i: number): ColourContext {
  const next = slots.slice(i + 1).find((slot) => slot.entry.chord !== null);
  return { role: roleOf(slots[i]!), next: next?.entry.chord ?? null, key: slots[i]!.key };
}

/**
 * The columns of a take: each slot with its decision, or the default colour; a decision that lies within
 * a slot's span divides it. `keys[i]` names slot `i`'s cell. With `plain` the chart's own chords stay.
 */
export function columnsOf(
  slots: readonly ReadSlot[],
  keys: readonly string[],
  cells: Cells,
  { plain = false }: { plain?: boolean } = {},
): readonly Column[] {
  const divisions = divisionsOf(cells);
  return slots.flatMap((slot, slotAt) => {
    const parts = plain ? [] : (divisions.get(barOf(keys[slotAt]!)) ?? []);
    return spansOf(slot, keys[slotAt]!, parts, cells).map(({ at, slot: span }, part): Column => {
      const own = slot.entry.chord;
      const of = { at, slot: span, slotAt, part };
      if (own === null) return { ...of, chord: null, symbol: 'N.C.', decision: null };
      const cell = cells[at];
      const decision = cell?.on === slot.symbol ? cell : null;
      const chord = chordFor(own, decision, plain ? null : colourContext(slots, slotAt));
      return { ...of, chord, symbol: symbolOf(chord), decision };
    });
  });
}

/** The part of a cell's name that is its bar and pass. */
const barOf = (at: string) => at.slice(0, at.lastIndexOf(':'));
const tickOf = (at: string) => Number(at.slice(at.lastIndexOf(':') + 1));

/** The ticks that have a decision, by bar and pass. */
function divisionsOf(cells: Cells): ReadonlyMap<string, readonly number[]> {
  const ticks = new Map<string, number[]>();
  for (const at of Object.keys(cells)) ticks.set(barOf(at), [...(ticks.get(barOf(at)) ?? []), tickOf(at)]);
  for (const list of ticks.values()) list.sort((a, b) => a - b);
  return ticks;
}

/** A slot's span, divided where a decision for its chord lies within it. */
function spansOf(slot: ReadSlot, at: string, ticks: readonly number[], cells: Cells) {
  const { entry } = slot;
  const end = entry.tick + entry.ticks;
  const inner = ticks.filter(
    (tick) => tick > entry.tick && tick < end && cells[`${barOf(at)}:${tick}`]!.on === slot.symbol,
  );
  if (inner.length === 0) return [{ at, slot }];
  return [entry.tick, ...inner].map((tick, i) => ({
    at: `${barOf(at)}:${tick}`,
    slot: partOf(slot, tick, (inner[i] ?? end) - tick),
  }));
}

/** A part of a slot's span, in ticks of its bar. */
function partOf(slot: ReadSlot, tick: number, ticks: number): ReadSlot {
  const { entry } = slot;
  const perBeat = entry.ticks / entry.beats;
  return {
    ...slot,
    start: slot.start + tick - entry.tick,
    entry: { ...entry, tick, ticks, beat: 1 + tick / perBeat, beats: ticks / perBeat },
  };
}

/**
 * Divides a column on a beat, the longer part first, and gives the second part the next steady colour after the
 * one that stands: the cell to set. Null: it lasts too short, or has no other colour.
 */
export function divide(
  slots: readonly ReadSlot[],
  column: Column,
): { readonly at: string; readonly cell: Cell } | null {
  const { entry, symbol } = column.slot;
  if (column.chord === null || entry.chord === null || entry.beats < 2) return null;
  const perBeat = entry.ticks / entry.beats;
  const tick = entry.tick + Math.ceil(entry.beats / 2) * perBeat;
  const steady = coloursOf(entry.chord, colourContext(slots, column.slotAt)).filter(({ group }) => group === 'usual');
  const stands = steady.findIndex(({ chord }) => symbolOf(chord) === column.symbol);
  const next = steady[(stands + 1) % Math.max(1, steady.length)];
  if (!next || symbolOf(next.chord) === column.symbol) return null;
  return {
    at: `${barOf(column.at)}:${tick}`,
    cell: { on: symbol, source: { kind: 'colour', suffix: next.suffix } },
  };
}

function chordFor(own: Chord, cell: Cell | null, context: ColourContext | null): Chord {
  if (cell?.source.kind === 'colour') {
    const kind = parseSuffix(cell.source.suffix);
    if (kind !== null) return { ...own, kind };
  }
  return cell?.source.kind === 'chart' || context === null ? own : defaultColour(own, context).chord;
}
