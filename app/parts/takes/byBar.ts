import { distinct, ticksPerBar, type ArrangedColumn, type Midi, t } from '../../../core/index.ts';

/* What the charts of a take draw, bar by bar. Time is counted in written-out bars: 5.5 is the middle of bar 5. */

type Columns = readonly Pick<ArrangedColumn, 'column' | 'grip' | 'movement'>[];

/** A line that stays on each value until the next: times, values (null: nothing sounds), and what each is, in words. */
export interface Steps {
  readonly at: readonly number[];
  readonly values: readonly (number | null)[];
  readonly words: readonly string[];
}

const timeOf = ({ slot }: ArrangedColumn['column']) => slot.bar + slot.entry.tick / ticksPerBar(slot.meter);
const endOf = ({ slot }: ArrangedColumn['column']) =>
  slot.bar + (slot.entry.tick + slot.entry.ticks) / ticksPerBar(slot.meter);

function stepsOf(columns: Columns, value: (column: Columns[number]) => number | null): Steps {
  const last = columns.at(-1);
  return {
    at: [...columns.map(({ column }) => timeOf(column)), ...(last ? [endOf(last.column)] : [])],
    values: [...columns.map(value), ...(last ? [value(last)] : [])],
    words: [...columns, ...(last ? [last] : [])].map(({ column, grip }) => `${column.symbol} ${grip?.grip ?? ''}`),
  };
}

/** The voices of a take as lines of pitches, counted from the top one; a grip with fewer notes has fewer. */
export function voiceLines(columns: Columns): readonly Steps[] {
  const pitches = new Map(columns.map((column) => [column, distinct(column.grip?.pitches ?? []).toReversed()]));
  const most = Math.max(0, ...[...pitches.values()].map(({ length }) => length));
  return Array.from({ length: most }, (_, voice) =>
    stepsOf(columns, (column): Midi | null => pitches.get(column)![voice] ?? null),
  );
}

/** The lowest voice, whichever of the others sound. */
export const bassLine = (columns: Columns): Steps =>
  stepsOf(columns, ({ grip }) => (grip ? Math.min(...grip.pitches) : null));

/** The lowest fretted fret of each grip; open strings alone lie at the nut. */
export const positionLine = (columns: Columns): Steps =>
  stepsOf(columns, ({ grip }) => {
    if (!grip) return null;
    const fretted = grip.frets.filter((fret) => fret > 0);
    return fretted.length === 0 ? 0 : Math.min(...fretted);
  });

/** Semitones that all voices move by within each bar, the change into it included. */
export function movementByBar(columns: Columns, bars: readonly number[]): readonly number[] {
  const moved = new Map<number, number>();
  for (const { column, movement } of columns) moved.set(column.slot.bar, (moved.get(column.slot.bar) ?? 0) + movement);
  return bars.map((bar) => moved.get(bar) ?? 0);
}

/** What a line has in each bar, in words: `3–5`, or nothing. */
export function rangeByBar(
  { at, values }: Steps,
  bars: readonly number[],
  said: (value: number) => string,
): readonly string[] {
  return bars.map((bar) => {
    const here = values.filter((value, i) => value !== null && i < at.length - 1 && Math.floor(at[i]!) === bar);
    if (here.length === 0) return '';
    const [low, high] = [Math.min(...(here as number[])), Math.max(...(here as number[]))];
    return low === high ? said(low) : t('{said} to {last}', { said: said(low), last: said(high) });
  });
}
