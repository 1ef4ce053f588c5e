import type { Bar, Chart } from '../chart/chart.ts';
import { playedBars } from '../chart/played.ts';
import { bad, good, problem, type Outcome, type Problem } from '../problem.ts';
import { TICKS_PER_QUARTER, type Ticks } from '../time/meter.ts';
import type { AbcNote, Measure } from './abc-notes.ts';
import type { Melody, MelodyNote } from './melody.ts';

/** What a bar has of measures, which are its notes each time through it, or one time. */
interface Filled {
  readonly notes: readonly MelodyNote[];
  /** How many measures it took. */
  readonly taken: number;
}

/**
 * Lays measures over a chart's bars as written, in order. Repeats and endings are the chart's; where the measures have signs of
 * repeats, they agree. A bar may be written in two measures: before the first of a strain that is repeated stands its pickup,
 * which is sung at the end of its last bar, and there each time but the last: then the next strain's is.
 */
export function inBars(chart: Chart, measures: readonly Measure[]): Outcome<Melody> {
  const { bars } = chart;
  const back = goingBack(chart);
  const hasSigns = measures.some(({ opens, closes }) => opens || closes);
  const problems: Problem[] = [];
  const notes: MelodyNote[] = [];
  let next = 0;
  /** What the strain begins with. */
  let pickup: Measure | null = null;
  bars.forEach((bar, index) => {
    const [measure, after] = [measures[next], measures[next + 1]];
    if (!measure) return;
    const { at, ticks } = measure;
    const isPickup = bar.number === 0;
    // A melody may begin on the first beat though the chart has a pickup.
    if (isPickup && ticks !== bar.ticks) return;
    if (isPickup) pickup = measure;
    const closing = ticks + (after?.ticks ?? 0) === bar.ticks && after ? after : measure;
    if (hasSigns) problems.push(...signsOf(bar, bars[index + 1], measure, closing));
    const filled = fill({ bar, index, back: back[index]!, pickup }, measure, after);
    if (filled) {
      notes.push(...filled.notes);
      next += filled.taken;
      if (filled.taken === 2) pickup = after!;
    } else {
      const [is, should] = [ticks, bar.ticks].map(asLength) as [string, string];
      problems.push(
        problem(ticks > bar.ticks ? 'melody-bar-long' : 'melody-bar-short', { is, should }, at, bar.number),
      );
      next++;
    }
  });
  const left = measures[next];
  if (left && problems.length === 0) {
    const isEarly = next === 0;
    problems.push(problem(isEarly ? 'melody-pickup' : 'melody-long', { bars: bars.length }, left.at));
  }
  return problems.length > 0 ? bad(...problems) : good(notes);
}

interface BarAt {
  readonly bar: Bar;
  readonly index: number;
  /** Each time through it, whether a repeat goes back after it. */
  readonly back: readonly boolean[];
  /** What the strain it is in began with. */
  readonly pickup: Measure | null;
}

/** The notes of a bar from the measure that begins it, and perhaps the one after; null: they do not add up. */
function fill({ bar, index, back, pickup }: BarAt, measure: Measure, after: Measure | undefined): Filled | null {
  const placed = (notes: readonly AbcNote[], from: Ticks, pass: number | null) =>
    notes.map((note): MelodyNote => ({ bar: index, pass, ...note, tick: note.tick + from }));
  const all = (pass: number | null = null) => placed(measure.notes, 0, pass);
  const { ticks, passes } = measure;
  const whole = ticks === bar.ticks || ticks === 0;
  if (whole && [...passes.values()].every((one) => one.ticks === bar.ticks || one.ticks === 0)) {
    const own = [...passes].sort(([a], [b]) => a - b).flatMap(([pass, one]) => placed(one.notes, 0, pass));
    return { notes: [...all(), ...own], taken: 1 };
  }
  if (ticks > bar.ticks) return null;
  // The rest of its bar is sung to the pickup of the strain where that begins again, else to that of the next.
  const again = bar.closes && pickup && ticks + pickup.ticks === bar.ticks ? pickup : null;
  const onward = after && (measure.closes || after.opens) && ticks + after.ticks === bar.ticks ? after : null;
  if (again || onward)
    return {
      notes: back.flatMap((isBack, i) => [
        ...all(i + 1),
        ...placed((isBack ? again : onward)?.notes ?? [], ticks, i + 1),
      ]),
      taken: onward ? 2 : 1,
    };
  // The last measure is as long as it is.
  return after === undefined ? { notes: all(), taken: 1 } : null;
}

/** Where the signs of repeats in the melody are not the chart's. */
function signsOf(bar: Bar, next: Bar | undefined, first: Measure, last: Measure): readonly Problem[] {
  const found: Problem[] = [];
  const isPickup = bar.number === 0;
  if (first.opens && !bar.opens && !(isPickup && next?.opens))
    found.push(problem('melody-repeat-opens', {}, first.at, bar.number));
  const closes = first.closes || (last !== first && last.closes);
  if (closes !== (bar.closes !== null))
    found.push(problem(closes ? 'melody-repeat-closes' : 'melody-repeat-open', {}, first.at, bar.number));
  return found;
}

/** Of each bar, each time through it, whether what is played next lies before it or is the same again. */
function goingBack(chart: Chart): readonly (readonly boolean[])[] {
  const back: boolean[][] = chart.bars.map(() => []);
  const played = playedBars(chart);
  for (const [k, { index }] of played.entries()) back[index]!.push((played[k + 1]?.index ?? Infinity) <= index);
  return back;
}

/** A length in eighths, as it is told. */
function asLength(ticks: Ticks): string {
  const eighths = ticks / (TICKS_PER_QUARTER / 2);
  return Number.isInteger(eighths) ? String(eighths) : eighths.toFixed(2);
}
