import { problem, type Place, type Problem } from '../problem.ts';
import type { Bar, Chart, Slot } from './chart.ts';

/** What the form depends on. */
type FormBar = Pick<Bar, 'number' | 'section' | 'opens' | 'closes' | 'ending' | 'endsPhrase'>;

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
}

/** Finds the repeats of a chart and what is wrong with them: unmatched, nested, endings out of order. */
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
      current = { start: i, at: bar.opens, endings: [], closes: [], end: i };
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
        open = false;
      }
    }
  });
  if (open) problems.push(problem('repeat-unclosed', {}, opened!.opens, opened!.number));
  return { repeats, problems };
}

/** The bar at which an ending without a repeat sign ends: its line's, its section's, or a double bar. */
function endOfPhrase(bars: readonly FormBar[], from: number): number {
  let at = from;
  while (at + 1 < bars.length && !bars[at]!.endsPhrase && bars[at + 1]!.section === null && !bars[at + 1]!.opens) at++;
  return at;
}

/** The order in which bars are played, each with its pass, from 1. */
export function playedOrder(bars: readonly FormBar[]): readonly { index: number; pass: number }[] {
  const order: { index: number; pass: number }[] = [];
  const play = (from: number, to: number, pass: number) => {
    for (let index = from; index <= to; index++) order.push({ index, pass });
  };
  let at = 0;
  for (const { start, endings, closes, end } of formOf(bars).repeats) {
    play(at, start - 1, 1);
    const passes = passesOf({ endings, closes });
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

function passesOf({ endings, closes }: Pick<Repeat, 'endings' | 'closes'>): number {
  return Math.max(endings.length, closes.length + (endings.length > closes.length ? 0 : 1));
}

/** Most bars once repeats are written out. */
export const MOST_WRITTEN_OUT = 4000;

/** At most how many bars are played, without playing them: each pass may take the whole repeat. */
export function writtenOutLength(bars: readonly FormBar[], repeats: readonly Repeat[]): number {
  return repeats.reduce((length, repeat) => {
    const common = repeat.endings.length > 0 ? repeat.endings[0]! - repeat.start : repeat.end - repeat.start + 1;
    return length + common * (passesOf(repeat) - 1);
  }, bars.length);
}

/** Writes the chart out: every repeat played, a slot for each chord, in order. */
export function writeOut(chart: Chart): readonly Slot[] {
  const slots: Slot[] = [];
  let start = 0;
  let number = chart.bars[0]?.number === 0 ? 0 : 1;
  for (const { index, pass } of playedOrder(chart.bars)) {
    const bar = chart.bars[index]!;
    for (const entry of bar.entries) {
      slots.push({
        bar: number,
        sourceBar: bar.number,
        pass,
        meter: bar.meter,
        key: bar.key,
        start: start + entry.tick,
        entry,
      });
    }
    start += bar.ticks;
    number++;
  }
  return slots;
}
