/* Kept moves in a span of a tune: as moves like any other, with what they bring along, and with what gets lost in words. */
import { spokenLanguage, t, type Language } from '../words/words.ts';
import { symbolOf } from '../chord/chord.ts';
import { fitted, type Fitted, type NoFit } from '../reharm/kept/fit.ts';
import { keyOn, passageIn } from '../reharm/kept/passage.ts';
import { SHIPPED_MOVES } from '../reharm/kept/shipped/library.ts';
import type { Key } from '../pitch/key.ts';
import type { Move } from '../reharm/moves/move.ts';
import type { Span } from '../reharm/moves/span.ts';
import { formatMeter, ticksPerBar, ticksPerBeat, type Meter } from '../time/meter.ts';
import { chordDegree } from './degree.ts';
import { atOf, readName } from './key.ts';
import { cellIn, gripsShift, type OnNeck } from './kept-in-key.ts';
import { KEPT_IN, KEPT_LAYERS, keptMoveId, shippedMove, type KeptLayer, type KeptMove } from './kept-move.ts';
import type { Laid, LaidProposal } from './moves.ts';

/** A kept move by the name it has in the library. */
export interface NamedMove {
  readonly id: string;
  readonly move: KeptMove;
}

/** The moves that come with the program, by their names. */
export function shippedNamed(): readonly NamedMove[] {
  const language = spokenLanguage();
  const known = SHIPPED.get(language);
  if (known) return known;
  const moves = SHIPPED_MOVES.map((row): NamedMove => {
    const move = shippedMove(row);
    return { id: row.id, move: { ...move, name: t(move.name), mood: t(move.mood), reason: t(move.reason) } };
  });
  SHIPPED.set(language, moves);
  return moves;
}
/** Made once for each language. */
const SHIPPED = new Map<Language, readonly NamedMove[]>();

/** What becomes of a kept move in a span. */
export type Loss =
  | { readonly kind: 'half' | 'double' }
  | { readonly kind: 'meter'; readonly meter: string }
  | { readonly kind: 'chords'; readonly lost: readonly string[] }
  /** What it brings along does not go with other lengths, or lies on another guitar. */
  | { readonly kind: 'left'; readonly layers: readonly KeptLayer[] };

/** Words for what becomes of a kept move; the one renderer gives them. */
export type LossText = (losses: readonly Loss[]) => string;

/** What a kept move becomes in a span, or why it is not offered there. */
export function dropped(
  { id, move }: NamedMove,
  span: Span,
  meter: Meter,
  { neck, lossText, isBare = false }: { readonly neck: OnNeck; readonly lossText: LossText; readonly isBare?: boolean },
): LaidProposal | NoFit {
  const fit = fitted(move, span, meter);
  if (typeof fit === 'string') return fit;
  const laid = isBare ? { all: [], left: [] } : laidOf(move, span, fit, { meter, neck });
  const losses: readonly Loss[] = [
    ...(fit.length === 0.5 ? [{ kind: 'half' } as const] : fit.length === 2 ? [{ kind: 'double' } as const] : []),
    ...(fit.isOwnMeter ? [] : [{ kind: 'meter', meter: formatMeter(move.meter) } as const]),
    ...(fit.lost.length > 0 ? [{ kind: 'chords', lost: fit.lost } as const] : []),
    ...(laid.left.length > 0 ? [{ kind: 'left', layers: laid.left } as const] : []),
  ];
  const variant = [fit.length === 1 ? '' : String(fit.length), fit.isOwnMeter ? '' : formatMeter(meter)]
    .join(' ')
    .trim();
  return {
    move: asMove(id, move, lossText(losses)),
    found: { parts: fit.parts, ...(variant !== '' && { variant }) },
    laid: laid.all,
  };
}

/** Every kept move that fits in a span, in their order. */
export const keptProposals = (
  moves: readonly NamedMove[],
  span: Span,
  meter: Meter,
  how: Parameters<typeof dropped>[3],
): readonly LaidProposal[] =>
  moves.flatMap((one) => {
    const proposal = dropped(one, span, meter, how);
    return typeof proposal === 'string' ? [] : [proposal];
  });

/** A kept move as a move of the table, for what lists and prices moves. */
const asMove = (id: string, { name, reason, mood, stray }: KeptMove, loss: string): Move => ({
  id: keptMoveId(id),
  group: 'kept',
  name,
  reason: [reason, loss].filter((text) => text !== '').join(' '),
  mood,
  stray,
  find: () => [],
});

/** A kept move in a key as long as it is, wherever it belongs: for showing it. `span` is where it is shown. */
export function asItIs({ id, move }: NamedMove, key: Key, span: Span, neck: OnNeck): LaidProposal {
  const { parts } = passageIn(move, key);
  const fit: Fitted = { parts, of: parts.map((_, i) => i), length: 1, isOwnMeter: true, lost: [] };
  const laid = laidOf(move, { ...span, key }, fit, { meter: move.meter, neck });
  return { move: asMove(id, move, ''), found: { parts }, laid: laid.all };
}

/** What a move brings along to a span, and what of it stays behind. */
function laidOf(
  move: KeptMove,
  span: Span,
  fit: Fitted,
  { meter, neck }: { readonly meter: Meter; readonly neck: OnNeck },
): { readonly all: readonly Laid[]; readonly left: readonly KeptLayer[] } {
  const { slots, ticks } = passageIn(move, keyOn(KEPT_IN, move.mode));
  const shift = gripsShift(move, span.key, neck);
  const isAsKept = fit.isOwnMeter && fit.length === 1;
  const bar = ticksPerBar(move.meter);
  const partStarts = startsOf(fit, meter);
  const left = new Set<KeptLayer>();
  const all = Object.entries(move.cells).flatMap(([name, cell]): Laid[] => {
    const { layer, kind } = readName(name)!;
    const { bar: barId, tick } = atOf(name);
    const time = (Number(barId.slice('bar-'.length)) - 1) * bar + tick;
    // A grip goes with its chord, wherever that begins; what has a length of its own needs the very bars.
    const chord = slots.findIndex(({ start }) => start === time);
    const place = layer === 'chord' || layer === 'added' ? partStarts.get(chord) : isAsKept ? time : undefined;
    const isWhole = layer === 'wish' && time === 0 && 'ticks' in cell && cell.ticks === ticks;
    const at = place ?? (isWhole ? 0 : undefined);
    const there = at === undefined ? null : cellIn(cell, span.key, shift);
    if (there === null || there.layer === 'changes') {
      left.add(layer as KeptLayer);
      return [];
    }
    return [{ tick: at!, kind, decision: forSpan(there) }];
    function forSpan(decision: Laid['decision']): Laid['decision'] {
      if (isWhole && 'ticks' in decision) return { ...decision, ticks: span.ticks };
      if (decision.layer !== 'chord') return decision;
      // It is of the chord as that is spelled here.
      const part = fit.parts[fit.of.indexOf(chord)]!;
      return { ...decision, on: symbolOf(part.chord), degree: chordDegree(part.chord, span.key) };
    }
  });
  return { all, left: KEPT_LAYERS.filter((layer) => left.has(layer)) };
}

/** When the chords of a passage begin in a span, by their number. */
function startsOf({ parts, of }: Fitted, meter: Meter): ReadonlyMap<number, number> {
  const starts = new Map<number, number>();
  let at = 0;
  parts.forEach(({ beats }, i) => {
    starts.set(of[i]!, at);
    at += Math.round(beats * ticksPerBeat(meter));
  });
  return starts;
}
