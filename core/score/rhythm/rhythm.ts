import type { PlayedBar } from '../../chart/played.ts';
import { ticksPerBeat, ticksPerBar, TICKS_PER_QUARTER, type Ticks } from '../../time/meter.ts';
import type { Layer, NamedSpan, Score, Sound } from '../score.ts';
import { seeded } from '../seeded.ts';
import type { Hit } from './hits.ts';
import { fitsMeter, type Pattern } from './pattern.ts';
import { usualPattern } from './patterns.ts';
import { notesFor } from './voices.ts';
import { AS_WRITTEN, isInTheWay, thinned, turnsOf, varied, withRoom, type Dials } from './vary.ts';

/** What is played where: from a tick to another a pattern, or (null) each chord once, held. */
export interface RhythmSpan extends Dials {
  readonly start: Ticks;
  readonly end: Ticks;
  readonly pattern: Pattern | null;
}

/** A hit in the tune: the pattern’s, at its place, with the bar in which it is counted. */
interface Placed extends Hit {
  readonly bar: PlayedBar;
}

const VELOCITIES = { accent: 100, even: 80, soft: 62 } as const;
/** How long one stroke is over all its strings, in milliseconds (field practice): a plucked chord, a strum, a roll. */
const SPREADS = { down: 18, up: 14, roll: 160 } as const;
/** Of a damped hit so much is heard. */
const DAMPED = 1 / 2;
const EIGHTH: Ticks = TICKS_PER_QUARTER / 2;

/** The rhythm of a score, which leaves room to its melody where that is wished; in bars of another meter than a pattern’s, what is usual there in the feel of the tune. */
export const rhythmLayer =
  (spans: readonly RhythmSpan[]): Layer =>
  (score) => {
    const guitar = pushed(score, guitarIn(score, spans), spans);
    return { ...score, parts: { ...score.parts, guitar: untangled(guitar) } };
  };

function guitarIn(score: Score, spans: readonly RhythmSpan[]): readonly Sound[] {
  const held = score.parts.guitar;
  const onsets = score.parts.melody.map(({ start }) => start);
  const spanAt = (tick: Ticks) => spans.find(({ start, end }) => start <= tick && tick < end) ?? null;
  const placed = [
    ...placedInBars(score, spanAt),
    ...spans.flatMap((span) => (span.pattern?.across ? placedAcross(score, span, span.pattern) : [])),
  ]
    .filter((hit) => !(spanAt(hit.at)?.yields && isInTheWay(hit, hit.bar, onsets)))
    .sort((a, b) => a.at - b.at);
  const inRhythm = held.filter(({ start }) => spanAt(start)?.pattern);
  const byColumn = new Map(inRhythm.map((sound) => [sound.column, sound]));
  const hits = placed.map((hit) => ({ hit, chord: chordFor(hit, score.columns, byColumn) }));
  const sounds = hits.flatMap(({ hit, chord }) => (chord ? [soundOf(hit, chord, score)] : []));
  // A chord that no hit falls on would not be heard: it is played where it begins.
  const heard = new Set(sounds.filter(({ kind }) => kind !== 'muted').map(({ column }) => column));
  const unheard = inRhythm.filter(({ column }) => !heard.has(column));
  const rests = held.filter(({ start }) => !spanAt(start)?.pattern);
  return [...sounds, ...unheard, ...rests].sort((a, b) => a.start - b.start);
}

/** The hits of patterns that are counted bar by bar. */
function placedInBars({ bars, feel }: Score, spanAt: (tick: Ticks) => RhythmSpan | null): readonly Placed[] {
  const turns = turnsOf(bars);
  let inPhrase = 0;
  return bars.flatMap((bar, i): readonly Placed[] => {
    inPhrase = bar.opensPhrase ? 0 : inPhrase + 1;
    const span = spanAt(bar.start);
    if (!span?.pattern || (span.pattern.across && fitsMeter(span.pattern, bar.meter))) return [];
    const pattern = fitsMeter(span.pattern, bar.meter) ? span.pattern : usualPattern(bar.meter, feel);
    if (!pattern) return [];
    const long = ticksPerBar(bar.meter);
    // Patterns of two bars begin with the phrase; a pickup is the end of a bar.
    const nth = inPhrase % (pattern.ticks / long);
    const from = nth * long + Math.max(0, long - bar.ticks);
    const here = pattern.hits.filter(({ at }) => at >= from && at < (nth + 1) * long);
    const ends = bars[i + 1]?.opensPhrase ?? true;
    const played = span.room && ends ? withRoom(here, from + bar.ticks / 2) : here;
    return varied(thinned(played, span.density), bar, turns[i]!, span.seed)
      .map((hit) => ({ ...hit, at: bar.start + hit.at - from, bar }))
      .filter(({ at }) => at < span.end);
  });
}

/** The hits of a pattern that runs on over the bar lines from where its span begins. */
function placedAcross({ bars, end }: Score, span: RhythmSpan, pattern: Pattern): readonly Placed[] {
  const until = Math.min(span.end, end);
  const hits = thinned(pattern.hits, span.density);
  const count = Math.ceil((until - span.start) / pattern.ticks);
  return Array.from({ length: Math.max(0, count) }, (_, k) => span.start + k * pattern.ticks)
    .flatMap((from) => hits.map((hit) => ({ ...hit, at: from + hit.at })))
    .flatMap((hit): Placed[] => {
      const bar = bars.findLast(({ start }) => start <= hit.at);
      return bar && hit.at < until && fitsMeter(pattern, bar.meter) ? [{ ...hit, bar }] : [];
    });
}

/** The chord a hit sounds: that of its time; a push takes the one of the next beat, if that is another. */
function chordFor(
  { at, push, bar }: Placed,
  columns: readonly NamedSpan[],
  held: ReadonlyMap<number | null, Sound>,
): Sound | null {
  const beat = ticksPerBeat(bar.meter);
  const next = bar.start + Math.ceil((at - bar.start + 1) / beat) * beat;
  return (push ? held.get(columnAt(columns, next)) : undefined) ?? held.get(columnAt(columns, at)) ?? null;
}

/** The last column that begins at a time or before it; −1: none. */
function columnAt(columns: readonly NamedSpan[], time: Ticks): number {
  let [low, high] = [0, columns.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (columns[middle]!.start <= time) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}

function soundOf({ at, ticks, voices, accent, stroke, damped }: Placed, chord: Sound, score: Score): Sound {
  const end = Math.min(score.end, Math.max(at + 1, Math.min(at + ticks, chord.start + chord.ticks)));
  const long = damped ? Math.max(1, Math.round((end - at) * DAMPED)) : end - at;
  const notes = notesFor(voices, chord.notes);
  return {
    ...chord,
    kind: voices === 'muted' ? 'muted' : chord.kind,
    start: at,
    ticks: long,
    ...(damped && { letGo: end - at - long }),
    velocity: VELOCITIES[accent],
    notes,
    spreadMs: notes.length < 2 ? 0 : stroke === 'up' ? -SPREADS.up : SPREADS[stroke],
  };
}

/**
 * Each string is plucked once at a time, and sounds until it is plucked again: of two hits at once the first has it, and a hit
 * ends where one begins that needs a string of it, or that is another chord. `sounds` are in order of time.
 */
function untangled(sounds: readonly Sound[]): readonly Sound[] {
  const untied: Sound[] = [];
  /** Those that still sound, by their place. */
  let ringing: readonly number[] = [];
  for (const sound of sounds) {
    const { start, column } = sound;
    ringing = ringing.filter((i) => untied[i]!.start + untied[i]!.ticks > start);
    const at = ringing.filter((i) => untied[i]!.start === start);
    const taken = new Set(at.flatMap((i) => untied[i]!.notes.map(({ string }) => string)));
    const notes = sound.notes.filter(({ string }) => !taken.has(string));
    if (notes.length === 0) continue;
    const strings = new Set(notes.map(({ string }) => string));
    for (const i of ringing) {
      const one = untied[i]!;
      if (one.start < start && (one.column !== column || one.notes.some(({ string }) => strings.has(string))))
        untied[i] = { ...one, ticks: start - one.start };
    }
    ringing = [...ringing, untied.push({ ...sound, notes }) - 1];
  }
  return untied;
}

/** Where the chord changes over a bar line, the hit on the one comes an eighth early, at so many of them as the dial says. */
function pushed({ bars, columns }: Score, guitar: readonly Sound[], spans: readonly RhythmSpan[]): readonly Sound[] {
  const barAt = new Map(bars.map((bar) => [bar.start, bar]));
  const isPushed = ({ start, column }: Sound): boolean => {
    const span = spans.find((one) => one.start <= start && start < one.end);
    const bar = barAt.get(start);
    if (!span?.pattern || span.pushes === 0 || !bar || start === 0 || column === null) return false;
    const changes = columns[column]!.start === start && columns[column - 1]?.symbol !== columns[column]!.symbol;
    return changes && seeded(span.seed, bar.number, EARLY) < span.pushes;
  };
  return guitar
    .map((one) => (isPushed(one) ? { ...one, start: one.start - EIGHTH, ticks: one.ticks + EIGHTH } : one))
    .sort((a, b) => a.start - b.start);
}
/** Tells what is drawn for pushes from what is drawn for other things. */
const EARLY = 7;

/** One pattern from the first bar to the last. */
export const throughout = (
  pattern: Pattern | null,
  { end }: Pick<Score, 'end'>,
  dials: Dials = AS_WRITTEN,
): RhythmSpan => ({
  ...dials,
  start: 0,
  end,
  pattern,
});
