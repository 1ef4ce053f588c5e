import { expose } from 'comlink';
import {
  arrangementOf,
  coloursOf,
  columnsOf,
  formatFrets,
  fretsAt,
  gripOf,
  handOf,
  holdingAt,
  inversionsOf,
  labelsOf,
  likedFirst,
  moveReason,
  parseChart,
  pick,
  octaveAway,
  plainNumeral,
  priceMove,
  pricingFor,
  proposalsFor,
  readChart,
  Search,
  searchable,
  slotKeys,
  spanOfColumns,
  sameNotes,
  shapesOf,
  symbolOf,
  versionsOf,
  waysOut,
  type Arrangement,
  type Chord,
  type Player,
  type Proposal,
  type SolvedTake,
  type ShapeLibrary,
  type Span,
} from '../../core/index.ts';
import { libraryOf, type Follow } from './kept.ts';
import type {
  Around,
  ColoursWanted,
  EasierGrip,
  Job,
  ListedGrips,
  MovesWanted,
  Phase,
  PricedColour,
  PricedGrips,
  PricedMove,
  Survey,
} from './questions.ts';

/** The search of the newest player, with its tables. */
let searching: { readonly of: string; readonly library: ShapeLibrary; readonly search: Search } | null = null;

function searchOf({ player, banished }: Job, library: ShapeLibrary): Search {
  const price = pricingFor(player);
  const of = JSON.stringify([price, banished]);
  if (searching?.library !== library || searching.of !== of)
    searching = { of, library, search: new Search(library, price, new Set(banished)) };
  return searching.search;
}

/** Null until the first, and while a newer chart is being solved. */
let solved: SolvedTake | null = null;
/** The newest request of each kind; older ones stop at their next step. */
let newest = 0;
const newestOf = { colours: 0, moves: 0, grips: 0, waysOut: 0, survey: 0, warm: 0, around: 0, chordGrips: 0 };

const pause = () => new Promise<void>((resolve) => setTimeout(resolve));

/** Runs steps until done; null when a newer request came. */
async function follow<T>(
  steps: Generator<unknown, T>,
  current: () => boolean,
  each?: (value: unknown) => void,
): Promise<T | null> {
  let last = performance.now();
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    each?.(step.value);
    // Messages are let in about 30 times a second.
    if (performance.now() - last > 30) {
      await pause();
      if (!current()) return null;
      last = performance.now();
    }
  }
}

/** Works off steps for whoever asks, as long as they do. */
const followWhile =
  (current: () => boolean): Follow =>
  (steps, each) =>
    follow(steps, current, each);

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

/** A proposal with the price of the whole path through what it would put in its span. */
function pricedMove(of: SolvedTake, span: Span, proposal: Proposal): PricedMove {
  const { move, found } = proposal;
  return {
    id: move.id,
    group: move.group,
    name: move.name,
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

  /** Counts what a hand can hold; the newest request wins. Null: given up. */
  async survey(player: Player, chords: readonly Chord[], onProgress: (share: number) => void): Promise<Survey | null> {
    const mine = ++newestOf.survey;
    const library = await libraryOf(
      handOf(player),
      followWhile(() => mine === newestOf.survey),
      onProgress,
    );
    return library && { shapes: library.size, grips: chords.map((chord) => shapesOf(chord, library).length) };
  },

  /** Every grip of a chord for a hand, the easiest first; the newest request wins. Null: given up. */
  async chordGrips(player: Player, chord: Chord, onProgress: (share: number) => void): Promise<ListedGrips | null> {
    const mine = ++newestOf.chordGrips;
    const library = await libraryOf(
      handOf(player),
      followWhile(() => mine === newestOf.chordGrips),
      onProgress,
    );
    if (library === null) return null;
    const { difficulty } = library;
    const shapes = pick(
      library,
      shapesOf(chord, library).sort((a, b) => difficulty[a]! - difficulty[b]! || a - b),
    );
    return { chord, shapes, labels: labelsOf(chord, shapes), extra: null };
  },

  /** Where a grip's notes lie elsewhere; the newest request wins. Null: given up. */
  async around(player: Player, frets: readonly number[], onProgress: (share: number) => void): Promise<Around | null> {
    const mine = ++newestOf.around;
    const library = await libraryOf(
      handOf(player),
      followWhile(() => mine === newestOf.around),
      onProgress,
    );
    if (library === null) return null;
    const shown = (shapes: readonly number[]) =>
      shapes.map((shape) => ({ frets: fretsAt(library, shape), fingers: holdingAt(library, shape).fingers }));
    return {
      same: shown(sameNotes(library, frets)),
      octave: shown(octaveAway(library, frets)),
      inversions: shown(inversionsOf(library, frets)),
    };
  },

  /** Solves the chart exactly. Null: a newer request took over. */
  async arrange(job: Job, onProgress: (phase: Phase) => void): Promise<Arrangement | null> {
    const mine = ++newest;
    const current = () => mine === newest;
    solved = null;
    onProgress({ phase: 'shapes', share: 0 });
    const library = await libraryOf(handOf(job.player), followWhile(current), (share) =>
      onProgress({ phase: 'shapes', share }),
    );
    if (library === null || !current()) return null;
    const search = searchOf(job, library);
    const chart = parseChart(job.chartText);
    if (!chart.ok) throw new Error('a chart with problems cannot be arranged');
    const slots = readChart(chart.value, versionsOf(job.cells, job.barIds));
    const keys = slotKeys(slots, job.barIds);
    const columns = columnsOf(slots, keys, job.cells);
    const { wanted, index } = searchable(columns, search);
    search.setColumns(wanted);
    const path = await follow(search.solve(), current, (step) => {
      const { done, total } = step as { done: number; total: number };
      onProgress({ phase: 'path', share: done / total });
    });
    if (path === null) return null;
    solved = { library, search, slots, keys, cells: job.cells, columns, index, best: path.cost };
    // Then, while nothing newer comes, the tables are completed, so that prices are ready when asked for.
    void pause().then(() => follow(search.refresh(), current));
    return arrangementOf(columns, index, path, library, pricingFor(job.player));
  },

  /** Stops whatever is being solved: a newer request comes, or nobody waits for it any more. */
  cancel(): void {
    newest++;
  },

  /** Prices the colours of a column, one by one as they are found; with `grating` also those that grate. */
  async colours(
    column: number,
    { grating, liked }: ColoursWanted,
    onOption: (option: PricedColour) => void,
  ): Promise<void> {
    const priced = await pricing('colours', column);
    if (priced === null) return;
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
      if (!current()) return;
    }
  },

  /** Prices the moves over a span of columns, one by one; the best for the style first. False: something newer came. */
  async moves(wanted: MovesWanted, onMove: (move: PricedMove) => void): Promise<boolean> {
    const priced = await pricing('moves', wanted.from);
    if (priced === null) return false;
    const { of, current } = priced;
    const span = spanOfColumns(of.slots, of.columns.slice(wanted.from, wanted.to + 1));
    const all = span ? proposalsFor(span, wanted) : [];
    const groups = all.filter(({ move }, i) => all.findIndex((other) => other.move.group === move.group) === i);
    for (const proposal of wanted.most === undefined ? all : groups.slice(0, wanted.most)) {
      onMove(pricedMove(of, span!, proposal));
      await pause();
      if (!current()) return false;
    }
    return true;
  },

  /** Every grip of a column's chord with its labels and its exact price, cheapest first. */
  async grips(column: number): Promise<ListedGrips | null> {
    const priced = await pricing('grips', column);
    if (priced === null) return null;
    return gripsAt(priced.of, priced.at, column);
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
