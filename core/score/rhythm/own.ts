import { bad, good, problem, type Outcome } from '../../problem.ts';
import { LONGEST_RHYTHM } from '../../take/layers/rhythm.ts';
import { formatMeter, parseMeter, ticksPerBar, type Meter } from '../../time/meter.ts';
import { hitsText, readHits, ticksPerCount, type Hit } from './hits.ts';
import type { Pattern } from './pattern.ts';

/** A rhythm that runs over the bars lasts so many counts at most. */
export const MOST_COUNTS = 16;
const FORM = /^\s*([^\s:]+)(?:\s+over\s+([^\s:]+))?\s*:\s(.*)$/;

/**
 * A rhythm of one's own is its text: `4/4: 1:1.5W> 2&:.5W.` in bars, `4/4 over 5: 1:1W> 4:1W` over them, hits as
 * {@link readHits} reads them. So a take says all of what it is played in, wherever it goes.
 */
export function readPattern(text: string): Outcome<Pattern> {
  const [, meterText, over, hitsIn] = text.length > LONGEST_RHYTHM ? [] : (FORM.exec(text) ?? []);
  if (meterText === undefined) return bad(problem('rhythm-form', { text: text.slice(0, 40) }));
  const meter = parseMeter(meterText);
  if (!meter.ok) return meter;
  const counts = over === undefined ? null : Number(over);
  if (counts !== null && !(counts >= 1 && counts <= MOST_COUNTS && Number.isInteger(counts * 2)))
    return bad(problem('rhythm-long', { text: over!, most: MOST_COUNTS }));
  // Over the bars, its own length is its bar.
  const counted = counts === null ? meter.value : { ...meter.value, count: Math.ceil(counts) };
  const hits = readHits(hitsIn!, counted);
  if (!hits.ok) return hits;
  if (hits.value.length === 0) return bad(problem('rhythm-empty'));
  return good(patternWith(meter.value, counts, hitsIn!.split('|').length, hits.value));
}

/** A rhythm of one's own over so many counts, or, where they are null, so many bars of a meter; its text is its id. */
export function patternWith(meter: Meter, counts: number | null, bars: number, some: readonly Hit[]): Pattern {
  const ticks = counts === null ? bars * ticksPerBar(meter) : counts * ticksPerCount(meter);
  const hits = some.filter(({ at }) => at < ticks).sort((a, b) => a.at - b.at);
  const own = { meter, ticks, across: counts !== null, hits };
  return { ...own, id: patternText(own), name: 'Your own', reason: '', feel: null };
}

/** Writes a rhythm as {@link readPattern} reads it. */
export function patternText({
  meter,
  ticks,
  across,
  hits,
}: Pick<Pattern, 'meter' | 'ticks' | 'across' | 'hits'>): string {
  const counts = ticks / ticksPerCount(meter);
  const counted = across ? { ...meter, count: Math.ceil(counts) } : meter;
  const written = hitsText(hits, counted);
  // Bars without a hit at the end are bars all the same.
  const silent = across ? 0 : ticks / ticksPerBar(meter) - written.split('|').length;
  return `${formatMeter(meter)}${across ? ` over ${counts}` : ''}: ${written}${' |'.repeat(Math.max(0, silent))}`;
}
