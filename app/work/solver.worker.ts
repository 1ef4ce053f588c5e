import { expose } from 'comlink';
import {
  arrangementOf,
  changesOf,
  clockOfChart,
  coloursOf,
  columnsOf,
  differentPaths,
  distinct,
  formatFrets,
  fretsAt,
  gripOf,
  handOf,
  labelsOf,
  likedFirst,
  movement,
  namedMove,
  moveReason,
  outcomesOf,
  parseChart,
  parseFrets,
  pitchesOf,
  pick,
  plainNumeral,
  priceMove,
  pricePatch,
  pricingFor,
  proposalsFor,
  readChart,
  Search,
  searchable,
  servesHow,
  shapeAt,
  slotKeys,
  spanOfColumns,
  steeredPatch,
  symbolOf,
  versionsOf,
  waysOut,
  wishFor,
  type Arrangement,
  type Chart,
  type Midi,
  type Player,
  type Pricing,
  type Proposal,
  type ReadSlot,
  type Serves,
  type SolvedTake,
  type ShapeLibrary,
  type Span,
  type Steer,
} from '../../core/index.ts';
import { follow, followWhile, pause } from './follow.ts';
import { handAnswers } from './hand.ts';
import { libraryOf } from './kept.ts';
import type {
  ColoursWanted,
  EasierGrip,
  Job,
  ListedGrips,
  MovesWanted,
  NextBest,
  OtherWay,
  Phase,
  PricedColour,
  PricedGrips,
  PricedMove,
  Steered,
  SteeredOutcome,
} from './questions.ts';

/** The search of the newest player, with its tables. */
interface Searching {
  readonly of: string;
  readonly library: ShapeLibrary;
  readonly prices: Pricing;
  readonly search: Search;
}
let searching: Searching | null = null;

function searchOf({ player, banished }: Job, library: ShapeLibrary): Searching {
  const prices = pricingFor(player);
  const of = JSON.stringify([prices, banished]);
  if (searching?.library !== library || searching.of !== of)
    searching = { of, library, prices, search: new Search(library, prices, new Set(banished)) };
  return searching;
}

interface Reading {
  readonly chart: Chart;
  readonly slots: readonly ReadSlot[];
  readonly keys: readonly string[];
}
let reading: (Reading & { readonly of: string }) | null = null;

/** The chart as it is read; it was most often read before. */
function readingOf({ chartText, barIds, cells }: Job): Reading {
  const of = JSON.stringify([chartText, barIds, changesOf(cells)]);
  if (reading?.of === of) return reading;
  const chart = parseChart(chartText);
  if (!chart.ok) throw new Error('a chart with problems cannot be arranged');
  const slots = readChart(chart.value, versionsOf(cells, barIds));
  reading = { of, chart: chart.value, slots, keys: slotKeys(slots, barIds) };
  return reading;
}

/** Null until the first, and while a newer chart is being solved. */
let solved: SolvedTake | null = null;
/** The newest request of each kind; older ones stop at their next step. */
let newest = 0;
const newestOf = { colours: 0, moves: 0, grips: 0, nextBest: 0, steer: 0, waysOut: 0, otherWays: 0, warm: 0 };
/** What the newest arrangement is of. */
let job: Job | null = null;

/**
 * Makes ready to price a column of the newest arrangement; the newest request wins. Null: there is
 * nothing to price, or something newer came; the page asks again when it has the next arrangement.
 */
async function pricing(
  kind: keyof typeof newestOf,
  column: number,
): Promise<{ of: SolvedTake; at: number; current: () => boolean } | null> {
  const mine = ++newestOf[kind];
  await pause();
  const of = solved;
  const at = of?.index[column] ?? -1;
  const current = () => of === solved && mine === newestOf[kind];
  if (of === null || at < 0 || !current()) return null;
  await follow(of.search.reach(at), current);
  return current() ? { of, at, current } : null;
}

/** Work that takes longer is told on its way. */
const PATIENCE_MS = 300;

/** Outcomes of steering that are priced: more than one looks through. */
const MOST_OUTCOMES = 80;

/** Beside the best: three in all are what one can compare. */
const OTHER_WAYS = 2;

/** Pitches a thread may have on the frets: where a top or an inner voice lies (A3 to E5, common practice). */
const FRETTED_RINGS: readonly Midi[] = Array.from({ length: 20 }, (_, i) => 57 + i);

/** A proposal with the price of the whole path through what it would put in its span. */
function pricedMove(of: SolvedTake, span: Span, proposal: Proposal): PricedMove {
  const { move, found } = proposal;
  return {
    id: move.id,
    group: move.group,
    name: namedMove(proposal, of.library.neck.open),
    reason: moveReason(proposal),
    mood: move.mood,
    stray: move.stray,
    parts: found.parts.map(({ chord, beats }) => ({
      symbol: symbolOf(chord),
      numeral: plainNumeral(chord, span.key),
      beats,
    })),
    ...priceMove(of, span, proposal),
  };
}

/** The grips of a column's chord, each with the exact price of taking it. */
function gripsAt(of: SolvedTake, at: number, column: number): PricedGrips {
  const chord = of.columns[column]!.chord!;
  const found = of.search.gripAlternatives(at, chord);
  const shapes = pick(
    of.library,
    found.map(({ shape }) => shape),
  );
  return {
    chord,
    shapes,
    labels: labelsOf(chord, shapes),
    extra: Int32Array.from(found, ({ cost }) => cost - of.best),
  };
}

const solver = {
  /** Makes the shapes of a hand ready. */
  async warm(player: Player): Promise<void> {
    const mine = ++newestOf.warm;
    const nobodyAsks = newest;
    await libraryOf(
      handOf(player),
      followWhile(() => mine === newestOf.warm && newest === nobodyAsks),
      () => undefined,
    );
  },

  ...handAnswers,

  /** Solves the chart exactly. Null: a newer request took over. */
  async arrange(asked: Job, onProgress: (phase: Phase) => void): Promise<Arrangement | null> {
    job = asked;
    const mine = ++newest;
    const current = () => mine === newest;
    solved = null;
    const since = performance.now();
    const tell = (phase: Phase) => {
      // What is there at once needs no telling, and telling it takes time.
      if (performance.now() - since > PATIENCE_MS) onProgress(phase);
    };
    const library = await libraryOf(handOf(asked.player), followWhile(current), (share) =>
      tell({ phase: 'shapes', share }),
    );
    if (library === null || !current()) return null;
    const { search, prices } = searchOf(asked, library);
    const { chart, slots, keys } = readingOf(asked);
    const columns = columnsOf(slots, keys, asked.cells);
    const { wanted, index } = searchable(columns, search, clockOfChart(chart));
    search.setColumns(wanted);
    const path = await follow(search.solve(), current, (step) => {
      const { done, total } = step as { done: number; total: number };
      tell({ phase: 'path', share: done / total });
    });
    if (path === null) return null;
    solved = {
      library,
      search,
      slots,
      keys,
      cells: asked.cells,
      columns,
      clock: clockOfChart(chart),
      index,
      best: path.cost,
    };
    // Then, while nothing newer comes, the tables are completed, so that prices are ready when asked for.
    void pause().then(() => follow(search.refresh(), current));
    return arrangementOf(columns, index, path, library, prices, clockOfChart(chart));
  },

  /** Stops whatever is being solved: a newer request comes, or nobody waits for it any more. */
  cancel(): void {
    newest++;
  },

  /** Prices the colours of a column, one by one as they are found; with `grating` also those that grate. False: something newer came. */
  async colours(
    column: number,
    { grating, liked }: ColoursWanted,
    onOption: (option: PricedColour) => void,
  ): Promise<boolean> {
    const priced = await pricing('colours', column);
    if (priced === null) return false;
    const { of, at, current } = priced;
    const { slot, context } = of.columns[column]!;
    for (const option of likedFirst(coloursOf(slot.entry.chord!, context, { grating }), liked)) {
      const found = of.search.alternative(at, option.chord);
      onOption({
        ...option,
        extra: found && found.cost - of.best,
        grip: found && gripOf(option.chord, of.library, found.shape),
      });
      await pause();
      if (!current()) return false;
    }
    return true;
  },

  /** Prices the moves over a span of columns, one by one; the best for the style first. False: something newer came. */
  async moves(wanted: MovesWanted, onMove: (move: PricedMove) => void): Promise<boolean> {
    const priced = await pricing('moves', wanted.from);
    if (priced === null) return false;
    const { of, current } = priced;
    const span = spanOfColumns(of.slots, of.columns.slice(wanted.from, wanted.to + 1));
    const rings = [...of.library.neck.open, ...(wanted.most === undefined ? FRETTED_RINGS : [])];
    const all = span ? proposalsFor(span, { ...wanted, rings }) : [];
    const groups = all.filter(({ move }, i) => all.findIndex((other) => other.move.group === move.group) === i);
    /** Of the octaves in which a thread lies on the frets only the cheapest is told. */
    const fretted = new Map<string, PricedMove>();
    for (const proposal of wanted.most === undefined ? all : groups.slice(0, wanted.most)) {
      const { ring } = proposal.found;
      const one = pricedMove(of, span!, proposal);
      if (ring === undefined || of.library.neck.open.includes(ring)) onMove(one);
      else if (one.extra !== null) {
        const key = `${one.id} ${ring % 12}`;
        const known = fretted.get(key);
        if (!known || one.extra < known.extra!) fretted.set(key, one);
      }
      await pause();
      if (!current()) return false;
    }
    for (const one of fretted.values()) onMove(one);
    return true;
  },

  /** Every grip of a column's chord with its labels and its exact price, cheapest first. */
  async grips(column: number): Promise<ListedGrips | null> {
    const priced = await pricing('grips', column);
    if (priced === null) return null;
    return gripsAt(priced.of, priced.at, column);
  },

  /** What would stand in a column if the grip that stands could not, after `before`; null: nothing, or something newer came. */
  async nextBest(column: number, grip: string, before: readonly Midi[] | null): Promise<NextBest | null> {
    const priced = await pricing('nextBest', column);
    if (priced === null) return null;
    const { of, at } = priced;
    const chord = of.columns[column]!.chord!;
    const stands = shapeAt(parseFrets(grip)!, of.library);
    const next = of.search.gripAlternatives(at, chord).find(({ shape }) => shape !== stands);
    if (!next || stands === null) return null;
    const rival = (shape: number) => ({ shape, grip: gripOf(chord, of.library, shape) });
    const [wanted, here] = [rival(next.shape), rival(stands)];
    return {
      grip: wanted.grip.grip,
      movement: before === null ? 0 : movement(before, wanted.grip.pitches),
      extra: next.cost - of.best,
      wish: wishFor(wanted, here, before && { pitches: before }, chord, of.library),
    };
  },

  /**
   * Where the voices of the grip in a column can come to in the next that sounds, `ways` from the lowest up; the best
   * serving first, and of those the cheapest. Null: there is no next, or something newer came.
   */
  async steer(column: number, grip: string, ways: readonly Steer[]): Promise<Steered | null> {
    const priced = await pricing('steer', column);
    const to = priced ? priced.of.index.findIndex((at, i) => i > column && at >= 0) : -1;
    if (priced === null || to < 0) return null;
    const { of, current } = priced;
    const [left, right] = [of.columns[column]!, of.columns[to]!];
    const frets = parseFrets(grip)!;
    const pitches = distinct(frets.flatMap((fret, s) => (fret < 0 ? [] : [of.library.neck.open[s]! + fret])));
    const all = outcomesOf({ pitches, frets }, ways, { from: left.chord!, to: right.chord! }, of.library);
    const ticks = right.slot.start + right.slot.entry.ticks - left.slot.start;
    const outcomes: SteeredOutcome[] = [];
    for (const outcome of all.slice(0, MOST_OUTCOMES)) {
      const patch = steeredPatch(left, grip, right, outcome, of.library);
      const { extra } = pricePatch(of, { start: left.slot.start, ticks }, patch);
      const { chord, shape } = outcome.end;
      const between = [...(outcome.early ? [outcome.early] : []), ...outcome.late];
      if (extra !== null)
        outcomes.push({
          ...outcome,
          serves: servesHow(outcome, right.chord!),
          grip: gripOf(chord, of.library, shape),
          row: [pitches, ...between.map((one) => pitchesOf(of.library, one.shape)), pitchesOf(of.library, shape)],
          extra,
          patch,
        });
      await pause();
      if (!current()) return null;
    }
    const order = (serves: Serves) => outcomes.findIndex((one) => one.serves === serves);
    const groups = new Map(outcomes.map(({ serves }) => [serves, order(serves)]));
    outcomes.sort((a, b) => groups.get(a.serves)! - groups.get(b.serves)! || a.extra - b.extra);
    return { to, outcomes, all: all.length };
  },

  /** The next best ways through the tune that differ for a quarter of the time, at most two; null: something newer came. */
  async otherWays(): Promise<OtherWay[] | null> {
    const priced = await pricing('otherWays', 0);
    if (priced === null || job === null) return null;
    const { of, current } = priced;
    const { player, banished } = job;
    const { wanted } = searchable(of.columns, of.search, of.clock);
    const prices = pricingFor(player);
    const steps = differentPaths(of.library, prices, new Set(banished), wanted, OTHER_WAYS + 1);
    const paths = await follow(steps, current);
    return (
      paths &&
      paths
        .slice(1)
        .map((path) => {
          const way = arrangementOf(of.columns, of.index, path, of.library, prices, of.clock);
          return { extra: way.cost - of.best, figures: way.figures, grips: way.columns.map(({ grip }) => grip) };
        })
        .sort((a, b) => a.extra - b.extra)
    );
  },

  /** Easier grips in the place of the one that stands in a column, each with its price. */
  async waysOut(column: number, grip: string): Promise<EasierGrip[] | null> {
    const priced = await pricing('waysOut', column);
    if (priced === null) return null;
    const { chord, shapes, extra } = gripsAt(priced.of, priced.at, column);
    const hard = Array.from({ length: shapes.size }, (_, i) => i).find((i) => formatFrets(fretsAt(shapes, i)) === grip);
    if (hard === undefined) return [];
    return waysOut(hard, shapes).map(({ id, shape }) => ({
      way: id,
      grip: gripOf(chord, shapes, shape),
      extra: extra[shape]!,
    }));
  },
};

export type Solver = typeof solver;
expose(solver);
