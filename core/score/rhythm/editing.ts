import { ticksPerBar, type Ticks } from '../../time/meter.ts';
import { ticksPerCount, type Hit, type HitVoices } from './hits.ts';
import { patternWith } from './own.ts';
import type { Pattern } from './pattern.ts';

/* A pattern as it is made: each change gives another pattern, with its own text. */

/** What a hit is like where nothing else is said. */
const PLAIN = { accent: 'even', stroke: 'down', damped: false, push: false } as const;

const again = (pattern: Pattern, hits: readonly Hit[]): Pattern => {
  const counts = pattern.across ? pattern.ticks / ticksPerCount(pattern.meter) : null;
  return patternWith(pattern.meter, counts, pattern.ticks / ticksPerBar(pattern.meter), hits);
};

/** The hit of some notes that sounds at a time; −1: none. */
export const hitAt = ({ hits }: Pattern, voices: HitVoices, at: Ticks): number =>
  hits.findIndex((hit) => hit.voices === voices && hit.at <= at && at < hit.at + hit.ticks);

/** With a hit more; one of the same notes that sounds there is cut where it begins. */
export function withHit(pattern: Pattern, voices: HitVoices, at: Ticks, ticks: Ticks): Pattern {
  const before = pattern.hits.map((hit) =>
    hit.voices === voices && hit.at < at && hit.at + hit.ticks > at ? { ...hit, ticks: at - hit.at } : hit,
  );
  return again(pattern, [...before, { ...PLAIN, at, voices, ticks: upTo(pattern, voices, at, ticks) }]);
}

/** Without one; the last is kept, for a pattern without a hit is none. */
export const withoutHit = (pattern: Pattern, which: number): Pattern =>
  pattern.hits.length === 1
    ? pattern
    : again(
        pattern,
        pattern.hits.filter((_, i) => i !== which),
      );

/** One hit in another way. */
export const withHitAs = (pattern: Pattern, which: number, as: Partial<Omit<Hit, 'at' | 'ticks'>>): Pattern =>
  again(
    pattern,
    pattern.hits.map((hit, i) => (i === which ? { ...hit, ...as } : hit)),
  );

/** One hit as long, or as far as the next of its notes. */
export const withHitLong = (pattern: Pattern, which: number, ticks: Ticks): Pattern =>
  again(
    pattern,
    pattern.hits.map((hit, i) =>
      i === which ? { ...hit, ticks: Math.max(1, upTo(pattern, hit.voices, hit.at, ticks)) } : hit,
    ),
  );

/** So many bars long; what is new is what was there, once more. */
export function withBars(pattern: Pattern, bars: number): Pattern {
  const long = bars * ticksPerBar(pattern.meter);
  const times = Math.ceil(long / pattern.ticks);
  const hits = Array.from({ length: times }, (_, k) =>
    pattern.hits.map((hit) => ({ ...hit, at: hit.at + k * pattern.ticks })),
  );
  return patternWith(pattern.meter, null, bars, kept(hits.flat(), long));
}

/** Over so many counts, wherever the bar lines are. */
export const withCounts = (pattern: Pattern, counts: number): Pattern =>
  patternWith(pattern.meter, counts, 1, kept(pattern.hits, counts * ticksPerCount(pattern.meter)));

/** What begins before an end, and one hit at least. */
function kept(hits: readonly Hit[], end: Ticks): readonly Hit[] {
  const inside = hits.filter(({ at }) => at < end);
  return inside.length > 0 ? inside : [{ ...hits[0]!, at: 0 }];
}

/** A length, as far as the next hit of the same notes, or as the pattern goes. */
function upTo({ hits, ticks: end }: Pattern, voices: HitVoices, at: Ticks, ticks: Ticks): Ticks {
  const next = hits.find((hit) => hit.voices === voices && hit.at > at)?.at ?? end;
  return Math.min(ticks, next - at);
}
