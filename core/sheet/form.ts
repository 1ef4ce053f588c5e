import type { Bar } from '../chart/chart.ts';
import { formOf, playedOrder, type Turn } from '../chart/form.ts';

/** A bar of a sheet: a bar of the chart, signed as the sheet is folded. */
export interface FormBar {
  /** In the order of the sheet, from 1; a pickup is 0. Its signs, repeats and endings are those of the sheet. */
  readonly bar: Bar;
  /** Where it stands among the played bars, in order; all of them are the same music. */
  readonly played: readonly number[];
  /** The ending it is in, and whether it is the last bar of it. */
  readonly ending: { readonly number: number; readonly ends: boolean } | null;
  /** Whether it is a bar written out once more because it is played otherwise than before. */
  readonly differs: boolean;
}

/** More endings than that are written out instead. */
const MOST_ENDINGS = 4;
/** A repeat whose passes part is folded if at least so much of it is the same each time; else nothing is saved by it. */
const SAME_AT_LEAST = 1 / 2;

/** A played bar by its place in the order. */
interface Played extends Turn {
  readonly at: number;
}

/**
 * The bars of a chart as a sheet has them: repeats and jumps stay folded where every time through is the same music, become
 * endings where the times part late, and are written out where they part early. `music` says what a played bar is: two with the
 * same are the same.
 */
export function sheetForm(bars: readonly Bar[], music: readonly string[]): readonly FormBar[] {
  const order = playedOrder(bars).map((turn, at): Played => ({ ...turn, at }));
  const unjumped = playedOrder(bars.map((bar) => ({ ...bar, jump: null })));
  const jumpAt = unjumped.map(({ index }) => bars[index]!.jump !== null).lastIndexOf(true);
  const head = jumpAt < 0 ? order : order.slice(0, jumpAt + 1);
  const tail = order.slice(head.length);
  // Bars between a jump and its coda are played in the tail alone.
  const isWhole = sameEachTime(order, music);
  const form = isWhole ? asWritten(bars, order) : [...folded(bars, head, music), ...flat(bars, tail, head, music)];
  const first = bars[0]?.number === 0 ? 0 : 1;
  return form.map((one, i) => ({ ...one, bar: { ...one.bar, number: first + i } }));
}

function sameEachTime(order: readonly Played[], music: readonly string[]): boolean {
  const known = new Map<number, string>();
  return order.every(({ index, at }) => {
    const is = music[at]!;
    const was = known.get(index) ?? is;
    known.set(index, was);
    return was === is;
  });
}

/** Every bar once, signs and all. */
function asWritten(bars: readonly Bar[], order: readonly Played[]): readonly FormBar[] {
  const { repeats } = formOf(bars);
  return bars.flatMap((bar, index): FormBar[] => {
    const played = order.filter((one) => one.index === index).map(({ at }) => at);
    if (played.length === 0) return [];
    const repeat = repeats.find(({ endings, end }) => endings.length > 0 && endings[0]! <= index && index <= end);
    const number = repeat ? repeat.endings.findLastIndex((from) => from <= index) + 1 : 0;
    const ends = repeat ? (repeat.closes[number - 1] ?? repeat.end) === index : false;
    return [{ bar, played, ending: repeat ? { number, ends } : null, differs: false }];
  });
}

const PLAIN = { opens: null, closes: null, ending: null, times: null } as const;
const UNSIGNED = { ...PLAIN, signs: {}, jump: null } as const;

/** Bars one after the other as they are played; those that are not as they were the first time are marked. */
function flat(
  bars: readonly Bar[],
  turns: readonly Played[],
  before: readonly Played[],
  music: readonly string[],
): readonly FormBar[] {
  const first = new Map<number, string>();
  for (const { index, at } of [...before, ...turns]) if (!first.has(index)) first.set(index, music[at]!);
  return turns.map(({ index, at }) => ({
    bar: { ...bars[index]!, ...UNSIGNED },
    played: [at],
    ending: null,
    differs: music[at] !== first.get(index),
  }));
}

/** What is played up to a jump, repeat by repeat; what follows is written out, so that no sign is left to jump by. */
function folded(bars: readonly Bar[], head: readonly Played[], music: readonly string[]): readonly FormBar[] {
  const form: FormBar[] = [];
  let at = 0;
  const once = (until: number) => {
    form.push(...flat(bars, head.slice(at, until), [], music));
    at = until;
  };
  for (const { start, endings, end } of formOf(bars).repeats) {
    const from = head.findIndex(({ index }) => index === start);
    const to = head.findLastIndex(({ index }) => start <= index && index <= end) + 1;
    // A jump may leave from within the first time through.
    if (from < 0) break;
    once(from);
    form.push(...repeated(bars, passesIn(head.slice(from, to), start), (endings[0] ?? end + 1) - start, music));
    at = to;
  }
  once(head.length);
  return form;
}

/** The turns of a repeat, time by time. */
function passesIn(turns: readonly Played[], start: number): readonly (readonly Played[])[] {
  const passes: Played[][] = [];
  for (const turn of turns) {
    if (turn.index === start) passes.push([]);
    passes.at(-1)!.push(turn);
  }
  return passes;
}

/** One repeat; `body`: how many bars of it are played each time. */
function repeated(
  bars: readonly Bar[],
  passes: readonly (readonly Played[])[],
  body: number,
  music: readonly string[],
): readonly FormBar[] {
  const long = Math.min(body, ...passes.map(({ length }) => length));
  const isSame = (i: number) => passes.every((pass) => music[pass[i]!.at] === music[passes[0]![i]!.at]);
  let same = 0;
  while (same < long && isSame(same)) same++;
  const hasEndings = passes.some(({ length }) => length > same);
  const folds = passes.length > 1 && same > 0 && same >= long * SAME_AT_LEAST;
  if (!folds || (hasEndings && passes.length > MOST_ENDINGS)) return flat(bars, passes.flat(), [], music);
  // A time through that has nothing of its own could have no ending.
  if (hasEndings && passes.some(({ length }) => length === same)) return flat(bars, passes.flat(), [], music);
  const at = (i: number) => bars[passes[0]![i]!.index]!.at;
  const times = passes.length > 2 && !hasEndings ? { count: passes.length, vamp: false, at: at(0) } : null;
  const common = Array.from({ length: same }, (_, i): FormBar => {
    const bar = bars[passes[0]![i]!.index]!;
    const closes = !hasEndings && i === same - 1;
    return {
      bar: {
        ...bar,
        ...UNSIGNED,
        opens: i === 0 ? bar.at : null,
        closes: closes ? bar.at : null,
        times: closes ? (bar.times ?? times) : null,
      },
      played: passes.map((pass) => pass[i]!.at),
      ending: null,
      differs: false,
    };
  });
  return [...common, ...(hasEndings ? passes.flatMap((pass, p) => endingOf(bars, pass.slice(same), p, passes)) : [])];
}

/** What one time through a repeat has for itself, as an ending. */
function endingOf(
  bars: readonly Bar[],
  turns: readonly Played[],
  pass: number,
  { length: count }: readonly unknown[],
): readonly FormBar[] {
  return turns.map(({ index, at }, i): FormBar => {
    const bar = bars[index]!;
    const ends = i === turns.length - 1;
    return {
      bar: {
        ...bar,
        ...UNSIGNED,
        ending: i === 0 ? { number: pass + 1, at: bar.at } : null,
        closes: ends && pass < count - 1 ? bar.at : null,
        section: pass > 0 ? null : bar.section,
        // The last ending goes on to where a phrase ends.
        endsPhrase: ends,
      },
      played: [at],
      ending: { number: pass + 1, ends },
      differs: false,
    };
  });
}
