import { namesOf, TICKS_PER_QUARTER, ticksPerBeat, type Key, type Meter, type Ticks } from '../core/index.ts';

/** A note as a track has it, in our ticks. */
interface Heard {
  readonly from: number;
  readonly to: number;
  readonly pitch: number;
}
interface HeardBar {
  readonly start: Ticks;
  readonly ticks: Ticks;
  readonly meter: Meter;
}
interface Named {
  readonly symbol: string;
  readonly mask: number;
  /** Of 100. */
  readonly score: number;
}

/** A note that sounds for less of a span was let go late, or passes by. */
const LEAST_SHARE = 0.1;
/** Fewer notes are no chord, and a worse name is none to propose (of 100). */
const LEAST_NOTES = 3;
const LEAST_SCORE = 40;
/** What begins within a sixteenth is struck together. */
const TOGETHER: Ticks = TICKS_PER_QUARTER / 4;
/** What a chord more in a bar costs, what beats without a name do, and each point that a name is short of 100. */
const CHANGE = 5;
const NAMELESS = 12;
const PER_POINT = 0.2;

/**
 * What chords a track plays, bar by bar, as a proposal: each bar in as few spans of beats as say one thing each, named by the
 * notes that sound together in them.
 */
export function chordsHeard(
  notes: readonly Heard[],
  bars: readonly HeardBar[],
  key: Key,
): readonly (readonly { readonly tick: Ticks; readonly text: string }[])[] {
  const sorted = [...notes].sort((a, b) => a.from - b.from);
  let first = 0;
  return bars.map(({ start, ticks, meter }) => {
    while (first < sorted.length && sorted[first]!.to <= start) first++;
    const here = sorted.slice(first).filter(({ from, to }) => from < start + ticks && to > start);
    const beat = ticksPerBeat(meter);
    const beats = Math.max(1, Math.round(ticks / beat));
    const named = (from: number, to: number) => nameIn(here, start + from * beat, start + to * beat, key);
    return bestParting(beats, named).map(([from, { symbol }]) => ({ tick: from * beat, text: symbol }));
  });
}

/** The parting of a bar into spans of beats that costs least: those with a name, from which beat on. */
function bestParting(
  beats: number,
  named: (from: number, to: number) => Named | null,
): readonly (readonly [from: number, name: Named])[] {
  const each = Array.from({ length: beats }, (_, i) => named(i, i + 1));
  /** Up to each beat: what it costs, where the last span begins, and its name. */
  const best: { cost: number; from: number; name: Named | null }[] = [{ cost: 0, from: 0, name: null }];
  for (let to = 1; to <= beats; to++) {
    for (let from = to - 1; from >= 0; from--) {
      if (isTorn(each.slice(from, to))) break;
      const name = named(from, to);
      const price = name ? (100 - name.score) * PER_POINT : NAMELESS * (to - from);
      const cost = best[from]!.cost + CHANGE + price;
      if (cost < (best[to]?.cost ?? Infinity)) best[to] = { cost, from, name };
    }
  }
  const spans: (readonly [number, Named])[] = [];
  for (let to = beats; to > 0; to = best[to]!.from) {
    const { from, name } = best[to]!;
    if (name) spans.unshift([from, name]);
  }
  return spans.filter(([, { symbol }], i) => symbol !== spans[i - 1]?.[1].symbol);
}

/** Whether beats are two chords: neither of some two is only part of what the other is. */
const isTorn = (beats: readonly (Named | null)[]): boolean =>
  beats.some((a, i) =>
    beats.some((b, k) => k < i && a && b && (a.mask & b.mask) !== a.mask && (a.mask & b.mask) !== b.mask),
  );

/** The best name of what sounds from one time to another; null: it is no chord. */
function nameIn(notes: readonly Heard[], from: Ticks, to: Ticks, key: Key): Named | null {
  const share = Array.from({ length: 12 }, () => 0);
  const within = (note: Heard) => Math.min(note.to, to) - Math.max(note.from, from);
  // What only hangs over from before, or comes early for what follows, is not of it.
  const sounding = notes.filter(
    (note) => within(note) >= Math.max(1, Math.min((note.to - note.from) / 2, (to - from) * LEAST_SHARE)),
  );
  for (const note of sounding) share[note.pitch % 12]! += within(note) / (to - from);
  const isIn = ({ pitch }: Heard) => share[pitch % 12]! >= LEAST_SHARE;
  const kept = sounding.filter(isIn);
  const mask = kept.reduce((sum, { pitch }) => sum | (1 << (pitch % 12)), 0);
  if (share.filter((one) => one >= LEAST_SHARE).length < LEAST_NOTES) return null;
  // The bass is what lies lowest when it begins; later it may go to the fifth and back.
  const begins = Math.min(...kept.map((note) => Math.max(note.from, from)));
  const lowest = Math.min(...kept.filter((note) => note.from <= begins + TOGETHER).map(({ pitch }) => pitch));
  const [best] = namesOf({ mask, bass: lowest % 12 }, { key });
  return best && best.score >= LEAST_SCORE ? { symbol: best.symbol, mask, score: best.score } : null;
}
