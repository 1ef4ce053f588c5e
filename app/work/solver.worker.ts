import { expose } from 'comlink';
import {
  arrangementOf,
  coloursOf,
  colourContext,
  columnsOf,
  DEFAULT_HAND,
  DEFAULT_WEIGHTS,
  gripOf,
  parseChart,
  readChart,
  Search,
  searchable,
  slotKeys,
  type Arrangement,
  type Cells,
  type ColourOption,
  type Column,
  type Grip,
  type ReadSlot,
  type ShapeLibrary,
} from '../../core/index.ts';

import { libraryOf } from './kept.ts';

/** What is to be arranged: a chart that can be read, the ids of its bars, and the decisions. */
export interface Job {
  readonly chartText: string;
  readonly barIds: readonly string[];
  readonly cells: Cells;
}
export interface PricedColour extends ColourOption {
  /** What the whole path costs more than the best, in tenths of a semitone; null: no grip for this hand. */
  readonly extra: number | null;
  readonly grip: Grip | null;
}
export interface PricedGrip {
  readonly grip: Grip;
  readonly extra: number;
}
export type Phase = { readonly phase: 'shapes' | 'path'; readonly share: number };

let library: ShapeLibrary | null = null;
let search: Search | null = null;
let slots: readonly ReadSlot[] = [];
let columns: readonly Column[] = [];
let index: number[] = [];
let best = 0;
/** Whether columns, index and best belong together: false while a newer chart is being solved. */
let solved = false;
/** The newest request of each kind; older ones stop at their next step. */
let newest = 0;
let newestOptions = 0;

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

const solver = {
  /** Solves the chart exactly. Null: a newer request took over. */
  async arrange(job: Job, onProgress: (phase: Phase) => void): Promise<Arrangement | null> {
    const mine = ++newest;
    newestOptions++;
    solved = false;
    if (library === null) {
      onProgress({ phase: 'shapes', share: 0 });
      const built = await libraryOf(DEFAULT_HAND, (share) => onProgress({ phase: 'shapes', share }));
      library ??= built;
      search ??= new Search(library, DEFAULT_WEIGHTS);
      if (mine !== newest) return null;
    }
    const chart = parseChart(job.chartText);
    if (!chart.ok) throw new Error('a chart with problems cannot be arranged');
    slots = readChart(chart.value);
    columns = columnsOf(slots, slotKeys(slots, job.barIds), job.cells);
    const { wanted, index: at } = searchable(columns, search!);
    index = at;
    search!.setColumns(wanted);
    const path = await follow(
      search!.solve(),
      () => mine === newest,
      (step) => {
        const { done, total } = step as { done: number; total: number };
        onProgress({ phase: 'path', share: done / total });
      },
    );
    if (path === null) return null;
    best = path.cost;
    solved = true;
    const arrangement = arrangementOf(columns, index, path, library, DEFAULT_WEIGHTS);
    // Then, while nothing newer comes, the tables are completed, so that prices are ready when asked for.
    void pause().then(() => follow(search!.refresh(), () => mine === newest));
    return arrangement;
  },

  /** Prices the colours of a column, one by one as they are found. */
  async colours(column: number, onOption: (option: PricedColour) => void): Promise<void> {
    const priced = await pricing(column);
    const own = slots[column]?.entry.chord;
    if (priced === null || !own) return;
    for (const option of coloursOf(own, colourContext(slots, column))) {
      const found = search!.alternative(priced.at, option.chord);
      onOption({
        ...option,
        extra: found && found.cost - best,
        grip: found && gripOf(option.chord, library!, found.shape),
      });
      await pause();
      if (!priced.current()) return;
    }
  },

  /** Every grip of a column's chord with its exact price, cheapest first. */
  async grips(column: number): Promise<PricedGrip[] | null> {
    const priced = await pricing(column);
    const chord = columns[column]?.chord;
    if (priced === null || !chord) return null;
    return search!
      .gripAlternatives(priced.at, chord)
      .map(({ shape, cost }) => ({ grip: gripOf(chord, library!, shape), extra: cost - best }));
  },
};

/**
 * Makes ready to price a column of the newest arrangement; the newest request wins. Null: there is
 * nothing to price, or something newer came; the page asks again when it has the next arrangement.
 */
async function pricing(column: number): Promise<{ at: number; current: () => boolean } | null> {
  const mine = ++newestOptions;
  const current = () => solved && mine === newestOptions;
  await pause();
  const at = index[column] ?? -1;
  if (!current() || at < 0) return null;
  await follow(search!.reach(at), current);
  return current() ? { at, current } : null;
}

export type Solver = typeof solver;
expose(solver);
