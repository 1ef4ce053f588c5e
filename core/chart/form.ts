import { problem, type Place, type Problem } from '../problem.ts';
import type { Bar, Sign } from './chart.ts';

/** What the form depends on. */
type FormBar = Pick<
  Bar,
  'number' | 'section' | 'opens' | 'closes' | 'ending' | 'endsPhrase' | 'times' | 'signs' | 'jump'
>;

/** A repeated stretch of bars, by index. */
interface Repeat {
  readonly start: number;
  readonly at: Place;
  /** Where each ending begins; empty for a plain repeat. */
  readonly endings: number[];
  /** The bar before each repeat sign. */
  readonly closes: number[];
  /** The last bar of all. */
  end: number;
  /** How often it is played, where that is said. */
  times: number | null;
}

/** Finds the repeats and jumps of a chart and what is wrong with them: unmatched, nested, endings out of order. */
export function formOf(bars: readonly FormBar[]): { repeats: readonly Repeat[]; problems: readonly Problem[] } {
  const repeats: Repeat[] = [];
  const problems: Problem[] = [];
  /** The repeat being read; `open` until its sign; a last ending may follow the sign. */
  let current: Repeat | null = null;
  let open = false;
  let opened: FormBar | null = null;

  bars.forEach((bar, i) => {
    if (bar.opens) {
      if (open) problems.push(problem('repeat-nested', { line: opened!.opens!.line }, bar.opens, bar.number));
      current = { start: i, at: bar.opens, endings: [], closes: [], end: i, times: null };
      opened = bar;
      open = true;
      repeats.push(current);
    }
    if (bar.ending) {
      const { number, at } = bar.ending;
      const follows: boolean = current !== null && (open || current.closes.at(-1) === i - 1);
      if (!follows) problems.push(problem('ending-outside', { number }, at, bar.number));
      else if (number !== current!.endings.length + 1) {
        problems.push(problem('ending-number', { number, expected: current!.endings.length + 1 }, at, bar.number));
      } else {
        current!.endings.push(i);
        current!.end = endOfPhrase(bars, i);
      }
    }
    if (bar.closes) {
      const closable: boolean = current !== null && (open || current.endings.length > current.closes.length);
      if (!closable) problems.push(problem('repeat-unopened', {}, bar.closes, bar.number));
      else {
        current!.closes.push(i);
        current!.end = i;
        current!.times = bar.times?.count ?? null;
        open = false;
      }
    }
    const { times } = bar;
    if (times && !bar.closes) problems.push(problem('times-unclosed', {}, times.at, bar.number));
    else if (times && current && (current as Repeat).endings.length > 0)
      problems.push(problem('times-endings', {}, times.at, bar.number));
  });
  if (open) problems.push(problem('repeat-unclosed', {}, opened!.opens, opened!.number));
  return { repeats, problems: [...problems, ...jumpProblems(bars)] };
}

/** What a jump needs, and lacks. */
function jumpProblems(bars: readonly FormBar[]): readonly Problem[] {
  const jumps = bars.filter(({ jump }) => jump !== null);
  const first = jumps[0];
  if (!first) return [];
  const { to, until, at } = first.jump!;
  const wanted: Sign[] = [
    ...(to === 'segno' ? (['segno'] as const) : []),
    ...(until === 'coda' ? (['to-coda', 'coda'] as const) : []),
    ...(until === 'fine' ? (['fine'] as const) : []),
  ];
  return [
    ...jumps.slice(1).map((bar) => problem('jump-twice', { bar: first.number }, bar.jump!.at, bar.number)),
    ...wanted.flatMap((sign) =>
      // Where to leave, or to end, is said before the music comes back.
      (sign === 'to-coda' || sign === 'fine' ? bars.slice(0, bars.indexOf(first) + 1) : bars).some(
        ({ signs }) => signs[sign],
      )
        ? []
        : [problem('jump-sign', { sign }, at, first.number)],
    ),
  ];
}

/** The bar at which an ending without a repeat sign ends: its line's, its section's, or a double bar. */
function endOfPhrase(bars: readonly FormBar[], from: number): number {
  let at = from;
  while (at + 1 < bars.length && !bars[at]!.endsPhrase && bars[at + 1]!.section === null && !bars[at + 1]!.opens) at++;
  return at;
}

/** A bar's turn to be played: by index, and which time through it this is, from 1. */
export interface Turn {
  readonly index: number;
  readonly pass: number;
}

/** The order in which bars are played: repeats and endings, then what a jump brings back. */
export function playedOrder(bars: readonly FormBar[]): readonly Turn[] {
  const { repeats } = formOf(bars);
  const order = repeatedOrder(bars, repeats);
  const from = order.map(({ index }) => bars[index]!.jump !== null).lastIndexOf(true);
  return from < 0 ? order : [...order.slice(0, from + 1), ...afterJump(bars, repeats, order.slice(0, from + 1))];
}

function repeatedOrder(bars: readonly FormBar[], repeats: readonly Repeat[]): readonly Turn[] {
  const order: Turn[] = [];
  const play = (from: number, to: number, pass: number) => {
    for (let index = from; index <= to; index++) order.push({ index, pass });
  };
  let at = 0;
  for (const repeat of repeats) {
    const { start, endings, closes, end } = repeat;
    play(at, start - 1, 1);
    const passes = passesOf(repeat);
    for (let pass = 1; pass <= passes; pass++) {
      if (endings.length === 0) {
        play(start, end, pass);
        continue;
      }
      play(start, endings[0]! - 1, pass);
      const ending = endings[pass - 1];
      if (ending !== undefined) play(ending, closes[pass - 1] ?? end, pass);
    }
    at = end + 1;
  }
  play(at, bars.length - 1, 1);
  return order;
}

/** What follows a jump: once through without repeats, last endings, to the fine, the end, or over to the coda (common practice). */
function afterJump(bars: readonly FormBar[], repeats: readonly Repeat[], played: readonly Turn[]): readonly Turn[] {
  const last = played.at(-1)!;
  const { to, until } = bars[last.index]!.jump!;
  const signed = (sign: Sign) => bars.findIndex(({ signs }) => signs[sign]);
  const leftOut = new Set(
    repeats.flatMap(({ endings }) => {
      const [first, final] = [endings[0], endings.at(-1)];
      return first === undefined ? [] : Array.from({ length: final! - first }, (_, i) => first + i);
    }),
  );
  const passes = new Map<number, number>();
  for (const { index, pass } of played) passes.set(index, Math.max(pass, passes.get(index) ?? 0));
  const order: Turn[] = [];
  let at = to === 'segno' ? Math.max(0, signed('segno')) : 0;
  let overToCoda = until === 'coda' && signed('coda') >= 0;
  while (at < bars.length) {
    if (!leftOut.has(at)) {
      const pass = (passes.get(at) ?? 0) + 1;
      passes.set(at, pass);
      order.push({ index: at, pass });
      if (until === 'fine' && bars[at]!.signs.fine) break;
    }
    if (overToCoda && bars[at]!.signs['to-coda']) {
      overToCoda = false;
      at = signed('coda');
    } else at++;
    // Without a sign to leave by, the jump's own bar is the end of what comes again.
    if (until !== 'end' && overToCoda && at > last.index) break;
  }
  return order;
}

function passesOf({ endings, closes, times }: Pick<Repeat, 'endings' | 'closes' | 'times'>): number {
  return times ?? Math.max(endings.length, closes.length + (endings.length > closes.length ? 0 : 1));
}

/** Most bars once repeats are written out. */
export const MOST_WRITTEN_OUT = 4000;

/** At most how many bars are played, without playing them: each pass may take the whole repeat, a jump all bars again. */
export function writtenOutLength(bars: readonly FormBar[], repeats: readonly Repeat[]): number {
  const again = bars.some(({ jump }) => jump !== null) ? 2 * bars.length : bars.length;
  return repeats.reduce((length, repeat) => {
    const common = repeat.endings.length > 0 ? repeat.endings[0]! - repeat.start : repeat.end - repeat.start + 1;
    return length + common * (passesOf(repeat) - 1);
  }, again);
}
