import { msg, t } from '../words/words.ts';
import type { Chart } from '../chart/chart.ts';
import { symbolOf } from '../chord/chord.ts';
import { numeralOf } from '../reading/numeral.ts';
import { readChart, type ReadSlot } from '../reading/read.ts';
import { STANDARD_TUNING } from '../neck/tuning.ts';
import type { Column } from '../take/columns.ts';
import { leaningMoves, type Leaning } from '../take/leaning.ts';
import type { AppliedMove } from '../take/moves.ts';
import type { Found, Move } from '../reharm/moves/move.ts';
import { ANY_TASTE, proposalsFor, type Proposal } from '../reharm/moves/propose.ts';
import { spanAt, type Span } from '../reharm/moves/span.ts';
import { moveOf } from '../reharm/moves/table.ts';
import type { Midi } from '../pitch/pitch.ts';
import { ticksPerBeat } from '../time/meter.ts';
import { moveText } from './move-names.ts';
import { pitchText, symbolText } from './music.ts';

/** Why a move may be made, in a sentence. */
export function moveReason({ move, found }: Proposal): string {
  return reasonText(move, found.args);
}

/** Where a thread sounds: `thread on the open string 1`, or `thread at E4` where no string has it open. */
export function namedMove({ move, found }: Proposal, open: readonly Midi[]): string {
  if (found.ring === undefined) return moveText(move);
  const string = open.indexOf(found.ring);
  return string < 0
    ? t('{name}, {pitch} on the frets', { name: moveText(move), pitch: pitchText(found.ring) })
    : t('{name}, open string {open}', { name: moveText(move), open: open.length - string });
}

const OTHER_VERSION = msg('It was made with another version of Yellow Heron, and is kept as it was made.');

/** A move that stands in a take, in words, and on which side it has lost what it leans on. */
export interface MoveSaid {
  readonly name: string;
  readonly reason: string;
  readonly leans: Leaning | null;
}

/** The moves that stand in a take, by the names of their decisions. */
export function movesSaid(columns: readonly Column[]): Readonly<Record<string, MoveSaid>> {
  const leaning = leaningMoves(columns);
  return Object.fromEntries(
    columns.flatMap(({ move }, i) => {
      if (!move || columns[i - 1]?.move === move) return [];
      return [[move.at, { ...appliedText(move), leans: leaning.get(move.at) ?? null }]];
    }),
  );
}

/** The name of a move that stands, and its reason. */
function appliedText({ id, found, span, told }: AppliedMove): { readonly name: string; readonly reason: string } {
  if (told) return told;
  const move = moveOf(id);
  // What the reason speaks of is told by the chart, in the key it is in now.
  const again = move?.find(span).find(({ variant, ring }) => (ring ?? variant) === (found.ring ?? found.variant));
  return {
    name: move ? moveText(move) : t('move'),
    reason: move && again ? reasonText(move, again.args) : t(OTHER_VERSION),
  };
}

function reasonText({ reason }: Move, args: Found['args']): string {
  return t(reason, Object.fromEntries(Object.entries(args ?? {}).map(([name, said]) => [name, symbolText(said)])));
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
    proposalsFor(span, { ...ANY_TASTE, rings: STANDARD_TUNING }).map((proposal) => ({
      id: proposal.move.id,
      group: proposal.move.group,
      name: namedMove(proposal, STANDARD_TUNING),
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
