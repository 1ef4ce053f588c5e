import type { Chart } from '../chart/chart.ts';
import { playedBars } from '../chart/played.ts';
import type { Patch } from '../patch.ts';
import type { Key } from '../pitch/key.ts';
import type { Meter, Ticks } from '../time/meter.ts';
import { breathOf, type MelodyNote, type SungNote } from './melody.ts';

/** What is kept of one bar, each time through it or one time: its notes, in order. */
export type BarNotes = readonly Omit<MelodyNote, 'bar' | 'pass'>[];
/** A melody as it is edited, cell by cell: by the id of its bar, and for one time through it as `id/2`. */
export type MelodyCells = Readonly<Record<string, BarNotes>>;

/** A note of a stave, on the time line of the bars as written; tied heads are one note. */
export interface StaveNote {
  readonly start: Ticks;
  readonly ticks: Ticks;
  readonly pitch: MelodyNote['pitch'];
  readonly spelling: MelodyNote['spelling'];
  /** Whether it is to sound on though what comes next on the stave is another. */
  readonly tied: boolean;
  readonly breath?: MelodyNote['breath'];
}
export interface StaveBar {
  /** Its index in the chart, and its number there. */
  readonly index: number;
  readonly number: number;
  readonly start: Ticks;
  readonly ticks: Ticks;
  readonly meter: Meter;
  readonly key: Key;
  readonly id: string;
  /** How often it is played. */
  readonly times: number;
  /** The cell its notes come from, and the one that a change of them goes to. */
  readonly from: string;
  readonly to: string;
  /** Notes that stand in it, but do not fit any more: its meter was changed. */
  readonly beyond: BarNotes;
}
/** The melody of a chart as written, as it is one time through. */
export interface Stave {
  readonly bars: readonly StaveBar[];
  readonly notes: readonly StaveNote[];
}

const NO_NOTES: BarNotes = [];

/** How often each bar of a chart, as written, is played. */
export function timesThrough(chart: Chart): readonly number[] {
  const times = chart.bars.map(() => 0);
  for (const { index } of playedBars(chart)) times[index]!++;
  return times;
}

/**
 * The stave of a chart, its bars by their ids. `time`: the time through whose notes are seen and changed, from 1; null: those of
 * each time, or of the first where each has its own.
 */
export function staveOf(chart: Chart, barIds: readonly string[], cells: MelodyCells, time: number | null): Stave {
  const times = timesThrough(chart);
  const bars: StaveBar[] = [];
  const notes: StaveNote[] = [];
  let start: Ticks = 0;
  chart.bars.forEach(({ number, meter, key, ticks }, index) => {
    const id = barIds[index]!;
    const own = `${id}/${time ?? 1}`;
    const isOne = time !== null && times[index]! > 1 && time <= times[index]!;
    const from = own in cells && (isOne || !(id in cells)) ? own : id;
    const kept = cells[from] ?? NO_NOTES;
    const beyond = kept.filter((note) => note.tick + note.ticks > ticks);
    bars.push({
      index,
      number,
      start,
      ticks,
      meter,
      key,
      id,
      times: times[index]!,
      from,
      to: isOne ? own : from,
      beyond,
    });
    for (const { tick, ...note } of kept.filter((one) => !beyond.includes(one)))
      addNote(notes, { ...note, start: start + tick });
    start += ticks;
  });
  return { bars, notes };
}

/** Adds a note after the others, or to the last where that is tied to it. */
function addNote(notes: StaveNote[], note: StaveNote): void {
  const last = notes.at(-1);
  if (last?.tied && last.pitch === note.pitch && last.start + last.ticks === note.start)
    notes[notes.length - 1] = { ...last, ticks: last.ticks + note.ticks, tied: note.tied, ...breathOf(note) };
  else notes.push(note);
}

/** The notes of a bar of a stave, from its start: what goes over its end is tied. */
export function barNotes({ notes }: Stave, { start, ticks }: StaveBar): BarNotes {
  const end = start + ticks;
  return notes
    .filter((note) => note.start < end && note.start + note.ticks > start)
    .map(({ pitch, spelling, ...note }) => {
      const [from, to] = [Math.max(note.start, start), Math.min(note.start + note.ticks, end)];
      const goesOn = to < note.start + note.ticks;
      const sound = { tick: from - start, ticks: to - from, pitch, spelling, tied: goesOn || note.tied };
      return goesOn ? sound : { ...sound, ...breathOf(note) };
    });
}

/** What an edit changes in the cells: of each bar that sounds otherwise after it, all of its notes. */
export function cellsAfter(cells: MelodyCells, before: Stave, after: Stave): Patch<BarNotes> {
  const changed = before.bars.flatMap((bar): [string, BarNotes | null][] => {
    const [was, is] = [barNotes(before, bar), barNotes(after, bar)];
    if (JSON.stringify(was) === JSON.stringify(is)) return [];
    const all = [...is, ...bar.beyond];
    return all.length > 0 ? [[bar.to, all]] : silenced(cells, bar);
  });
  return Object.fromEntries(changed);
}

/** One time through a bar is silent when all others have notes of their own. */
function silenced(cells: MelodyCells, { id, to, times }: StaveBar): [string, BarNotes | null][] {
  const each = cells[id];
  if (to === id || !each) return [[to, null]];
  const others = Array.from({ length: times }, (_, i) => `${id}/${i + 1}`).filter((own) => own !== to);
  return [[to, null], [id, null], ...others.map((own): [string, BarNotes] => [own, cells[own] ?? each])];
}

/** Where the tune ends on the stave. */
export const endOf = ({ bars }: Stave): Ticks => {
  const last = bars.at(-1);
  return last ? last.start + last.ticks : 0;
};

/** The bar a place is in; the end of the tune is in the last. */
export function barAt({ bars }: Stave, at: Ticks): StaveBar {
  return bars.findLast(({ start }) => start <= at) ?? bars[0]!;
}

/** What changes in the cells when a note of a melody, as it is sung, takes another pitch: in every time through that has it. */
export function retuned(
  chart: Chart,
  barIds: readonly string[],
  cells: MelodyCells,
  { bar, tick }: Pick<SungNote, 'bar' | 'tick'>,
  sound: Pick<StaveNote, 'pitch' | 'spelling'>,
): Patch<BarNotes> {
  const played = playedBars(chart).find(({ number }) => number === bar);
  if (!played) return {};
  const hasOwn = `${barIds[played.index]!}/${played.pass}` in cells;
  const before = staveOf(chart, barIds, cells, hasOwn ? played.pass : null);
  const start = before.bars[played.index]!.start + tick;
  const notes = before.notes.map((note) => (note.start === start ? { ...note, ...sound } : note));
  return cellsAfter(cells, before, { ...before, notes });
}
