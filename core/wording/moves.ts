import type { Chart } from '../chart/chart.ts';
import { symbolOf } from '../chord/chord.ts';
import { numeralOf } from '../reading/numeral.ts';
import { readChart, type ReadSlot } from '../reading/read.ts';
import { proposalsFor, type Proposal } from '../reharm/moves/propose.ts';
import { spanAt, type Span } from '../reharm/moves/span.ts';
import { ticksPerBeat } from '../time/meter.ts';
import { musical } from './music.ts';

/** Why a move may be made, in a sentence. */
export function moveReason({ move, found }: Proposal): string {
  return move.reason.replace(/\{(\w+)\}/g, (_, name: string) => musical(found.args?.[name] ?? name));
}

/** Where on the written-out chart a span begins, and how long it is: bar and beat from 1, by default the chord's own length. */
export interface SpanPlace {
  readonly bar: number;
  readonly beat: number;
  readonly beats?: number;
}

/** The span at a place of the chart, or null where no chord sounds. */
export function spanOf(slots: readonly ReadSlot[], { bar, beat, beats }: SpanPlace): Span | null {
  const slot = slots.filter(({ bar: at, entry }) => at === bar && entry.beat <= beat).at(-1);
  if (!slot) return null;
  const perBeat = ticksPerBeat(slot.meter);
  const start = slot.start + Math.round((beat - slot.entry.beat) * perBeat);
  const long = beats === undefined ? slot.start + slot.entry.ticks - start : Math.round(beats * perBeat);
  return long > 0 ? spanAt(slots, start, long) : null;
}

/** The moves at a place as the contract's JSON; null where there is nothing to move. */
export function movesAsData(chart: Chart, place: SpanPlace) {
  const span = spanOf(readChart(chart), place);
  return (
    span &&
    proposalsFor(span).map((proposal) => ({
      id: proposal.move.id,
      group: proposal.move.group,
      name: proposal.move.name,
      columns: proposal.found.parts.map(({ chord, beats }) => ({
        symbol: symbolOf(chord),
        beats,
        numeral: numeralOf(chord, span.key),
      })),
      reason: moveReason(proposal),
      stray: proposal.move.stray,
      mood: proposal.move.mood,
    }))
  );
}
