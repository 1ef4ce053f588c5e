import { symbolOf, type Chord } from '../chord/chord.ts';
import { servingOf, type Serving } from '../chord/serving.ts';
import { fretsAt, pitchesOf, positionOf } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { notesOf } from '../grip/traits.ts';
import type { Midi } from '../pitch/pitch.ts';
import { shiftMm } from './join-cost.ts';
import { distinct } from './movement.ts';

/** Where one voice of a grip is to go at a change. */
export const VOICE_WAYS = ['free', 'held', 'up', 'down', 'late', 'early'] as const;
export type VoiceWay = (typeof VOICE_WAYS)[number];
/** A way, or the very pitch to go to. */
export type Steer = VoiceWay | { readonly to: Midi };

/** As far as a voice is steered: a major third. Beyond it leaps, and one asks for another grip. */
export const FARTHEST = 4;
/** A late voice resolves, and an early one comes, by step. */
const STEP = 2;

/** A grip that steering leads through: a shape of the library, and what it is. */
export interface Led extends Serving {
  readonly shape: number;
}

/** Where steered voices can come to. */
export interface LedOutcome {
  /** Before the change: the old grip with the early voices already where they go. */
  readonly early: Led | null;
  /** After it: the new grip with the late voices still where they were; they resolve one after another. */
  readonly late: readonly Led[];
  readonly end: Led;
  /** Semitones from the old grip to the new one. */
  readonly movement: number;
}

/** How well an outcome serves: the chord that stands there, another colour of it, one that lacks something, a stranger. */
export const SERVES = ['stands', 'colour', 'lacking', 'foreign'] as const;
export type Serves = (typeof SERVES)[number];

/** How an outcome serves the chord that the voices lead to. */
export function servesHow({ end }: Pick<LedOutcome, 'end'>, to: Chord): Serves {
  if (end.with.length > 0) return 'foreign';
  if (!end.whole) return 'lacking';
  return symbolOf(end.chord) === symbolOf(to) ? 'stands' : 'colour';
}

/**
 * Everything the voices of a grip can come to within the hand, each voice steered: as many voices, none crossing another,
 * none going farther than a major third. Those that serve the chord wanted first, then what lacks something of it, named
 * against it; among equals what moves least. `ways[i]` is for the i-th pitch from below; pitches ascend, each once.
 */
export function outcomesOf(
  { pitches, frets }: { readonly pitches: readonly Midi[]; readonly frets: readonly number[] },
  ways: readonly Steer[],
  { from, to }: { readonly from: Chord; readonly to: Chord },
  library: ShapeLibrary,
): LedOutcome[] {
  const near = shapesNear(pitches, ways, library);
  const easiest = (shapes: readonly number[], beside: readonly number[]) =>
    leastBy(shapes, (shape) => strain(shape, beside, library));
  const known = new Map<Chord, Map<number, Serving>>([
    [from, new Map()],
    [to, new Map()],
  ]);
  const serving = (chord: Chord, mask: number): Serving => {
    const named = known.get(chord)!.get(mask) ?? servingOf(chord, mask);
    known.get(chord)!.set(mask, named);
    return named;
  };
  const led = (set: readonly Midi[], chord: Chord, beside: readonly number[]): Led | null => {
    const shapes = near.get(set.join());
    if (!shapes) return null;
    const shape = easiest(shapes, beside);
    return { shape, ...serving(chord, library.mask[shape]!) };
  };
  const lateVoices = pitches.flatMap((_, v) => (ways[v] === 'late' ? [v] : []));
  const earlyVoices = pitches.flatMap((_, v) => (ways[v] === 'early' ? [v] : []));
  const found: LedOutcome[] = [];
  for (const key of near.keys()) {
    const set = key.split(',').map(Number);
    if (!set.every((pitch, v) => isThere(ways[v]!, pitch - pitches[v]!, pitch))) continue;
    const end = led(set, to, frets)!;
    const endFrets = fretsAt(library, end.shape);
    const early =
      earlyVoices.length === 0
        ? null
        : led(
            pitches.map((pitch, v) => (earlyVoices.includes(v) ? set[v]! : pitch)),
            from,
            frets,
          );
    if (earlyVoices.length > 0 && early === null) continue;
    const late = resolved(lateVoices, (waiting) =>
      led(
        set.map((pitch, v) => (waiting.includes(v) ? pitches[v]! : pitch)),
        to,
        endFrets,
      ),
    );
    if (late === null) continue;
    found.push({ early, late, end, movement: set.reduce((sum, pitch, v) => sum + Math.abs(pitch - pitches[v]!), 0) });
  }
  const ranked = found.map((one) => ({ one, rank: rankOf(one, to) }));
  const hard = ({ end }: LedOutcome) => library.difficulty[end.shape]!;
  return ranked.sort((a, b) => a.rank - b.rank || hard(a.one) - hard(b.one)).map(({ one }) => one);
}

/** The lower the better it serves, the less it lacks, the less it moves. */
function rankOf(one: LedOutcome, to: Chord): number {
  const serves = servesHow(one, to);
  const lacking = serves === 'lacking' ? one.end.without.length : one.end.with.length;
  return SERVES.indexOf(serves) * 1000 + lacking * 100 + one.movement;
}

/** The shapes of as many notes whose voices are where they may be, before and after the change, by their pitches. */
function shapesNear(pitches: readonly Midi[], ways: readonly Steer[], library: ShapeLibrary): Map<string, number[]> {
  const [low, high] = [0, pitches.length - 1].map((v) => range(ways[v]!, pitches[v]!)) as [Range, Range];
  const ranges = pitches.map((pitch, v) => range(ways[v]!, pitch));
  const found = new Map<string, number[]>();
  for (let shape = 0; shape < library.size; shape++) {
    const [lowest, top] = [library.lowest[shape]!, library.top[shape]!];
    if (lowest < low[0] || lowest > low[1] || top < high[0] || top > high[1]) continue;
    if (notesOf(library.traits[shape]!) !== pitches.length) continue;
    const set = distinct(pitchesOf(library, shape));
    if (set.length !== pitches.length) continue;
    if (!set.every((pitch, v) => pitch >= ranges[v]![0] && pitch <= ranges[v]![1])) continue;
    const key = set.join();
    const known = found.get(key);
    if (known) known.push(shape);
    else found.set(key, [shape]);
  }
  return found;
}

type Range = readonly [number, number];
/** Where a voice may be at all: where it was, and wherever its way leads. */
function range(way: Steer, pitch: Midi): Range {
  if (typeof way === 'object') return [Math.min(pitch, way.to), Math.max(pitch, way.to)];
  switch (way) {
    case 'held':
      return [pitch, pitch];
    case 'up':
      return [pitch, pitch + FARTHEST];
    case 'down':
      return [pitch - FARTHEST, pitch];
    case 'free':
      return [pitch - FARTHEST, pitch + FARTHEST];
    case 'late':
    case 'early':
      return [pitch - STEP, pitch + STEP];
  }
}

/** Whether a voice that has moved by semitones is where its way leads in the end. */
function isThere(way: Steer, by: number, pitch: Midi): boolean {
  if (typeof way === 'object') return pitch === way.to;
  switch (way) {
    case 'held':
      return by === 0;
    case 'up':
      return by > 0;
    case 'down':
      return by < 0;
    case 'free':
      return true;
    case 'late':
    case 'early':
      return by !== 0;
  }
}

/** The grips in which late voices wait, one resolving after another, in the first order that the hand can hold; null: in none. */
function resolved(voices: readonly number[], led: (waiting: readonly number[]) => Led | null): Led[] | null {
  if (voices.length === 0) return [];
  const here = led(voices);
  if (here === null) return null;
  // The highest first: it is the one that is heard.
  for (const next of [...voices].reverse()) {
    const rest = resolved(
      voices.filter((voice) => voice !== next),
      led,
    );
    if (rest !== null) return [here, ...rest];
  }
  return null;
}

/** What it takes to hold a shape beside other frets: strings that change, the way there, and how hard it is. */
function strain(shape: number, beside: readonly number[], library: ShapeLibrary): number {
  const frets = fretsAt(library, shape);
  const changed = frets.filter((fret, s) => fret !== beside[s]).length;
  const fretted = beside.filter((fret) => fret > 0);
  const from = fretted.length === 0 ? 0 : Math.min(...fretted);
  return changed * 10 + library.difficulty[shape]! + shiftMm(from, positionOf(library, shape), library.neck) / 2;
}

function leastBy(all: readonly number[], price: (one: number) => number): number {
  let best = all[0]!;
  let least = price(best);
  for (const one of all.slice(1)) {
    const here = price(one);
    if (here < least) [best, least] = [one, here];
  }
  return best;
}
