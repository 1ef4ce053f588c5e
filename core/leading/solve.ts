import type { Chart } from '../chart/chart.ts';
import { clockOfChart } from '../chart/played.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { NO_MELODY, type Melody } from '../melody/melody.ts';
import { lastFretOf } from '../neck/hand.ts';
import { readChart, type ReadSlot } from '../reading/read.ts';
import { columnsOf, type Column } from '../take/columns.ts';
import type { Decisions } from '../take/decision.ts';
import { slotKeys } from '../take/key.ts';
import { changesOf, versionsOf } from '../take/standing.ts';
import type { Clock } from '../time/clock.ts';
import { arrangementOf, type Arrangement } from './arrange.ts';
import { BoundedSearch } from './joint/bounded.ts';
import { chainOf, type LatticeNode } from './lattice.ts';
import type { Near } from './near/near.ts';
import { PlainNear } from './near/plain.ts';
import { nodesOf } from './nodes.ts';
import type { Playing } from './rules/rule.ts';
import { Search, type Path, type Progress } from './search.ts';
import type { Tenths } from './units.ts';
import { Workings } from './workings.ts';

/** What is to be arranged: a chart, the ids of its bars, and what was decided. */
export interface TakeAsked {
  readonly chart: Chart;
  /** In the order of the bars as written; bars without one are named by number. */
  readonly barIds?: readonly string[];
  readonly cells?: Decisions;
  /** What is sung to it. */
  readonly melody?: Melody;
  /** The chart's own chords stay. */
  readonly plain?: boolean;
}

/** A chart as it is read for a take. */
interface TakeRead {
  readonly slots: readonly ReadSlot[];
  readonly keys: readonly string[];
  readonly clock: Clock;
}

/** Who plays, and the search for that hand, with all it remembers from one question to the next. */
export interface Session extends Playing {
  readonly library: ShapeLibrary;
  readonly search: Search;
  /** The search for whole takes: over all ways to play a chart. */
  readonly wide: BoundedSearch;
  /** The chart as it was read last. */
  reading: { readonly of: readonly unknown[]; readonly read: TakeRead } | null;
}

/** A session for a hand. `near`: the search's inner loop, where there is a kernel for it. */
export const sessionOf = (
  library: ShapeLibrary,
  { pricing, banished = new Set() }: Pick<Playing, 'pricing'> & Partial<Pick<Playing, 'banished'>>,
  near?: Near,
): Session => ({
  library,
  pricing,
  banished,
  search: new Search(library, near),
  wide: new BoundedSearch(new Workings(library, near ?? new PlainNear()), near ?? new PlainNear()),
  reading: null,
});

/** A solved take: an arrangement, and all that is needed to price what else could stand in it. */
export interface SolvedTake extends TakeRead {
  readonly session: Session;
  readonly asked: TakeAsked;
  readonly cells: Decisions;
  readonly columns: readonly Column[];
  readonly nodes: readonly LatticeNode[];
  /** Where each column stands in the path, or −1. */
  readonly index: readonly number[];
  readonly path: Path;
  /** The price of the path. */
  readonly best: Tenths;
}

/** The chart as it is read; most often it was read before. */
function readingOf(session: Session, { chart, barIds = [], cells = {}, melody = NO_MELODY }: TakeAsked): TakeRead {
  const of = [chart, melody, JSON.stringify([barIds, changesOf(cells)])];
  if (session.reading && session.reading.of.every((one, i) => one === of[i])) return session.reading.read;
  const slots = readChart(chart, versionsOf(cells, barIds), melody);
  const read = { slots, keys: slotKeys(slots, barIds), clock: clockOfChart(chart) };
  session.reading = { of, read };
  return read;
}

/** A take's columns, and the nodes they are in a search: nothing is solved yet. */
export function prepareTake(session: Session, asked: TakeAsked): Omit<SolvedTake, 'path' | 'best'> {
  const { library } = session;
  const { cells = {}, plain = false } = asked;
  const read = readingOf(session, asked);
  const columns = columnsOf(read.slots, read.keys, cells, {
    plain,
    lastFret: lastFretOf(library.hand),
    manner: session.pricing.manner,
  });
  return { ...read, session, asked, cells, columns, ...nodesOf(columns, read.clock, library, session) };
}

/** The one way from a chart, decisions and a player to the best path. Yields progress after each step. */
export function* solveTake(session: Session, asked: TakeAsked): Generator<Progress, SolvedTake> {
  const prepared = prepareTake(session, asked);
  session.search.setLattice(chainOf(prepared.nodes));
  const path = yield* session.search.solve();
  return { ...prepared, path, best: path.cost };
}

/** A solved take as an arrangement; with another path through it, that. */
export function arrangedTake({ session, columns, index, path }: SolvedTake, way: Path = path): Arrangement {
  return arrangementOf(columns, index, way, session.search, session.library);
}
