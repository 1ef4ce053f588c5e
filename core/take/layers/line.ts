import type { LineNote } from '../../melody/line.ts';
import { parseNote } from '../../pitch/note.ts';
import type { Ticks } from '../../time/meter.ts';
import { hasOnly, isSpan, isWhole, recordOf } from './fields.ts';

/** A line of one's own that lies on top of the grips of a span, each note on one of its own; what is sung there goes on as it is. */
export interface LineDecision {
  readonly layer: 'line';
  readonly ticks: Ticks;
  /** One after another, in the span. */
  readonly notes: readonly LineNote[];
}

const MOST_NOTES = 200;

/** A line as it comes from outside, or null where it is none. */
export function readLineDecision(value: Readonly<Record<string, unknown>>): LineDecision | null {
  const { ticks, notes } = value;
  if (!hasOnly(value, 'layer', 'ticks', 'notes') || !isSpan(ticks) || !Array.isArray(notes)) return null;
  if (notes.length === 0 || notes.length > MOST_NOTES) return null;
  const read: LineNote[] = [];
  let from = 0;
  for (const note of notes) {
    const { tick, ticks: long, pitch, spelling } = recordOf(note) ?? {};
    const name = typeof spelling === 'string' ? parseNote(spelling) : null;
    if (!isWhole(tick, from, ticks - 1) || !isWhole(long, 1, ticks - tick) || !isWhole(pitch, 0, 127) || name === null)
      return null;
    from = tick + long;
    read.push({ tick, ticks: long, pitch, spelling: name });
  }
  return { layer: 'line', ticks, notes: read };
}
