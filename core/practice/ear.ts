/* What should be heard of a round, stroke by stroke, and which stroke is which. */
import type { Midi } from '../pitch/pitch.ts';
import type { Score, Sound, SoundNote } from '../score/score.ts';
import { quarterSeconds, secondsBetween } from '../time/clock.ts';
import type { Ticks } from '../time/meter.ts';

/** What the guitar strikes at once, as thumb and fingers do: the sounds that begin at a tick, in order. */
export function strokesOf(guitar: readonly Sound[]): readonly (readonly Sound[])[] {
  const byStart = new Map<Ticks, Sound[]>();
  for (const sound of guitar) {
    const before = byStart.get(sound.start);
    if (before) before.push(sound);
    else byStart.set(sound.start, [sound]);
  }
  return [...byStart].sort(([a], [b]) => a - b).map(([, sounds]) => sounds);
}

/** A stroke as it should be heard; times in seconds from where the round begins. */
export interface Expected {
  readonly at: number;
  /** Until its last string is damped. */
  readonly seconds: number;
  /** From its first string to its last. */
  readonly spread: number;
  /** Lowest string first; none where the strings are muted. */
  readonly notes: readonly Pick<SoundNote, 'pitch' | 'string'>[];
  readonly column: number | null;
  readonly bar: number;
  /** What was struck before, and rings on. */
  readonly ringing: readonly Midi[];
  /** Brought on by the left hand alone: too soft to be told how it was played. */
  readonly soft: boolean;
}

/** What of a round should be heard, and how long a quarter and all of it last, in seconds. */
export interface ToHear {
  readonly strokes: readonly Expected[];
  readonly quarter: number;
  readonly seconds: number;
}

/** What should be heard of the guitar from a tick to another, at a rate of the tempo. */
export function toHear({ clock, parts, bars }: Score, from: Ticks, until: Ticks, rate: number): ToHear {
  const at = (tick: Ticks) => secondsBetween(clock, from, Math.min(until, tick)) / rate;
  const played = parts.guitar.filter(({ start }) => start >= from && start < until);
  const strokes = strokesOf(played).map((sounds): Expected => {
    const { start, column } = sounds[0]!;
    const ringing = played.filter((before) => before.start < start && before.start + before.ticks > start);
    return {
      at: at(start),
      seconds: at(Math.max(...sounds.map(({ ticks }) => start + ticks))) - at(start),
      spread: Math.max(...sounds.map(({ spreadMs }) => Math.abs(spreadMs) / 1000)),
      notes: sounds.flatMap(({ kind, notes }) =>
        kind === 'muted' ? [] : notes.map(({ pitch, string }) => ({ pitch, string })),
      ),
      column,
      bar: bars.findLast((bar) => bar.start <= start)?.number ?? 0,
      ringing: ringing.flatMap(({ kind, notes }) => (kind === 'muted' ? [] : notes.map(({ pitch }) => pitch))),
      soft: sounds.every(({ legato }) => legato !== undefined),
    };
  });
  return { strokes, quarter: quarterSeconds(clock) / rate, seconds: at(until) };
}

/** A stroke that was heard: when, in seconds, and how strong beside the strongest, 0 to 1. */
export interface Onset {
  readonly at: number;
  readonly strength: number;
}

/** What it costs, in quarters, that a stroke has no onset, and that an onset is no stroke: most for a strong one. */
const NO_ONSET = 0.6;
const NO_STROKE = 0.1;
const WEIGHT = 0.4;
/** So far from its time, in quarters, an onset is another stroke's. */
const FARTHEST = 0.8;

/** Which onset is which stroke's, both in order: the way that is off by least in all; null: it was not struck. */
export function matched({ strokes, quarter }: ToHear, onsets: readonly Onset[]): readonly (number | null)[] {
  const [n, m] = [strokes.length, onsets.length];
  const costs = Array.from({ length: n + 1 }, () => new Float64Array(m + 1).fill(Infinity));
  const ways = Array.from({ length: n + 1 }, () => new Uint8Array(m + 1));
  costs[0]![0] = 0;
  const reach = (i: number, j: number, cost: number, way: number) => {
    if (cost >= costs[i]![j]!) return;
    costs[i]![j] = cost;
    ways[i]![j] = way;
  };
  for (let i = 0; i <= n; i++)
    for (let j = 0; j <= m; j++) {
      const here = costs[i]![j]!;
      if (i < n) reach(i + 1, j, here + NO_ONSET, UNSTRUCK);
      if (j < m) reach(i, j + 1, here + NO_STROKE + WEIGHT * onsets[j]!.strength, UNMEANT);
      if (i === n || j === m) continue;
      const off = Math.abs(onsets[j]!.at - strokes[i]!.at) / quarter;
      if (off <= FARTHEST) reach(i + 1, j + 1, here + off, TOGETHER);
    }
  const found = new Array<number | null>(n).fill(null);
  for (let [i, j] = [n, m]; i > 0 || j > 0;) {
    const way = ways[i]![j]!;
    if (way === TOGETHER) found[i - 1] = j - 1;
    if (way !== UNMEANT) i--;
    if (way !== UNSTRUCK) j--;
  }
  return found;
}
const [UNSTRUCK, UNMEANT, TOGETHER] = [1, 2, 3];
