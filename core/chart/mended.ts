import type { Place, Problem, ProblemCode } from '../problem.ts';
import { alignBars } from './align.ts';
import { headerLine, partsOfTune } from './headers.ts';
import { parseChart } from './parse.ts';
import { scan } from './scan.ts';

/** A bar as it is written: the text between its bar lines, and where it begins, columns from 0. */
interface Written {
  readonly line: number;
  readonly from: number;
  readonly to: number;
  readonly text: string;
}

/** A bar that never could be read is silent. */
const SILENT = 'N.C.';
/** To mend one thing may show another: an ending without its repeat. Then, line by line, what is left goes. */
const ROUNDS = 8;
/** What no other reading of a line can mend. */
const HOPELESS: readonly ProblemCode[] = [
  'chart-empty',
  'chart-too-long',
  'chart-too-many-bars',
  'chart-too-many-played',
];

/**
 * A chart text in which everything can be read, made from one in which some of it cannot: a bar with a fault keeps its last
 * meaning (from `good`, the last text that could be read), a header too; any other sign that says nothing is left out. Every
 * line stays on its own number. Null: nothing of it can be read, or there are no bars.
 */
export function mendedText(text: string, good: string): string | null {
  let now = partsOfTune(text).chartText;
  for (let round = 0; round < ROUNDS; round++) {
    const read = parseChart(now);
    if (read.ok) return now;
    if (read.problems.some(({ code }) => HOPELESS.includes(code))) return null;
    now = mendedOnce(now, read.problems, good, round);
  }
  return null;
}

/** The bars, by number, that stand as they were: what is typed in them cannot be read. One that only is not closed can. */
export const unreadBars = (problems: readonly Problem[]): readonly number[] => [
  ...new Set(
    problems.flatMap(({ code, bar }) =>
      bar !== null && code !== 'bar-unclosed' && (code.startsWith('chord-') || code.startsWith('bar-')) ? [bar] : [],
    ),
  ),
];

function mendedOnce(text: string, problems: readonly Problem[], good: string, round: number): string {
  const lines = text.split(/\r\n|\r|\n/);
  const bars = barsOf(lines);
  const old = barsOf(good.split(/\r\n|\r|\n/));
  const wasAt = alignBars(
    old.map(({ text: source }, i) => ({ id: String(i), source })),
    bars.map(({ text: source }) => source),
    () => '',
  );
  /** What a bar said when it could be read; in a later round that has failed, too. */
  const lastMeaning = (bar: Written) => {
    const { id } = wasAt[bars.indexOf(bar)]!;
    return round === 0 && id !== '' ? old[Number(id)]!.text : SILENT;
  };
  // Bars that were emptied, to be written anew, keep theirs, as long as there are as many bars as before.
  const empties = problems.filter(({ code, at }) => code === 'bar-empty' && at !== null);
  const isEmptied = round === 0 && empties.length > 0 && bars.length + empties.length === old.length;
  const emptied = (found: Problem) => {
    const before = bars.filter(({ line, from }) => isBefore(line, from, found.at!)).length;
    return isEmptied ? (old[before + empties.indexOf(found)]?.text ?? null) : null;
  };
  const byLine = new Map<number, Problem[]>();
  for (const found of problems) {
    const at = found.at?.line ?? 1;
    byLine.set(at, [...(byLine.get(at) ?? []), found]);
  }
  for (const [number, those] of byLine) {
    const line = lines[number - 1]!;
    lines[number - 1] =
      round >= ROUNDS / 2
        ? leftOut(line)
        : (headerMended(line, good, round) ??
          barsMended(
            line,
            those,
            bars.filter((bar) => bar.line === number),
            { lastMeaning, emptied },
          ));
  }
  return lines.join('\n');
}

/** What a bar said when it could be read, and what an empty one did; null: nothing. */
interface Meanings {
  readonly lastMeaning: (bar: Written) => string;
  readonly emptied: (found: Problem) => string | null;
}

const isBefore = (line: number, from: number, at: Place) =>
  line < at.line || (line === at.line && from < at.column - 1);

/** A line that is not read. */
const leftOut = (line: string) => `# ${line}`;

/** A header as it last could be read, or left out; null where the line is no header. */
function headerMended(line: string, good: string, round: number): string | null {
  const header = headerLine(line);
  if (!header) return null;
  const before = good.split('\n').find((other) => headerLine(other)?.name === header.name);
  return round === 0 && before !== undefined && before !== line ? before : leftOut(line);
}

/** A line of bars with what cannot be read in it replaced or taken out, from its end to its beginning. */
function barsMended(
  line: string,
  problems: readonly Problem[],
  bars: readonly Written[],
  { lastMeaning, emptied }: Meanings,
): string {
  if (bars.length === 0 && !line.includes('|')) return leftOut(line);
  const changes = new Map<number, { readonly to: number; readonly put: string }>();
  for (const found of problems) {
    const { code, at } = found;
    if (!at || at.length >= line.length) continue;
    const column = at.column - 1;
    const again = code === 'bar-empty' ? emptied(found) : null;
    const bar = bars.find(({ from, to }) => from <= column && column < to);
    if (again !== null) changes.set(column, { to: column, put: ` ${again} ` });
    else if (code === 'bar-unclosed') changes.set(line.length, { to: line.length, put: ' |' });
    else if (bar && (code.startsWith('chord-') || code.startsWith('bar-')))
      changes.set(bar.from, { to: bar.to, put: ` ${lastMeaning(bar)} ` });
    else changes.set(column, { to: column + at.length, put: blank(line, at) });
  }
  const mended = [...changes]
    .sort(([a], [b]) => b - a)
    .reduce((now, [from, { to, put }]) => now.slice(0, from) + put + now.slice(to), line);
  return mended === line ? leftOut(line) : mended;
}

/** Blanks for a sign that says nothing; a bar line stays one, if it was more than that. */
function blank(line: string, { column, length }: Place): string {
  const sign = line.slice(column - 1, column - 1 + length);
  return sign.includes('|') && sign !== '|' ? '|'.padEnd(length) : ' '.repeat(length);
}

/** The bars of lines of bars, in order; an empty one is none. */
function barsOf(lines: readonly string[]): Written[] {
  return lines.flatMap((line, i) => {
    const start = line.trimStart();
    if (start.startsWith('#') || start.startsWith('>') || headerLine(line)) return [];
    const tokens = scan(line, i + 1);
    if (!tokens.some(({ kind }) => kind === 'bar')) return [];
    const bars: Written[] = [];
    let from = 0;
    let symbols: string[] = [];
    const close = (to: number) => {
      if (symbols.length > 0) bars.push({ line: i + 1, from, to, text: symbols.join(' ') });
      symbols = [];
    };
    for (const { kind, text, at } of tokens) {
      const column = at.column - 1;
      if (kind === 'symbol') {
        if (symbols.length === 0) from = column;
        symbols.push(text);
      } else if (kind === 'bar') close(column);
    }
    close(line.length);
    return bars;
  });
}
