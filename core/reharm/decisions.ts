import { symbolOf, type Chord } from '../chord/chord.ts';
import { suffixOf } from '../chord/kind.ts';
import { parseChord, parseSuffix } from '../chord/symbol.ts';
import type { Slot } from '../chart/chart.ts';
import type { Versions } from '../chart/form.ts';
import type { Key } from '../pitch/key.ts';
import { pitchClass } from '../pitch/note.ts';
import type { ReadSlot } from '../reading/read.ts';
import { coloursOf, defaultColour } from './colours.ts';
import type { ColourContext } from './grates.ts';
import { roleOf } from './role.ts';

/** What a player decided for one slot; without a cell the default colour and the best grip stand. */
export interface Cell {
  /** The chart's symbol it was decided for. Where the chart says another meanwhile, the decision waits. */
  readonly on: string;
  /** The same by degree (`chordDegree`), by which it is found again when the tune is in another key. */
  readonly degree?: string;
  /** `changes` chooses a bar's alternate changes, by number from 1; its cell is that of the bar. */
  readonly source:
    | { readonly kind: 'chart' }
    | { readonly kind: 'colour'; readonly suffix: string }
    | { readonly kind: 'changes'; readonly number: number };
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

/** The name of the cell that chooses a bar's changes. */
export function changesKey(barId: string, pass: number): string {
  return `${barId}:${pass}:changes`;
}

/** The changes a take plays each bar with. `barIds` in the order of the bars as written. */
export function versionsOf(cells: Cells, barIds: readonly string[]): Versions {
  return (index, pass) => {
    const source = cells[changesKey(barIds[index] ?? '', pass)]?.source;
    return source?.kind === 'changes' ? source.number : 0;
  };
}

/** A chord by its distance from the tonic, so that it is the same in every key: `10:7`, `2:m7/5`. */
export function chordDegree({ root, kind, bass }: Chord, key: Key): string {
  const above = (note: string) => (pitchClass(note) - pitchClass(key.tonic) + 12) % 12;
  return `${above(root)}:${suffixOf(kind)}${bass === null ? '' : `/${above(bass)}`}`;
}

/** A decision for a chord of the chart as it now stands: what it was made for, in words of both. */
export function decisionFor({ symbol, entry, key }: ReadSlot): Pick<Cell, 'on' | 'degree'> {
  return { on: symbol, ...(entry.chord && { degree: chordDegree(entry.chord, key) }) };
}

/** The decision that stands for a slot: made for its chord, or for the same degree in another key, its grip moved along. */
function standing(cell: Cell | undefined, slot: ReadSlot): Cell | null {
  const { chord } = slot.entry;
  if (!cell || chord === null || cell.on === slot.symbol) return cell ?? null;
  if (cell.degree === undefined || cell.degree !== chordDegree(chord, slot.key)) return null;
  const before = parseChord(cell.on);
  const { pin, ...rest } = cell;
  const moved =
    pin !== undefined && before.ok ? movedGrip(pin, pitchClass(chord.root) - pitchClass(before.value.root)) : null;
  return moved === null ? rest : { ...rest, pin: moved };
}

/** No grip is moved beyond this fret: there a neck ends for most hands. */
const LAST_FRET = 15;

/** A grip moved along the neck by semitones or an octave off, the nearer way first; null where it has open strings or no room. */
function movedGrip(pin: string, semitones: number): string | null {
  const frets = (pin.match(/\d+/g) ?? []).map(Number);
  const up = ((semitones % 12) + 12) % 12;
  const by = [up, up - 12]
    .sort((a, b) => Math.abs(a) - Math.abs(b))
    .find((shift) => frets.every((fret) => fret > 0 && fret + shift > 0 && fret + shift <= LAST_FRET));
  return by === undefined ? null : pin.replace(/\d+/g, (fret) => String(Number(fret) + by));
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
      const decision = standing(cells[at], slot);
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
  for (const at of Object.keys(cells).filter((name) => !Number.isNaN(tickOf(name))))
    ticks.set(barOf(at), [...(ticks.get(barOf(at)) ?? []), tickOf(at)]);
  for (const list of ticks.values()) list.sort((a, b) => a - b);
  return ticks;
}

/** A slot's span, divided where a decision for its chord lies within it. */
function spansOf(slot: ReadSlot, at: string, ticks: readonly number[], cells: Cells) {
  const { entry } = slot;
  const end = entry.tick + entry.ticks;
  const inner = ticks.filter(
    (tick) => tick > entry.tick && tick < end && standing(cells[`${barOf(at)}:${tick}`], slot) !== null,
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
  const { entry } = column.slot;
  if (column.chord === null || entry.chord === null || entry.beats < 2) return null;
  const perBeat = entry.ticks / entry.beats;
  const tick = entry.tick + Math.ceil(entry.beats / 2) * perBeat;
  const steady = coloursOf(entry.chord, colourContext(slots, column.slotAt)).filter(({ group }) => group === 'usual');
  const stands = steady.findIndex(({ chord }) => symbolOf(chord) === column.symbol);
  const next = steady[(stands + 1) % Math.max(1, steady.length)];
  if (!next || symbolOf(next.chord) === column.symbol) return null;
  return {
    at: `${barOf(column.at)}:${tick}`,
    cell: { ...decisionFor(column.slot), source: { kind: 'colour', suffix: next.suffix } },
  };
}

function chordFor(own: Chord, cell: Cell | null, context: ColourContext | null): Chord {
  if (cell?.source.kind === 'colour') {
    const kind = parseSuffix(cell.source.suffix);
    if (kind !== null) return { ...own, kind };
  }
  return cell?.source.kind === 'chart' || context === null ? own : defaultColour(own, context).chord;
}
