import type { ArrangedColumn } from '../leading/arrange.ts';
import type { Chart } from '../chart/chart.ts';
import type { Hand } from '../neck/hand.ts';
import { pitchName } from '../pitch/note.ts';
import type { Midi } from '../pitch/pitch.ts';
import { formatMeter } from '../time/meter.ts';
import { headerKey } from '../pitch/key.ts';

/** Columns of text a line of tab may take. */
export const TAB_WIDTH = 80;

/** One bar drawn: the chord names above it and a line a string, highest string first, all of one width. */
interface DrawnBar {
  readonly names: string;
  readonly strings: readonly string[];
}

/** The strings by name, highest first; the highest in small letters, as tabs have it (common practice). */
function stringNames(tuning: readonly Midi[]): string[] {
  const names = [...tuning].reverse().map((open) => pitchName(open).replace(/-?\d+$/, ''));
  const width = Math.max(...names.map((name) => name.length));
  return names.map((name, i) => (i === 0 ? name.toLowerCase() : name).padEnd(width));
}

/**
 * A text tab: chord names over a line a string, wrapped between bars to {@link TAB_WIDTH} columns (a bar wider
 * than that is broken between chords). Frets are counted from the capo, which is told.
 */
export function writeTab(
  chart: Chart,
  columns: readonly ArrangedColumn[],
  { tuning, capo }: Pick<Hand, 'tuning' | 'capo'>,
): string {
  const strings = stringNames(tuning);
  const head = `${chart.title}\n${headerKey(chart.key)} · ${formatMeter(chart.meter)} · ${chart.tempo}${chart.feel === 'swing' ? ' swing' : ''}${capo > 0 ? ` · capo ${capo}` : ''}\n`;
  const lines: string[] = [];
  let row: DrawnBar[] = [];
  const margin = strings[0]!.length + 1;
  const room = TAB_WIDTH - margin - 1;
  const widthOf = (bars: readonly DrawnBar[]) => bars.reduce((sum, { names }) => sum + names.length, 0);
  const flush = () => {
    if (row.length === 0) return;
    lines.push(`${' '.repeat(margin)}${row.map(({ names }) => names).join('')}`.trimEnd());
    strings.forEach((name, s) => lines.push(`${name}|${row.map((bar) => bar.strings[s]).join('')}`));
    lines.push('');
    row = [];
  };
  for (const bar of barsOf(columns)) {
    for (const drawn of drawBar(bar, room, strings.length)) {
      if (row.length > 0 && widthOf(row) + drawn.names.length > room) flush();
      row.push(drawn);
    }
  }
  flush();
  return `${head}\n${lines.join('\n')}`.trimEnd() + '\n';
}

function barsOf(columns: readonly ArrangedColumn[]): ArrangedColumn[][] {
  const bars: ArrangedColumn[][] = [];
  for (const column of columns) {
    const last = bars.at(-1);
    if (last && last[0]!.column.slot.bar === column.column.slot.bar) last.push(column);
    else bars.push([column]);
  }
  return bars;
}

/** A bar's cells, closed with a bar line; broken into several where it is wider than `room`. */
function drawBar(columns: readonly ArrangedColumn[], room: number, count: number): DrawnBar[] {
  const empty = Array.from({ length: count }, () => '');
  const pieces: DrawnBar[] = [];
  let names = '';
  let strings = empty;
  for (const { column, grip } of columns) {
    const width = Math.max(column.symbol.length + 1, 5);
    if (names.length > 0 && names.length + width + 1 > room) {
      pieces.push({ names, strings });
      names = '';
      strings = empty;
    }
    names += column.symbol.padEnd(width);
    strings = strings.map((text, s) => {
      const fret = grip?.frets[count - 1 - s] ?? -1;
      return text + `-${fret < 0 ? '' : fret}`.padEnd(width, '-');
    });
  }
  pieces.push({ names: `${names} `, strings: strings.map((text) => `${text}|`) });
  return pieces;
}
