import { symbolOf, type Chord } from '../chord/chord.ts';
import { parseSuffix } from '../chord/symbol.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import type { Manner } from '../manner.ts';
import type { Patch } from '../patch.ts';
import type { ReadSlot } from '../reading/read.ts';
import type { Bond } from '../reharm/moves/bond.ts';
import { isSmall } from '../texture.ts';
import type { Part } from '../reharm/moves/move.ts';
import { coloursOf } from '../reharm/colours.ts';
import type { ColourContext } from '../reharm/grates.ts';
import { spanAt, type Span } from '../reharm/moves/span.ts';
import { carrying, type Carry } from './carry.ts';
import { decisionsOf, type Decision, type Decisions } from './decision.ts';
import { atOf, chordNameAt, decidedAt, type At } from './key.ts';
import type { ChordDecision } from './layers/chord.ts';
import type { KeptDecision } from './layers/kept.ts';
import { onTopOf } from './own-line.ts';
import { inPieces, type Small } from './small.ts';
import { decidedOver } from './spans.ts';
import { standingSlots, stretch, type AppliedMove, type Standing } from './moves.ts';
import { decisionFor, standingAt } from './standing.ts';
import type { Ticks } from '../time/meter.ts';
import { untoldColours } from './untold-colours.ts';
import { walkingBasses, type WalkingBass } from './walking-bass.ts';
import { wishesOf, type StandingWish } from './wishes.ts';

/** A slot as it stands in a take: the chart's, a part of it that takes a colour of its own, or a chord that a move put in. */
export interface Column {
  /** The name of its chord's decision (key.ts). */
  readonly at: string;
  /** Its span and the chord that is coloured there. */
  readonly slot: ReadSlot;
  /** The chart's symbol there. */
  readonly plain: string;
  /** Which part of its slot, from 0. */
  readonly part: number;
  /** Null is N.C. */
  readonly chord: Chord | null;
  readonly symbol: string;
  /** What the player decided here, or null. */
  readonly decision: ChordDecision | null;
  /** The grip it was kept with (layers/kept.ts), where it stands; null: none. */
  readonly kept: string | null;
  /** What its colours depend on. */
  readonly context: ColourContext;
  /** The move that put it here, or null. */
  readonly move: AppliedMove | null;
  /** How it is to go on to the next, where a move says so. */
  readonly into: Bond | null;
  /** How it is comped, where that was decided for it; null: as the player does. */
  readonly manner: Manner | null;
  /** Whether it is the last that sounds, and the tonic: the tune is to rest there. */
  readonly closes: boolean;
  /** What it carries where the tune itself is played; null: it accompanies. */
  readonly carry: Carry | null;
  /** Where two notes stand in the place of a grip; null: a grip does. */
  readonly small: Small | null;
  /** Notes through which a bass walks from the chord before it to the one after. */
  readonly walks: readonly WalkingBass[];
  /** The wishes whose spans it lies in. */
  readonly wishes: readonly StandingWish[];
}

/** How columns are made. */
export interface ColumnsHow {
  /** The chart's own chords stay. */
  readonly plain?: boolean;
  /** Where the neck ends, counted from the capo (`lastFretOf`): no grip is moved along beyond it. */
  readonly lastFret?: number;
  /** How the tune is comped where no span says otherwise: colours nobody chose go with it. */
  readonly manner?: Manner | null;
}

/**
 * The columns of a take: moves are made, then each slot has its decision, or the default colour; a decision that lies
 * within a slot's span divides it. `keys[i]` names slot `i`'s chord.
 */
export function columnsOf(
  slots: readonly ReadSlot[],
  keys: readonly string[],
  cells: Decisions,
  how: ColumnsHow = {},
): readonly Column[] {
  const { columns, carriedAt, asPiece } = undividedColumns(slots, keys, cells, how);
  if (how.plain) return columns;
  const carried = LEAD.some((layer) => decisionsOf(cells, layer).length > 0)
    ? carrying(columns, carriedAt, cells)
    : columns;
  const isSmallAnywhere = decisionsOf(cells, 'texture').some(([, { texture }]) => isSmall(texture));
  const small = isSmallAnywhere ? inPieces(carried, decidedOver(slots, keys, cells, 'texture')) : carried;
  return small === columns ? columns : small.map(asPiece);
}

/** The layers by which the guitar has something on top of its grips. */
const LEAD = ['carry', 'line'] as const;

/** The same before they are divided at the notes of a chord-melody, and what makes a piece of one a column. */
export function undividedColumns(
  read: readonly ReadSlot[],
  keys: readonly string[],
  cells: Decisions,
  { plain = false, lastFret = DEFAULT_HAND.highestFret, manner = null }: ColumnsHow = {},
): {
  readonly columns: readonly Column[];
  readonly carriedAt: ReturnType<typeof onTopOf>['carriedAt'];
  readonly asPiece: (piece: Column) => Column;
} {
  const { slots, carriedAt } = onTopOf(read, keys, cells);
  const divisions = divisionsOf(plain ? {} : cells);
  // A chord that a move left may stand in another bar than its own.
  const untoldOf = ({ index, slot: { entry } }: Standing) =>
    untold[
      slots[index]!.entry.chord === entry.chord ? index : slots.findIndex((one) => one.entry.chord === entry.chord)
    ] ?? null;
  const wishes = wishesOf(slots, keys, cells);
  const manners = decidedOver(slots, keys, cells, 'manner');
  const mannerAt = (time: Ticks) => manners(time)?.manner ?? null;
  const untold = untoldColours(
    slots,
    slots.map(({ start }) => mannerAt(start) ?? manner),
  );
  const wishesIn = ({ start, entry }: ReadSlot) =>
    wishes.filter((one) => {
      const end = one.start + one.ticks;
      return one.start <= start && start < end && (one.wish.kind !== 'arrive' || start + entry.ticks >= end);
    });
  const standing = standingSlots(slots, keys, plain ? {} : cells);
  /** The part of a move that each column is. */
  const made: (Part | null)[] = [];
  const columns = standing.flatMap((one) => {
    return spansOf(one, divisions, cells, lastFret).map(({ at, slot }, part): Column => {
      made.push(one.made);
      const own = one.slot.entry.chord;
      const of = {
        at,
        slot,
        part,
        plain: one.plain,
        context: one.context,
        move: one.move,
        into: null,
        manner: mannerAt(slot.start),
        closes: false,
        carry: null,
        small: null,
        walks: [],
        wishes: wishesIn(slot),
      };
      if (own === null) return { ...of, chord: null, symbol: 'N.C.', decision: null, kept: null };
      const decision = standingAt(cells, atOf(at), one.slot, lastFret);
      const kept = plain ? null : keptAt(cells, atOf(at), slot, decision);
      const chord = chordFor(own, decision ?? kept, plain || one.asIs ? null : untoldOf(one));
      return { ...of, chord, symbol: symbolOf(chord), decision, kept: kept?.grip ?? null };
    });
  });
  const last = columns.findLastIndex(({ chord }) => chord !== null);
  const joined = columns.map((column, i): Column => {
    const goesOn = made[i + 1] !== made[i];
    const closing = { ...column, closes: i === last && isTonic(column), into: (goesOn && made[i]?.into) || null };
    return made[i]?.asNext ? likeTheNext(closing, columns.slice(i + 1)) : closing;
  });
  const walked = joined.map((column, i): Column => {
    const walks = walkingBasses(joined[i - 1]?.chord ?? null, joined[i + 1]?.chord ?? null);
    return { ...column, walks };
  });
  const asPiece = (column: Column): Column => {
    const { slot } = column;
    if ((!column.carry && !column.small) || column.chord === null) return column;
    // A chord under a step is decided for as it stands.
    const decision = column.decision ?? standingAt(cells, atOf(column.at), slot, lastFret);
    const kept = decision ? null : keptAt(cells, atOf(column.at), slot, null);
    const chord = decision === column.decision ? column.chord : chordFor(slot.entry.chord!, decision, null);
    const symbol = chord === column.chord ? column.symbol : symbolOf(chord!);
    return { ...column, chord, symbol, decision, kept: kept?.grip ?? column.kept, wishes: wishesIn(slot) };
  };
  return { columns: walked, carriedAt, asPiece };
}

/** What a slot was kept with, where the chord there is the same and nothing else was decided for it. */
function keptAt(cells: Decisions, at: At, { symbol }: ReadSlot, decision: ChordDecision | null): KeptDecision | null {
  const kept = decidedAt(cells, at, 'kept');
  if (kept?.layer !== 'kept' || kept.on !== symbol || decision?.voicing) return null;
  return decision === null || decision.colour === kept.colour ? kept : null;
}

/** A chord that comes as what follows its move stands, its colour included. */
function likeTheNext(column: Column, after: readonly Column[]): Column {
  const target = after.find(({ move }) => move !== column.move)?.chord;
  if (!target || column.chord === null || column.decision !== null) return column;
  const chord = { ...column.chord, kind: target.kind };
  const symbol = symbolOf(chord);
  return { ...column, chord, symbol, kept: symbol === column.symbol ? column.kept : null };
}

const TONIC_ROLES: readonly unknown[] = ['I', 'i', 'blues-I'];
const isTonic = ({ context: { role } }: Column) => TONIC_ROLES.includes(role);

/** The span of the plain chart that columns cover; with a column that a move put in, the whole span of that move. */
export function spanOfColumns(slots: readonly ReadSlot[], columns: readonly Column[]): Span | null {
  const starts = columns.map(({ move, slot }) => move?.span.start ?? slot.start);
  const ends = columns.map(({ move, slot }) =>
    move ? move.span.start + move.span.ticks : slot.start + slot.entry.ticks,
  );
  const start = Math.min(...starts);
  return columns.length === 0 ? null : spanAt(slots, start, Math.max(...ends) - start);
}

/** The ticks at which a chord is decided, by bar, with the pass that each is for. */
function divisionsOf(cells: Decisions): ReadonlyMap<string, readonly ReturnType<typeof atOf>[]> {
  const places = new Map<string, ReturnType<typeof atOf>[]>();
  for (const [name] of decisionsOf(cells, 'chord')) {
    const at = atOf(name);
    places.set(at.bar, [...(places.get(at.bar) ?? []), at]);
  }
  return places;
}

/** A slot's span, divided where a decision for its chord lies within it. */
function spansOf(
  { at, slot }: Standing,
  divisions: ReturnType<typeof divisionsOf>,
  cells: Decisions,
  lastFret: number,
) {
  const { entry } = slot;
  const here = atOf(at);
  const inner = (divisions.get(here.bar) ?? [])
    .filter(({ pass, tick }) => {
      const within = tick > entry.tick && tick < entry.tick + entry.ticks;
      return within && (pass === 'all' || pass === here.pass);
    })
    .filter(({ tick }) => standingAt(cells, { ...here, tick }, slot, lastFret) !== null)
    .map(({ tick }) => tick);
  if (inner.length === 0) return [{ at, slot }];
  const ticks = [...new Set([entry.tick, ...inner])].sort((a, b) => a - b);
  const time = (tick: number) => slot.start + tick - entry.tick;
  return ticks.map((tick, i) => ({
    at: chordNameAt(at, tick),
    slot: stretch(slot, time(tick), time(ticks[i + 1] ?? entry.tick + entry.ticks)),
  }));
}

/**
 * Divides a column on a beat, the longer part first, and gives the second part the next steady colour after the
 * one that stands: the cell to set. Null: it lasts too short, or has no other colour.
 */
export function divide(column: Column): { readonly at: string; readonly cell: ChordDecision } | null {
  const { entry } = column.slot;
  if (column.chord === null || entry.chord === null || entry.beats < 2) return null;
  const perBeat = entry.ticks / entry.beats;
  const tick = entry.tick + Math.ceil(entry.beats / 2) * perBeat;
  const steady = coloursOf(entry.chord, column.context).filter(({ group }) => group === 'usual');
  const stands = steady.findIndex(({ chord }) => symbolOf(chord) === column.symbol);
  const next = steady[(stands + 1) % Math.max(1, steady.length)];
  if (!next || symbolOf(next.chord) === column.symbol) return null;
  return {
    at: chordNameAt(column.at, tick),
    cell: { ...decisionFor(column.slot), colour: next.suffix },
  };
}

/**
 * Moves the beginning of a part by beats, later or earlier: the change to make. Null where there is no room: every part
 * keeps a beat. `before` is the column before it.
 */
export function shiftPart(column: Column, before: Column | undefined, beats: number): Patch<Decision> | null {
  const { decision, slot, at, part } = column;
  const perBeat = slot.entry.ticks / slot.entry.beats;
  if (part === 0 || !decision || !before) return null;
  if (before.slot.entry.beats + beats < 1 || slot.entry.beats - beats < 1) return null;
  return { [at]: null, [chordNameAt(at, slot.entry.tick + beats * perBeat)]: decision };
}

/** The chart's chord as it stands: in the colour decided, else in `untold`; null: as it is. */
function chordFor(own: Chord, decision: Pick<ChordDecision, 'colour'> | null, untold: Chord | null): Chord {
  // Null is said by a decision only: the chart's own.
  const colour = decision ? decision.colour : undefined;
  const kind = typeof colour === 'string' ? parseSuffix(colour) : null;
  if (kind !== null) return { ...own, kind };
  return colour === null ? own : (untold ?? own);
}

/** Whether a chord is new with a column; under a tune, and in small shapes, it goes on over several. */
export const opensChord = ({ carry, small }: Pick<Column, 'carry' | 'small'>): boolean =>
  carry?.opens ?? small?.opens ?? true;
