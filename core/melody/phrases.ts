import type { PlayedBar } from '../chart/played.ts';
import { TICKS_PER_QUARTER, ticksPerBeat, type Ticks } from '../time/meter.ts';
import type { SungNote } from './melody.ts';
import type { Stave } from './stave.ts';

/** A phrase of a melody: its first and last note, by index. */
export interface MelodyPhrase {
  readonly from: number;
  readonly to: number;
}

/** A note as long as this share of its bar, and so many times the usual length, is where one breathes (common practice). */
const LONG_SHARE = 3 / 4;
const LONG_TIMES = 2;
/** But not where that would leave a phrase of fewer bars. */
const SHORTEST_BARS = 3 / 2;

/**
 * Where a melody breathes: where somebody said so; else at a rest of a beat or more; where the form begins anew, there before
 * the pickup, where the longest wait is nearest to the bar line; and after a long note, where that parts no phrase in scraps.
 */
export function phrasesOf(bars: readonly PlayedBar[], notes: readonly SungNote[]): readonly MelodyPhrase[] {
  if (notes.length === 0) return [];
  const breaths = new Set<number>([notes.length - 1]);
  const isSaid = (i: number) => notes[i]!.breath !== undefined;
  const before = notes.slice(0, -1);
  before.forEach((note, i) => {
    const rest = notes[i + 1]!.start - endOf(note);
    if (note.breath ?? rest >= ticksPerBeat(barOf(bars, note).meter)) breaths.add(i);
  });
  const first = bars.find(({ start, ticks }) => notes[0]!.start < start + ticks)!;
  const pickup = first.number === 0 ? first.start + first.ticks - notes[0]!.start : 0;
  for (const [last, bar] of formLines(bars)) {
    const isHere = (i: number) => i < before.length && partsAt(notes, i, bar.start, last.start);
    const best = bestBreath(notes, { line: bar.start, from: last.start, pickup });
    if (best !== null && !isSaid(best) && ![...breaths].some((i) => i !== best && isHere(i))) breaths.add(best);
  }
  const usual = median(notes.map(({ ticks }) => ticks));
  before.forEach((note, i) => {
    const { ticks: bar } = barOf(bars, note);
    if (isSaid(i) || note.ticks < bar * LONG_SHARE || note.ticks < usual * LONG_TIMES) return;
    const ends = [...breaths];
    const [from, to] = [Math.max(-1, ...ends.filter((end) => end < i)), Math.min(...ends.filter((end) => end > i))];
    const shortest = bar * SHORTEST_BARS;
    const isWhole =
      endOf(note) - notes[from + 1]!.start >= shortest && endOf(notes[to]!) - notes[i + 1]!.start >= shortest;
    if (isWhole) breaths.add(i);
  });
  const ends = [...breaths].sort((a, b) => a - b);
  return ends.map((to, i) => ({ from: i === 0 ? 0 : ends[i - 1]! + 1, to }));
}

/** The notes of a stave that end phrases, by where they begin; after the last of all nothing more is sung. */
export function phraseEnds(bars: readonly PlayedBar[], notes: readonly SungNote[], stave: Stave): ReadonlySet<Ticks> {
  const ends = phrasesOf(bars, notes).slice(0, -1);
  return new Set(
    ends.map(({ to }) => {
      const note = notes[to]!;
      return stave.bars[barOf(bars, note).index]!.start + note.tick;
    }),
  );
}

/** Bars in a phrase, where the chart has no lines that say it (common practice). */
const USUAL_BARS = 4;

/** Where the form begins anew, with the bar before: a line of the chart; one that is longer is taken in fours where it has whole ones. */
function formLines(bars: readonly PlayedBar[]): readonly (readonly [before: PlayedBar, bar: PlayedBar])[] {
  const whole = bars.filter(({ number }) => number > 0);
  const opening = whole.flatMap(({ opensPhrase }, i) => (i === 0 || opensPhrase ? [i] : []));
  const all = opening.flatMap((from, k) => {
    const long = (opening[k + 1] ?? whole.length) - from;
    const parts = long % USUAL_BARS === 0 ? long / USUAL_BARS : 1;
    return Array.from({ length: parts }, (_, i) => from + i * USUAL_BARS);
  });
  return all.filter((i) => i > 0).map((i) => [whole[i - 1]!, whole[i]!]);
}

const endOf = ({ start, ticks }: SungNote): Ticks => start + ticks;
/** Bars are numbered as they are played. */
const barOf = (bars: readonly PlayedBar[], { bar }: SungNote) => bars[bar - bars[0]!.number]!;

/** Whether a breath after a note parts what is sung about a bar line: the next begins in the bar before it, or on it, or it rests there. */
function partsAt(notes: readonly SungNote[], i: number, line: Ticks, from: Ticks): boolean {
  const { start } = notes[i + 1]!;
  return (start > from && start <= line) || (start > line && endOf(notes[i]!) <= line && notes[i]!.start >= from);
}

/** What a place is worth where the phrase would begin as the tune does: on the beat, or with as long a pickup. */
const LIKE_THE_FIRST: Ticks = TICKS_PER_QUARTER;

interface LineOfForm {
  readonly line: Ticks;
  /** The start of the bar before. */
  readonly from: Ticks;
  /** How long before the bar line the tune begins. */
  readonly pickup: Ticks;
}
/** The note after which one best breathes about a bar line. */
function bestBreath(notes: readonly SungNote[], { line, from, pickup }: LineOfForm): number | null {
  let best: number | null = null;
  let most = -Infinity;
  notes.slice(0, -1).forEach(({ start }, i) => {
    const next = notes[i + 1]!;
    if (!partsAt(notes, i, line, from)) return;
    // A longer wait is a better breath, and so is one nearer to the line.
    const like = line - next.start === pickup ? LIKE_THE_FIRST : 0;
    const worth = next.start - start - Math.max(0, line - next.start) + like + (next.start - start) / 1e6;
    if (worth > most) [best, most] = [i, worth];
  });
  return best;
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[sorted.length >> 1] ?? 0;
}
