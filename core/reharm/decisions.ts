import type { Chord } from '../chord/chord.ts';
import { suffixOf } from '../chord/kind.ts';
import { parseChord } from '../chord/symbol.ts';
import type { Slot } from '../chart/chart.ts';
import type { Versions } from '../chart/played.ts';
import type { Key } from '../pitch/key.ts';
import { pitchClass } from '../pitch/note.ts';
import type { ReadSlot } from '../reading/read.ts';
import type { Ticks } from '../time/meter.ts';
import type { Wish } from './wish.ts';

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
    | { readonly kind: 'changes'; readonly number: number }
    | { readonly kind: 'move'; readonly id: string; readonly variant?: string }
    /** Of a span; its chord does not matter. */
    | { readonly kind: 'wish'; readonly wish: Wish; readonly hard: boolean };
  /** How long the span of a move, or of a wish, is. */
  readonly ticks?: Ticks;
  /** A grip, `x-3-5-4-5-3`, that stays whatever else changes. */
  readonly pin?: string;
  /** Whether its voices were led there: then it stands also where it lacks what its chord should have, or adds to it. */
  readonly led?: boolean;
  /** The fingers a pinned grip is to have, `x-1-3-1-4-1`; else those that lie best. */
  readonly fingers?: string;
}
export type Cells = Readonly<Record<string, Cell>>;

/** The name of a slot's cell. Each pass of a repeat is its own. */
export function cellKey(barId: string, pass: number, tick: number): string {
  return `${barId}:${pass}:${tick}`;
}

/** The name of the cell that chooses a bar's changes. */
export function changesKey(barId: string, pass: number): string {
  return `${barId}:${pass}:changes`;
}

/** The name of the cell that holds the move whose span begins at another. */
export const moveKey = (at: string): string => `${at}:move`;

/** The part of a cell's name that is its bar and pass, and its tick, NaN where it has none. */
export const barOf = (at: string): string => at.slice(0, at.lastIndexOf(':'));
/** The id of the bar whose cell it is. */
export const barIdOf = (at: string): string => at.slice(0, at.indexOf(':'));
export const tickOf = (at: string): number => Number(at.slice(at.lastIndexOf(':') + 1));

/** The changes a take plays each bar with. `barIds` in the order of the bars as written. */
export function versionsOf(cells: Cells, barIds: readonly string[]): Versions {
  return (index, pass) => {
    const source = cells[changesKey(barIds[index] ?? '', pass)]?.source;
    return source?.kind === 'changes' ? source.number : 0;
  };
}

/** Of the cells, those that {@link versionsOf} looks at: as long as they stay, the chart is read as it was. */
export const changesOf = (cells: Cells): Cells =>
  Object.fromEntries(Object.entries(cells).filter(([, { source }]) => source?.kind === 'changes'));

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
export function standing(cell: Cell | undefined, slot: ReadSlot): Cell | null {
  const { chord } = slot.entry;
  if (!cell || chord === null || cell.on === slot.symbol) return cell ?? null;
  if (cell.degree === undefined || cell.degree !== chordDegree(chord, slot.key)) return null;
  const before = parseChord(cell.on);
  const { pin, fingers, ...rest } = cell;
  const moved =
    pin !== undefined && before.ok ? movedGrip(pin, pitchClass(chord.root) - pitchClass(before.value.root)) : null;
  return moved === null ? rest : { ...rest, pin: moved, ...(fingers !== undefined && { fingers }) };
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
