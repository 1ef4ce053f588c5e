import { symbolOf, type Chord } from '../chord/chord.ts';
import { parseChord } from '../chord/symbol.ts';
import type { Patch } from '../patch.ts';
import { pitchClass } from '../pitch/note.ts';
import type { ReadSlot } from '../reading/read.ts';
import type { ColourContext } from '../reharm/grates.ts';
import type { Found, Part } from '../reharm/moves/move.ts';
import type { Proposal } from '../reharm/moves/propose.ts';
import { spanAt, type Span } from '../reharm/moves/span.ts';
import type { Role } from '../reharm/role.ts';
import { ticksPerBeat, type Ticks } from '../time/meter.ts';
import { colourContext } from './colour-context.ts';
import { decisionsOf, type Decision, type Decisions } from './decision.ts';
import { chordDegree, chordOfDegree, spelledDegree } from './degree.ts';
import { atOf, chordNameAt, moveName, nameOf, slotsAt } from './key.ts';
import type { KeptPart, MoveDecision, ToldMove } from './layers/move.ts';

/** A move that stands in a take. */
export interface AppliedMove {
  /** The name of its cell. */
  readonly at: string;
  /** Of the move in the table: what is applied is plain data. */
  readonly id: string;
  readonly found: Found;
  readonly span: Span;
  /** What a kept move says of itself; null: it is one of the table. */
  readonly told: ToldMove | null;
}

/** A decision that a move brings along, at a time from its beginning. */
export interface Laid {
  readonly tick: Ticks;
  readonly kind: string | null;
  readonly decision: Exclude<Decision, { readonly layer: 'changes' }>;
}
/** A move with all that it brings along besides its chords. */
export interface LaidProposal extends Proposal {
  readonly laid?: readonly Laid[];
}

/** A slot as it stands once moves are made: the chart's own, what a move left of it, or a chord that a move put in. */
export interface Standing {
  /** The name of its cell. */
  readonly at: string;
  readonly slot: ReadSlot;
  /** The slot of the chart there. */
  readonly index: number;
  /** The chart's symbol there. */
  readonly plain: string;
  readonly move: AppliedMove | null;
  /** A chord that a move puts in stands as it is; one it leaves there takes its colour as ever. */
  readonly asIs: boolean;
  /** The part of the move that it is, or null. */
  readonly made: Part | null;
  readonly context: ColourContext;
}

const chordsOn = ({ chords }: Span, name: (chord: Chord) => string) =>
  chords.map(({ chord, beats }) => `${name(chord)}:${beats}`).join(' ');

const keptPart = ({ chord, beats, role, into, asNext }: Part, { chords, key }: Span): KeptPart => {
  const own = chords.findIndex((one) => one.chord === chord);
  return {
    degree: spelledDegree(chord, key),
    beats,
    role,
    ...(own >= 0 && { own }),
    ...(into && { into }),
    ...(asNext && { asNext }),
  };
};

/** The decision that makes a move: what it was made for, as a chord's decision has it, and the chords it puts in. */
export function moveDecision({ move, found }: Proposal, span: Span): MoveDecision {
  return {
    layer: 'move',
    on: chordsOn(span, symbolOf),
    degree: chordsOn(span, (chord) => chordDegree(chord, span.key)),
    ticks: span.ticks,
    id: move.id,
    ...(found.variant !== undefined && { variant: found.variant }),
    parts: found.parts.map((part) => keptPart(part, span)),
    ...(found.ring !== undefined && { ring: found.ring }),
    ...(move.group === 'kept' && { told: { name: move.name, reason: move.reason, stray: move.stray } }),
  };
}

/** The change to a take that makes a move: its decision and what it brings along, and those of the moves whose place it takes put away. */
export function movePatch(
  slots: readonly ReadSlot[],
  keys: readonly string[],
  cells: Decisions,
  span: Span,
  proposal: LaidProposal,
): Patch<Decision> {
  const replaced = appliedMoves(slots, keys, cells).filter(
    ({ span: other }) => other.start < span.start + span.ticks && span.start < other.start + other.ticks,
  );
  const first = slots.findIndex((slot) => slot.start <= span.start && span.start < endOf(slot));
  const { start, entry } = slots[first]!;
  const at = chordNameAt(keys[first]!, entry.tick + span.start - start);
  return {
    ...Object.fromEntries(replaced.map((move) => [move.at, null])),
    [moveName(at)]: moveDecision(proposal, span),
    ...Object.fromEntries(
      (proposal.laid ?? []).map(({ tick, kind, decision }): [string, Decision] => {
        const time = span.start + tick;
        const i = slots.findIndex((slot) => slot.start <= time && time < endOf(slot));
        const there = { ...atOf(keys[i]!), tick: slots[i]!.entry.tick + time - slots[i]!.start };
        return [nameOf(there, decision.layer, kind), decision];
      }),
    ),
  };
}

/** What a move that was made puts in a span now; null where that cannot be read any more, or is not told (untold-moves.ts). */
function foundOf(decision: MoveDecision, span: Span): Found | null {
  const { variant, parts = [], ring } = decision;
  const now = parts.map(({ degree, beats, role, own, ...sounds }): Part | null => {
    const chord = own === undefined ? chordOfDegree(degree, span.key) : (span.chords[own]?.chord ?? null);
    return chord && { chord, beats, role: role as Role | null, ...sounds };
  });
  if (now.length === 0 || now.includes(null)) return null;
  return {
    parts: now as Part[],
    ...(variant !== undefined && { variant }),
    ...(ring !== undefined && { ring: ring + semitonesMoved(decision.on, span) }),
  };
}

/** How far the chords of a span lie from those a move was made for, the nearer way. */
function semitonesMoved(on: string, { here }: Span): number {
  const before = parseChord(on.slice(0, on.indexOf(':')));
  if (!before.ok) return 0;
  const up = (pitchClass(here.chord.root) - pitchClass(before.value.root) + 12) % 12;
  return up > 6 ? up - 12 : up;
}

/** The moves that stand: those whose span still says what it said, or the same in another key; of two that overlap the earlier. */
export function appliedMoves(
  slots: readonly ReadSlot[],
  keys: readonly string[],
  cells: Decisions,
  putsIn = foundOf,
): readonly AppliedMove[] {
  const all = decisionsOf(cells, 'move').flatMap(([at, decision]) => {
    const place = atOf(at);
    return slotsAt(slots, keys, place).flatMap((slot): AppliedMove[] => {
      const span = spanAt(slots, slot.start + place.tick - slot.entry.tick, decision.ticks);
      if (!span) return [];
      const stands =
        decision.on === chordsOn(span, symbolOf) ||
        decision.degree === chordsOn(span, (chord) => chordDegree(chord, span.key));
      const found = stands ? putsIn(decision, span) : null;
      return found ? [{ at, id: decision.id, found, span, told: decision.told ?? null }] : [];
    });
  });
  let end = -1;
  return all
    .sort((a, b) => a.span.start - b.span.start || a.span.ticks - b.span.ticks)
    .filter(({ span }) => {
      if (span.start < end) return false;
      end = span.start + span.ticks;
      return true;
    });
}

const isLeft = ({ entry }: ReadSlot, { span }: AppliedMove) => span.chords.some(({ chord }) => chord === entry.chord);
const endOf = ({ start, entry }: ReadSlot): Ticks => start + entry.ticks;

/** The slots of a take once its moves are made. Chords that a move puts over a bar line stand in both bars. */
export function standingSlots(
  slots: readonly ReadSlot[],
  keys: readonly string[],
  cells: Decisions,
): readonly Standing[] {
  const moves = appliedMoves(slots, keys, cells);
  const standing: Omit<Standing, 'context'>[] = [];
  const contexts: Pick<ColourContext, 'role' | 'around'>[] = [];
  const put = (
    slot: ReadSlot,
    index: number,
    move: AppliedMove | null,
    context: Pick<ColourContext, 'role' | 'around'>,
    made: Part | null = null,
  ) => {
    standing.push({
      at: chordNameAt(keys[index]!, slot.entry.tick),
      slot,
      index,
      plain: slots[index]!.symbol,
      move,
      asIs: move !== null && !isLeft(slot, move),
      made,
    });
    contexts.push(context);
  };
  let next = 0;
  slots.forEach((slot, index) => {
    let from = slot.start;
    while (from < endOf(slot)) {
      while (moves[next] && moves[next]!.span.start + moves[next]!.span.ticks <= from) next++;
      const move = moves[next];
      const to =
        move && move.span.start <= from
          ? Math.min(endOf(slot), move.span.start + move.span.ticks)
          : Math.min(endOf(slot), move?.span.start ?? Infinity);
      if (move && move.span.start <= from) putParts(slot, index, from, to, move);
      else put(stretch(slot, from, to), index, null, colourContext(slots, index));
      from = to;
    }
  });
  /** The parts of a move within a slot: one that goes on over the next slot of its bar is put once. */
  function putParts(slot: ReadSlot, index: number, from: Ticks, to: Ticks, move: AppliedMove): void {
    let start = move.span.start;
    for (const part of move.found.parts) {
      const { chord, beats, role } = part;
      const end = start + Math.round(beats * ticksPerBeat(slot.meter));
      const [begins, ends] = [Math.max(start, from), Math.min(end, to)];
      start = end;
      if (begins >= ends) continue;
      const before = standing.at(-1);
      const entry = { ...stretch(slot, begins, ends).entry, chord };
      const goesOn =
        before?.move === move &&
        before.slot.bar === slot.bar &&
        before.slot.entry.chord === chord &&
        endOf(before.slot) === begins;
      if (goesOn) standing[standing.length - 1] = { ...before, slot: stretch(before.slot, before.slot.start, ends) };
      else
        put(
          {
            ...stretch(slot, begins, ends),
            entry,
            symbol: symbolOf(chord),
            place: null,
            reading: null,
            also: [],
          },
          index,
          move,
          { role, around: [] },
          part,
        );
    }
  }
  return sinceWhen(standing).map((one, i): Standing => {
    const after = standing.slice(i + 1).find(({ slot }) => slot.entry.chord !== null);
    return { ...one, context: { ...contexts[i]!, next: after?.slot.entry.chord ?? null, key: one.slot.key } };
  });
}

/**
 * The slots with the bar in which the chord that stands there began: one that a move put in is no older than the move; one
 * that comes after another chord's move begins anew; any other as the chart has it. No more is looked at, so that what a
 * chord costs depends on its neighbours alone.
 */
function sinceWhen<S extends Omit<Standing, 'context'>>(standing: readonly S[]): readonly S[] {
  let before: S | null = null;
  return standing.map((one): S => {
    const { move, slot } = one;
    const goesOn = before?.slot.symbol === slot.symbol;
    const since: number =
      move === null
        ? before === null || before.move === null || goesOn
          ? slot.since
          : slot.bar
        : goesOn && before!.move === move
          ? before!.slot.since
          : slot.bar;
    before = { ...one, slot: { ...slot, since } };
    return before;
  });
}

/** A piece of a slot, from and to in ticks of the tune. */
export function stretch(slot: ReadSlot, from: Ticks, to: Ticks): ReadSlot {
  const { entry } = slot;
  const perBeat = entry.ticks / entry.beats;
  const tick = entry.tick + from - slot.start;
  return {
    ...slot,
    start: from,
    opensPhrase: slot.opensPhrase && from === slot.start,
    entry: { ...entry, tick, ticks: to - from, beat: 1 + tick / perBeat, beats: (to - from) / perBeat },
  };
}
