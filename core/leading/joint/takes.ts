import { applyPatch } from '../../patch.ts';
import type { ReadSlot } from '../../reading/read.ts';
import type { Column } from '../../take/columns.ts';
import type { Decision, Decisions } from '../../take/decision.ts';
import { atOf, slotsAt } from '../../take/key.ts';
import { ticksPerBar, type Ticks } from '../../time/meter.ts';
import type { Path, Progress } from '../search.ts';
import { prepareTake, type Session, type SolvedTake, type TakeAsked } from '../solve.ts';
import type { Tenths } from '../units.ts';
import { beatsBetween } from './beats.ts';
import type { SolvedAt } from './bounded.ts';
import { sumHarmony, totalHarmony, type HarmonyTerms } from './harmony.ts';
import { asPart } from './progress.ts';
import { latticeSteps, type TakeLattice } from './take-lattice.ts';
import { waySteps, type JointTaste, type Way } from './ways.ts';

/** What whole takes are wanted of. */
export interface TakesAsked extends TakeAsked {
  readonly taste: JointTaste;
  /** The part of the tune that may change, in ticks from its start; null: all of it. */
  readonly within?: Stretch | null;
  /** Whether the colours and moves chosen there are chosen anew; else they stay. */
  readonly anew?: boolean;
}
interface Stretch {
  readonly start: Ticks;
  readonly end: Ticks;
}

/** A whole take: what it decides, and what it costs. */
export interface WholeTake {
  /** All decisions of the take, those that stood before too. */
  readonly cells: Decisions;
  /** The price of chords, grips and connection together: of the first the exact least of all there are, mannerisms aside. */
  readonly cost: Tenths;
  /** What of it is not the connection's. */
  readonly harmony: HarmonyTerms;
  /** How far it strays from the plain chart: the mean over its beats, 0 to 5. */
  readonly stray: number;
  /** The part of the beats with the same chord as each take before it, 0 to 1. */
  readonly agreesWith: readonly number[];
  /** The ways it takes, in order. */
  readonly ways: readonly Way[];
}

/** What agreeing with an earlier take costs a beat, raised until it is enough (as for other ways through one harmony). */
const AGREE_PRICES = [2, 4, 8, 16, 32, 64, 128] as const;
/** So much of the time another take must have other chords. */
const DIFFERENT = 1 / 4;

/** How much is done, told as parts of 1, once all ways are known, laid out, and have their grips; the rest is the search. */
const WAYS_KNOWN = 0.1;
const LAID_OUT = 0.2;
const KNOWN = 0.3;

/** Nothing of the chart can be played by this hand, or nothing in it may change. */
export class NothingToTake extends Error {}

/**
 * Up to `count` whole takes, the best first: the first is the exact optimum of chords, grips and connection; each further one
 * the exact optimum where every beat with the chord of an earlier one costs a price, raised until a quarter of the beats
 * differ from each. Fewer where there are no more. Yields progress.
 */
export function* wholeTakes(
  session: Session,
  asked: TakesAsked,
  count: number,
): Generator<Progress, readonly WholeTake[]> {
  session.wide.turn();
  const { taste, within = null } = asked;
  const prepared = prepareTake(session, { ...asked, cells: freed(prepareTake(session, asked), asked) });
  const { slots, cells } = prepared;
  const isOpen = ({ start, entry }: ReadSlot) =>
    within === null || (within.start <= start && start + entry.ticks <= within.end);
  const ways = yield* asPart(waySteps(prepared, taste, isOpen), 0, WAYS_KNOWN);
  const laid = yield* asPart(latticeSteps(prepared, ways, taste), WAYS_KNOWN, LAID_OUT);
  if (laid.lattice.nodes.length === 0) throw new NothingToTake();
  const solve = yield* asPart(session.wide.over(laid.lattice), LAID_OUT, KNOWN);
  const beatsOf = beatsBetween(slots);
  const whole =
    ways.length === 0 ? 0 : beatsOf({ start: ways[0]!.start, end: Math.max(...ways.map(({ end }) => end)) });
  const inOpen = beatsInOpen(ways, beatsOf);

  const found: Found[] = [];
  /** Beats of a stretch on which a chord is that of a take. */
  const agreeing = ({ slot: { start, entry }, symbol }: Column, other: readonly Sounding[]) =>
    other.reduce((sum, { start: from, end: to, symbol: theirs }) => {
      const both = { start: Math.max(start, from), end: Math.min(start + entry.ticks, to) };
      return theirs === symbol && both.start < both.end ? sum + beatsOf(both) : sum;
    }, 0);
  /** The part of the beats on which some chords are those of a take. */
  const alikeIn = (columns: readonly Column[], chords: readonly Sounding[]) =>
    inOpen === 0 ? 1 : columns.reduce((sum, column) => sum + agreeing(column, chords), 0) / inOpen;
  /** By node the beats on which its chord is that of an earlier take; and the price of a beat that was enough for the last. */
  const alike = laid.places.map(() => 0);
  let enough = 0;
  while (found.length < count) {
    let next: Found | null = null;
    const each = (1 - KNOWN) / count;
    const [from, to] = [KNOWN + each * found.length, KNOWN + each * (found.length + 1)];
    const prices = found.length === 0 ? [0] : AGREE_PRICES.filter((price) => price >= enough);
    for (const [tries, price] of prices.entries()) {
      const take = yield* asPart(
        withoutMannerisms(
          solve,
          laid,
          alike.map((beats) => Math.round(price * beats)),
          cells,
        ),
        to - (to - from) / 2 ** tries,
        to - (to - from) / 2 ** (tries + 1),
      );
      if (found.some(({ chords }) => alikeIn(take.columns, chords) > 1 - DIFFERENT)) continue;
      enough = price;
      const sounding = take.columns.map(({ slot: { start, entry }, symbol }): Sounding => ({
        start,
        end: start + entry.ticks,
        symbol,
      }));
      const stray = whole === 0 ? 0 : take.stray(beatsOf) / whole;
      next = { take: { ...take.take, stray }, columns: take.columns, chords: sounding };
      laid.places.forEach(({ version, column }, n) => {
        const { columns, way } = laid.versions[version]!;
        if (way.isOpen) alike[n]! += agreeing(columns[column]!, sounding);
      });
      break;
    }
    if (next === null) break;
    found.push(next);
  }
  // One that had to do without a mannerism may come out dearer than one found after it.
  const ranked = [...found].sort((a, b) => a.take.cost - b.take.cost);
  return ranked.map(({ take, columns }, i) => ({
    ...take,
    agreesWith: ranked.slice(0, i).map(({ chords }) => alikeIn(columns, chords)),
  }));
}

/** A take with its chords, those that were to choose and when each sounds. */
interface Found {
  readonly take: Omit<WholeTake, 'agreesWith'>;
  readonly columns: readonly Column[];
  readonly chords: readonly Sounding[];
}

/**
 * The same move more often than this in so many bars is a mannerism, and so is one that fills more bars than this of so many;
 * each time it is heard so often, its price doubles.
 */
const MOST_OF_A_DEVICE = { times: 2, in: 8, bars: 4, of: 16 } as const;
const DEVICE_PRICE = 80;
/** By then a move costs more than any. */
const MOST_ROUNDS = 6;

/** The best take; where a move becomes a mannerism in it, the best at a price for each time that move is made. */
function* withoutMannerisms(
  solve: SolvedAt,
  laid: TakeLattice,
  agree: readonly Tenths[],
  cells: Decisions,
): Generator<Progress, ReturnType<typeof takeOf>> {
  const devices = new Map<string, Tenths>();
  for (let round = 0; ; round++) {
    const device = laid.places.map(({ version, column }) => {
      const { proposal } = laid.versions[version]!.way;
      return column === 0 && proposal ? (devices.get(proposal.move.name) ?? 0) : 0;
    });
    const extra = laid.lattice.extra.map((price, n) => price + agree[n]! + device[n]!);
    // Each round gets half of what is left, as each try above does: nobody knows how many there will be.
    const path: Path = yield* asPart(solve(extra), 1 - 1 / 2 ** round, 1 - 1 / 2 ** (round + 1));
    const take = takeOf(
      laid,
      path,
      agree.map((price, n) => price + device[n]!),
      cells,
    );
    const worn = mannerismsIn(take.take.ways);
    if (worn.length === 0 || round === MOST_ROUNDS) return take;
    for (const name of worn) devices.set(name, 2 * (devices.get(name) ?? DEVICE_PRICE / 2));
  }
}

/** Moves made too often within a few bars, or heard for too long. */
function mannerismsIn(ways: readonly Way[]): readonly string[] {
  const made = ways.flatMap(({ proposal, columns }) => {
    if (!proposal) return [];
    // What stays of the chart's chord is not the move's.
    const ticks = columns.reduce((sum, { slot, plain }) => sum + (slot.symbol === plain ? 0 : slot.entry.ticks), 0);
    const { bar, meter } = columns[0]!.slot;
    return [{ name: proposal.move.name, bar, bars: ticks / ticksPerBar(meter) }];
  });
  const { times, in: within, bars: most, of } = MOST_OF_A_DEVICE;
  return [...new Set(made.map(({ name }) => name))].filter((name) => {
    const each = made.filter((one) => one.name === name);
    return each.some(({ bar }, k) => {
      const before = (bars: number) => each.slice(0, k + 1).filter((one) => bar - one.bar < bars);
      return before(within).length > times || before(of).reduce((sum, { bars }) => sum + bars, 0) > most;
    });
  });
}

/** A chord that sounds in a take. */
interface Sounding {
  readonly start: Ticks;
  readonly end: Ticks;
  readonly symbol: string;
}

/** Beats that a take may change. */
function beatsInOpen(ways: readonly Way[], beatsOf: ReturnType<typeof beatsBetween>): number {
  const open = ways.filter(({ colour, isOpen }) => isOpen && colour !== null);
  const starts = new Map(open.map((way) => [way.start, way]));
  return [...starts.values()].reduce((sum, way) => sum + beatsOf(way), 0);
}

/** What a path through the lattice decides, and what it costs without the prices that made it another one. */
function takeOf(
  { places, versions, terms, changeTerms }: TakeLattice,
  path: Path,
  prices: readonly Tenths[],
  cells: Decisions,
) {
  const order = path.nodes.map((node) => places[node]!);
  const taken = order.filter(({ column }) => column === 0).map(({ version }) => version);
  const ways = taken.map((v) => versions[v]!.way);
  const harmony = sumHarmony([
    ...taken.map((v) => terms[v]!),
    ...taken.slice(1).map((v, k) => changeTerms(taken[k]!, v)),
  ]);
  const patch = Object.assign({}, ...ways.map((way) => way.patch));
  const cost = path.nodes.reduce((sum, node) => sum - prices[node]!, path.cost);
  return {
    take: { cells: applyPatch(cells, patch).cells, cost, harmony, ways },
    /** Those that were to choose. */
    columns: order
      .filter(({ version }) => versions[version]!.way.isOpen)
      .map(({ version, column }) => versions[version]!.columns[column]!),
    stray: (beatsOf: ReturnType<typeof beatsBetween>) =>
      ways.reduce((sum, way) => sum + (way.proposal?.move.stray ?? 0) * beatsOf(way), 0),
  };
}

/**
 * The decisions a search begins with: the grips a take was kept with are let go where it may change, and, where all is chosen
 * anew, the colours and moves there; pinned grips, wishes, manners, and which changes are played stay.
 */
function freed(
  { slots, keys, cells }: Pick<SolvedTake, 'slots' | 'keys' | 'cells'>,
  { within = null, anew = false }: Pick<TakesAsked, 'within' | 'anew'>,
): Decisions {
  const mayGo = (cell: Decision) =>
    cell.layer === 'kept' || (anew && (cell.layer === 'move' || (cell.layer === 'chord' && !cell.voicing)));
  const liesWithin = (name: string, cell: Decision) =>
    within === null ||
    slotsAt(slots, keys, atOf(name)).every(({ start, entry }) => {
      const from = start + atOf(name).tick - entry.tick;
      const end = cell.layer === 'move' ? from + cell.ticks : start + entry.ticks;
      return within.start <= from && end <= within.end;
    });
  return Object.fromEntries(Object.entries(cells).filter(([name, cell]) => !mayGo(cell) || !liesWithin(name, cell)));
}

/** What of a whole take's price is the connection's. */
export const connectionCost = ({ cost, harmony }: WholeTake): Tenths => cost - totalHarmony(harmony);
