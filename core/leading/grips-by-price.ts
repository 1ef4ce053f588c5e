import type { Patch } from '../patch.ts';
import {
  gripsAt,
  joined,
  openNotes,
  piecesOf,
  strengthAt,
  tuneOver,
  type TuneNote,
  type TuneOver,
} from '../take/carry.ts';
import { undividedColumns, type Column } from '../take/columns.ts';
import type { Decision } from '../take/decision.ts';
import { chordNameAt, noteDecisionName } from '../take/key.ts';
import { lastFretOf } from '../neck/hand.ts';
import { ticksPerBeat, type Meter, type Ticks } from '../time/meter.ts';
import { nodesOf } from './nodes.ts';
import type { Progress } from './search.ts';
import { prepareTake, type Session, type TakeAsked } from './solve.ts';
import type { Tenths } from './units.ts';

/*
 * Which notes of the tune get grips, where the player leaves it to the search: every way to divide its chords at its notes is
 * laid out in one lattice, and a note that is left free has a price. So a note gets a grip where one is at hand, and is played
 * from the one that is held where the hand would have to run.
 */

/** What a note costs that has no grip under it, by how strong its place is (`strengthAt`): the stronger, the more it is missed. */
const BARE: readonly Tenths[] = [5, 25, 70, 110, 180];
/** And more for each beat it lasts beyond half a one: a long note alone is thin. */
const PER_BEAT: Tenths = 60;
/** No grip is held under more single notes than this. */
const MOST_FREE = 6;

const barePrice = ({ tick, ticks }: TuneNote, meter: Meter): Tenths => {
  const beats = ticks / ticksPerBeat(meter);
  return BARE[strengthAt(tick, meter)]! + Math.round(Math.max(0, beats - 0.5) * PER_BEAT);
};

/** A grip held from one note of the tune to another. */
interface Held {
  readonly start: Ticks;
  readonly end: Ticks;
  readonly piece: Column;
  /** Of the free notes played from it. */
  readonly price: Tenths;
  /** Whether it begins there anyway; else it may only where a grip carries its note. */
  readonly isGiven: boolean;
}

/** Which notes of a tune get grips, and what it costs. */
export interface GripsByPrice {
  /** What is to be said of single notes, where the density says another thing. */
  readonly patch: Patch<Decision>;
  readonly cost: Tenths;
  readonly carried: number;
  readonly notes: number;
}

/**
 * Chooses which notes of a chord-melody get grips, by price; what the player said of single notes stands, and outside of
 * `within` what the density says. Yields progress.
 */
export function* gripsByPrice(
  session: Session,
  asked: TakeAsked,
  within: { readonly start: Ticks; readonly end: Ticks } | null = null,
): Generator<Progress, GripsByPrice> {
  const { slots, keys, clock } = prepareTake(session, asked);
  const { cells = {} } = asked;
  const { library, pricing } = session;
  const how = { lastFret: lastFretOf(library.hand), manner: pricing.manner };
  const { columns, carriedAt, asPiece } = undividedColumns(slots, keys, cells, how);
  const tunes = columns.map((column, i): TuneOver<Column> | null => {
    const { density = null, octave = 0, isLine = false } = carriedAt(column.slot.start) ?? {};
    if (density === null) return null;
    return tuneOver(column, { before: columns[i - 1], next: columns[i + 1], octave, isLine, cells });
  });
  const densityOf = ({ column }: TuneOver<Column>) => carriedAt(column.slot.start)!.density!;
  const isAsked = ({ column: { slot } }: TuneOver<Column>) =>
    !carriedAt(slot.start)!.isLine && (within === null || (within.start <= slot.start && slot.start < within.end));
  const held = columns.flatMap((column, i): readonly Held[] => {
    const tune = tunes[i];
    if (!tune) return [whole(column)];
    const after = columns[i + 1];
    const next = tunes[i + 1] ? piecesOf(tunes[i + 1]!, [])[0] : after;
    const density = isAsked(tune) ? null : densityOf(tune);
    return waysToHold(tune, next, density).map((one) => ({ ...one, piece: asPiece(one.piece) }));
  });
  const { nodes, index } = nodesOf(
    held.map(({ piece }) => piece),
    clock,
    library,
    session,
  );
  const byNode = new Map(held.flatMap((one, h) => (index[h]! < 0 ? [] : [[index[h]!, one] as const])));
  const lattice = {
    nodes,
    next: followers(held, index),
    extra: nodes.map((_, n) => byNode.get(n)!.price),
    between: () => 0,
  };
  const path = yield* session.wide.solve(lattice);
  const starts = new Set(path.nodes.map((node) => byNode.get(node)!.start));
  const patch: Record<string, Decision | null> = {};
  for (const tune of tunes) {
    if (!tune || !isAsked(tune)) continue;
    const { at, slot } = tune.column;
    const dense = new Set(gripsAt(tune, densityOf(tune)));
    for (const { start } of openNotes(tune)) {
      if (starts.has(start) === dense.has(start)) continue;
      const name = noteDecisionName(chordNameAt(at, slot.entry.tick + start - slot.start));
      patch[name] = { layer: 'note', way: starts.has(start) ? 'carried' : 'free' };
    }
  }
  const sung = tunes.flatMap((tune) => tune?.within ?? []);
  return { patch, cost: path.cost, carried: sung.filter(({ start }) => starts.has(start)).length, notes: sung.length };
}

const whole = (piece: Column): Held => {
  const { start, entry } = piece.slot;
  return { start, end: start + entry.ticks, piece, price: 0, isGiven: true };
};

/**
 * Every way to hold a grip within a column: from any of its notes to any later one, up to the next of which the player says
 * that it has its own. With a density only the one that it gives.
 */
function waysToHold(tune: TuneOver<Column>, next: Column | undefined, density: number | null): readonly Held[] {
  const { slot } = tune.column;
  const end = slot.start + slot.entry.ticks;
  const open = openNotes(tune);
  /** At the densest all that may get a grip do; at the sparsest those that must. */
  const most = [slot.start, ...gripsAt(tune, density ?? 100)];
  const must = new Set([...gripsAt(tune, density ?? 0), end]);
  return most.flatMap((from, i): readonly Held[] => {
    const ways: Held[] = [];
    for (const to of [...most.slice(i + 1), end]) {
      const bare = open.filter(({ start }) => start > from && start < to);
      const isFirst = ways.length === 0;
      if (!isFirst && bare.length > MOST_FREE) break;
      const cuts = [from, ...(to === end ? [] : [to])].filter((time) => time > slot.start);
      const pieces = piecesOf(tune, cuts);
      const k = from === slot.start ? 0 : 1;
      const [piece] = joined([pieces[k]!, ...(to === end ? (next ? [next] : []) : [pieces[k + 1]!])]);
      ways.push({
        start: from,
        isGiven: density !== null || !open.some(({ start }) => start === from),
        end: to,
        piece: piece!,
        price: bare.reduce((sum, note) => sum + barePrice(note, slot.meter), 0),
      });
      if (must.has(to)) break;
    }
    return ways;
  });
}

/** By node those that may come next: what begins where it ends, past whatever has no grip. */
function followers(held: readonly Held[], index: readonly number[]): readonly (readonly number[])[] {
  const byStart = new Map<Ticks, number[]>();
  held.forEach(({ start }, h) => byStart.set(start, [...(byStart.get(start) ?? []), h]));
  /** The nodes that may come first from some time on. */
  const known = new Map<Ticks, readonly number[]>();
  const from = (time: Ticks): readonly number[] => {
    const found = known.get(time);
    if (found) return found;
    const nodes = new Set<number>();
    for (const h of byStart.get(time) ?? []) {
      if (index[h]! >= 0) nodes.add(index[h]!);
      else if (held[h]!.isGiven) for (const node of from(held[h]!.end)) nodes.add(node);
    }
    const all = [...nodes].sort((a, b) => a - b);
    known.set(time, all);
    return all;
  };
  const next: (readonly number[])[] = [];
  held.forEach(({ end }, h) => {
    if (index[h]! >= 0) next[index[h]!] = from(end);
  });
  return next;
}
