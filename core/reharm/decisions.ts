import type { Chord } from '../chord/chord.ts';
import { symbolOf } from '../chord/chord.ts';
import { parseSuffix } from '../chord/symbol.ts';
import type { Slot } from '../chart/chart.ts';
import type { ReadSlot } from '../reading/read.ts';
import { defaultColour, type ColourContext } from './colours.ts';
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

/** A slot as it stands in a take. */
export interface Column {
  /** Where its decisions live: bar id, pass and tick. */
  readonly at: string;
  readonly slot: ReadSlot;
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
  return { role: roleOf(slots[i]!), next: next?.entry.chord ?? null };
}

/**
 * The columns of a take: each slot with its decision, or the default colour. `keys[i]` names slot
 * `i`'s cell. With `plain` the chart's own chords stay.
 */
export function columnsOf(
  slots: readonly ReadSlot[],
  keys: readonly string[],
  cells: Cells,
  { plain = false }: { plain?: boolean } = {},
): readonly Column[] {
  return slots.map((slot, i) => {
    const at = keys[i]!;
    const own = slot.entry.chord;
    if (own === null) return { at, slot, chord: null, symbol: 'N.C.', decision: null };
    const cell = cells[at];
    const decision = cell?.on === slot.symbol ? cell : null;
    const chord = chordFor(own, decision, plain ? null : colourContext(slots, i));
    return { at, slot, chord, symbol: symbolOf(chord), decision };
  });
}

function chordFor(own: Chord, cell: Cell | null, context: ColourContext | null): Chord {
  if (cell?.source.kind === 'colour') {
    const kind = parseSuffix(cell.source.suffix);
    if (kind !== null) return { ...own, kind };
  }
  return cell?.source.kind === 'chart' || context === null ? own : defaultColour(own, context).chord;
}
