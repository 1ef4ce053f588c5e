import type { Hand } from '../neck/hand.ts';
import { headerKey } from '../pitch/key.ts';
import { pitchName } from '../pitch/note.ts';
import type { Midi } from '../pitch/pitch.ts';
import type { NamedSpan, Score, Sound } from '../score/score.ts';
import { formatMeter } from '../time/meter.ts';

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
export function writeTab(score: Score, { tuning, capo }: Pick<Hand, 'tuning' | 'capo'>): string {
  const strings = stringNames(tuning);
  const head = `${score.title}\n${headerKey(score.key)} · ${formatMeter(score.meter)} · ${score.tempo}${score.feel === 'swing' ? ' swing' : ''}${capo > 0 ? ` · capo ${capo}` : ''}\n`;
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
  for (const bar of barsOf(score)) {
    for (const drawn of drawBar(bar, room, strings.length)) {
      if (row.length > 0 && widthOf(row) + drawn.names.length > room) flush();
      row.push(drawn);
    }
  }
  flush();
  return `${head}\n${lines.join('\n')}`.trimEnd() + '\n';
}

/** A chord name, and what sounds under it. */
interface Cell extends NamedSpan {
  readonly sound: Sound | null;
}

function barsOf({ columns, parts }: Score): Cell[][] {
  const bars: Cell[][] = [];
  for (const [i, column] of columns.entries()) {
    const cell = { ...column, sound: parts.guitar.find((sound) => sound.column === i) ?? null };
    const last = bars.at(-1);
    if (last && last[0]!.bar === column.bar) last.push(cell);
    else bars.push([cell]);
  }
  return bars;
}

/** A bar's cells, closed with a bar line; broken into several where it is wider than `room`. */
function drawBar(cells: readonly Cell[], room: number, count: number): DrawnBar[] {
  const empty = Array.from({ length: count }, () => '');
  const pieces: DrawnBar[] = [];
  let names = '';
  let strings = empty;
  for (const { symbol, sound } of cells) {
    const width = Math.max(symbol.length + 1, 5);
    if (names.length > 0 && names.length + width + 1 > room) {
      pieces.push({ names, strings });
      names = '';
      strings = empty;
    }
    names += symbol.padEnd(width);
    strings = strings.map((text, s) => {
      const note = sound?.notes.find(({ string }) => string === count - 1 - s);
      return text + `-${note?.fret ?? ''}`.padEnd(width, '-');
    });
  }
  pieces.push({ names: `${names} `, strings: strings.map((text) => `${text}|`) });
  return pieces;
}
