import type { Hand } from '../neck/hand.ts';
import { headerKey } from '../pitch/key.ts';
import { pitchName } from '../pitch/note.ts';
import type { Midi } from '../pitch/pitch.ts';
import { countedAt } from '../score/rhythm/hits.ts';
import type { Legato } from '../score/legato.ts';
import type { Score, SoundNote } from '../score/score.ts';
import { formatMeter, ticksPerBar, type Ticks } from '../time/meter.ts';

/** Columns of text a line of tab may take. */
export const TAB_WIDTH = 80;

/** One bar drawn: the chord names above it, how its hits are counted, and a line a string, highest first, all of one width. */
interface DrawnBar {
  readonly names: string;
  readonly counts: string;
  readonly strings: readonly string[];
}

/** The strings by name, highest first; the highest in small letters, as tabs have it (common practice). */
function stringNames(tuning: readonly Midi[]): string[] {
  const names = [...tuning].reverse().map((open) => pitchName(open).replace(/-?\d+$/, ''));
  const width = Math.max(...names.map((name) => name.length));
  return names.map((name, i) => (i === 0 ? name.toLowerCase() : name).padEnd(width));
}

/**
 * A text tab: chord names (and, where more is played than each chord once, how its hits are counted) over a line a string, wrapped between bars to {@link TAB_WIDTH} columns (a bar wider
 * than that is broken between chords). Frets are counted from the capo, which is told.
 */
export function writeTab(score: Score, { tuning, capo }: Pick<Hand, 'tuning' | 'capo'>): string {
  const strings = stringNames(tuning);
  const head = `${score.title}\n${headerKey(score.key)} · ${formatMeter(score.meter)} · ${score.tempo}${score.feel === 'swing' ? ' swing' : ''}${capo > 0 ? ` · capo ${capo}` : ''}\n`;
  const counted = isInRhythm(score);
  const lines: string[] = [];
  let row: DrawnBar[] = [];
  const margin = strings[0]!.length + 1;
  const room = TAB_WIDTH - margin - 1;
  const widthOf = (bars: readonly DrawnBar[]) => bars.reduce((sum, { names }) => sum + names.length, 0);
  const flush = () => {
    if (row.length === 0) return;
    lines.push(`${' '.repeat(margin)}${row.map(({ names }) => names).join('')}`.trimEnd());
    if (counted) lines.push(`${' '.repeat(margin)}${row.map(({ counts }) => counts).join('')}`.trimEnd());
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

/** A muted string; a note hammered on, pulled off, slid to (common practice of text tab). */
const MUTED = 'x';
const SIGNS: Readonly<Record<Legato, string>> = { hammer: 'h', pull: 'p', slide: '/' };

/** A moment in a bar: the chord that begins there, what is plucked, and how it is counted. */
interface Cell {
  readonly symbol: string;
  readonly notes: readonly SoundNote[];
  /** What stands before a fret, by note: how it is brought on without a pluck; `x` in its place where the string is muted. */
  readonly signs: ReadonlyMap<SoundNote, string>;
  readonly count: string;
}

/** The chord that begins at a moment; one that only takes another grip is named once a bar. */
function symbolAt(begins: Score['columns'], moment: Ticks): string {
  const at = begins.findIndex(({ start }) => start === moment);
  const symbol = begins[at]?.symbol ?? '';
  return at > 0 && begins[at - 1]!.symbol === symbol ? '' : symbol;
}

/** The bars of a score as moments, each with a chord that begins or a hit. */
function barsOf({ bars, columns, parts: { guitar } }: Score): Cell[][] {
  return bars.map(({ start: from, ticks, meter }) => {
    const missing = Math.max(0, ticksPerBar(meter) - ticks);
    const isHere = ({ start }: { readonly start: Ticks }) => from <= start && start < from + ticks;
    const [begins, hits] = [columns.filter(isHere), guitar.filter(isHere)];
    const moments = [...new Set([...begins, ...hits].map(({ start }) => start))].sort((a, b) => a - b);
    return moments.map((moment): Cell => {
      const now = hits.filter(({ start }) => start === moment);
      const signs = now.flatMap(({ notes, kind, legato }) => {
        const sign = kind === 'muted' ? MUTED : legato ? SIGNS[legato] : null;
        return sign === null ? [] : notes.map((note) => [note, sign] as const);
      });
      return {
        symbol: symbolAt(begins, moment),
        notes: now.flatMap(({ notes }) => notes),
        signs: new Map(signs),
        count: now.length === 0 ? '' : countedAt(moment - from + missing, meter),
      };
    });
  });
}

/** Whether more is played than each chord once, where it begins. */
const isInRhythm = ({ columns, parts: { guitar } }: Score): boolean =>
  guitar.some(({ start, column }) => column === null || columns[column]!.start !== start) ||
  new Set(guitar.map(({ column }) => column)).size < guitar.length;

/** A bar's cells, closed with a bar line; broken into several where it is wider than `room`. */
function drawBar(cells: readonly Cell[], room: number, count: number): DrawnBar[] {
  const empty: DrawnBar = { names: '', counts: '', strings: Array.from({ length: count }, () => '') };
  const pieces: DrawnBar[] = [];
  let piece = empty;
  for (const { symbol, notes, signs, count: counted } of cells) {
    const width = Math.max(symbol.length + 1, symbol === '' ? 4 : 5);
    if (piece.names.length > 0 && piece.names.length + width + 1 > room) {
      pieces.push(piece);
      piece = empty;
    }
    piece = {
      names: piece.names + symbol.padEnd(width),
      counts: piece.counts + ` ${counted}`.padEnd(width),
      strings: piece.strings.map((text, s) => {
        const note = notes.find(({ string }) => string === count - 1 - s);
        const sign = note ? (signs.get(note) ?? '') : '';
        return text + `-${!note ? '' : sign === MUTED ? sign : sign + note.fret}`.padEnd(width, '-');
      }),
    };
  }
  const { names, counts, strings } = piece;
  pieces.push({ names: `${names} `, counts: `${counts} `, strings: strings.map((text) => `${text}|`) });
  return pieces;
}
