import { symbolOf, type Chord } from '../chord/chord.ts';
import type { Patch } from '../patch.ts';
import type { ReadSlot } from '../reading/read.ts';
import { ticksPerBeat, type Ticks } from '../time/meter.ts';
import { barOf, chordDegree, moveKey, tickOf, type Cell, type Cells } from './decisions.ts';
import type { ColourContext } from './grates.ts';
import type { Found } from './moves/move.ts';
import type { Proposal } from './moves/propose.ts';
import { spanAt, type Span } from './moves/span.ts';
import { moveOf } from './moves/table.ts';
import { roleOf } from './role.ts';

/** A move that stands in a take. */
export interface AppliedMove {
  /** The name of its cell. */
  readonly at: string;
  /** Of the move in the table: what is applied is plain data. */
  readonly id: string;
  readonly found: Found;
  readonly span: Span;
}

/** A slot as it stands once moves are made: the chart's own, what a move left of it, or a chord that a move put in. */
export interface Standing {
  /** The name of its cell. */
  readonly at: string;
  readonly slot: ReadSlot;
  /** The chart's symbol there. */
  readonly plain: string;
  readonly move: AppliedMove | null;
  /** A chord that a move puts in stands as it is; one it leaves there takes its colour as ever. */
  readonly asIs: boolean;
  readonly context: ColourContext;
}

const chordsOn = ({ chords }: Span, name: (chord: Chord) => string) =>
  chords.map(({ chord, beats }) => `${name(chord)}:${beats}`).join(' ');

/** The cell that makes a move: what it was made for, as a chord's decision has it. */
export function moveCell({ move, found }: Proposal, span: Span): Cell {
  return {
    on: chordsOn(span, symbolOf),
    degree: chordsOn(span, (chord) => chordDegree(chord, span.key)),
    source: { kind: 'move', id: move.id, ...(found.variant !== undefined && { variant: found.variant }) },
    ticks: span.ticks,
  };
}

/** The change to a take that makes a move: its cell, and those of the moves whose place it takes put away. */
export function movePatch(
  slots: readonly ReadSlot[],
  keys: readonly string[],
  cells: Cells,
  span: Span,
  proposal: Proposal,
): Patch<Cell> {
  const replaced = appliedMoves(slots, keys, cells).filter(
    ({ span: other }) => other.start < span.start + span.ticks && span.start < other.start + other.ticks,
  );
  const first = slots.findIndex((slot) => slot.start <= span.start && span.start < endOf(slot));
  const { start, entry } = slots[first]!;
  const at = `${barOf(keys[first]!)}:${entry.tick + span.start - start}`;
  return { ...Object.fromEntries(replaced.map((move) => [move.at, null])), [moveKey(at)]: moveCell(proposal, span) };
}

/** The moves that stand: those whose span still says what it said, or the same in another key; of two that overlap the earlier. */
export function appliedMoves(
  slots: readonly ReadSlot[],
  keys: readonly string[],
  cells: Cells,
): readonly AppliedMove[] {
  const all = Object.entries(cells).flatMap(([at, cell]): AppliedMove[] => {
    const { source, ticks } = cell;
    if (source.kind !== 'move' || ticks === undefined) return [];
    const place = at.slice(0, at.lastIndexOf(':'));
    const tick = tickOf(place);
    const slot = slots.find(
      ({ entry }, i) => barOf(keys[i]!) === barOf(place) && entry.tick <= tick && tick < entry.tick + entry.ticks,
    );
    const span = slot && spanAt(slots, slot.start + tick - slot.entry.tick, ticks);
    const move = moveOf(source.id);
    if (!span || !move) return [];
    const stands =
      cell.on === chordsOn(span, symbolOf) || cell.degree === chordsOn(span, (chord) => chordDegree(chord, span.key));
    const found = stands ? move.find(span).find(({ variant }) => variant === source.variant) : undefined;
    return found ? [{ at, id: move.id, found, span }] : [];
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
export function standingSlots(slots: readonly ReadSlot[], keys: readonly string[], cells: Cells): readonly Standing[] {
  const moves = appliedMoves(slots, keys, cells);
  const standing: Omit<Standing, 'context'>[] = [];
  const roles: ColourContext['role'][] = [];
  const put = (slot: ReadSlot, index: number, move: AppliedMove | null, role: ColourContext['role']) => {
    standing.push({
      at: `${barOf(keys[index]!)}:${slot.entry.tick}`,
      slot,
      plain: slots[index]!.symbol,
      move,
      asIs: move !== null && !isLeft(slot, move),
    });
    roles.push(role);
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
      else put(stretch(slot, from, to), index, null, roleOf(slot));
      from = to;
    }
  });
  /** The parts of a move within a slot: one that goes on over the next slot of its bar is put once. */
  function putParts(slot: ReadSlot, index: number, from: Ticks, to: Ticks, move: AppliedMove): void {
    let start = move.span.start;
    for (const { chord, beats, role } of move.found.parts) {
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
          { ...slot, start: begins, entry, symbol: symbolOf(chord), place: null, reading: null, also: [] },
          index,
          move,
          role,
        );
    }
  }
  return standing.map((one, i): Standing => {
    const after = standing.slice(i + 1).find(({ slot }) => slot.entry.chord !== null);
    return { ...one, context: { role: roles[i]!, next: after?.slot.entry.chord ?? null, key: one.slot.key } };
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
