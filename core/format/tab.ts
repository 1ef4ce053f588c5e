import type { ArrangedColumn } from '../leading/arrange.ts';
import type { Chart } from '../chart/chart.ts';
import { formatMeter } from '../time/meter.ts';
import { headerKey } from '../pitch/key.ts';

/** Columns of text a line of tab may take. */
export const TAB_WIDTH = 80;
const STRING_NAMES = ['e', 'B', 'G', 'D', 'A', 'E'];

/** One bar drawn: the chord names above it and six lines, highest string first, all of one width. */
interface DrawnBar {
  readonly names: string;
  readonly strings: readonly string[];
}

/**
 * A text tab: chord names over six lines, wrapped between bars to {@link TAB_WIDTH} columns (a bar wider
 * than that is broken between chords).
 */
export function writeTab(chart: Chart, columns: readonly ArrangedColumn[]): string {
  const head = `${chart.title}\n${headerKey(chart.key)} · ${formatMeter(chart.meter)} · ${chart.tempo}${chart.feel === 'swing' ? ' swing' : ''}\n`;
  const lines: string[] = [];
  let row: DrawnBar[] = [];
  const room = TAB_WIDTH - 3;
  const widthOf = (bars: readonly DrawnBar[]) => bars.reduce((sum, { names }) => sum + names.length, 0);
  const flush = () => {
    if (row.length === 0) return;
    lines.push(`  ${row.map(({ names }) => names).join('')}`.trimEnd());
    STRING_NAMES.forEach((name, s) => lines.push(`${name}|${row.map(({ strings }) => strings[s]).join('')}`));
    lines.push('');
    row = [];
  };
  for (const bar of barsOf(columns)) {
    for (const drawn of drawBar(bar, room)) {
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
function drawBar(columns: readonly ArrangedColumn[], room: number): DrawnBar[] {
  const pieces: DrawnBar[] = [];
  let names = '';
  let strings = STRING_NAMES.map(() => '');
  for (const { column, grip } of columns) {
    const width = Math.max(column.symbol.length + 1, 5);
    if (names.length > 0 && names.length + width + 1 > room) {
      pieces.push({ names, strings });
      names = '';
      strings = STRING_NAMES.map(() => '');
    }
    names += column.symbol.padEnd(width);
    strings = strings.map((text, s) => {
      const fret = grip?.frets[STRING_NAMES.length - 1 - s] ?? -1;
      return text + `-${fret < 0 ? '' : fret}`.padEnd(width, '-');
    });
  }
  pieces.push({ names: `${names} `, strings: strings.map((text) => `${text}|`) });
  return pieces;
}
