import { expose } from 'comlink';
import {
  arrangementOf,
  buildLibrary,
  cellKey,
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
  type Arrangement,
  type Cells,
  type ColourOption,
  type Column,
  type Grip,
  type ReadSlot,
  type ShapeLibrary,
} from '../../core/index.ts';

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
    if (library === null) {
      onProgress({ phase: 'shapes', share: 0 });
      library = buildLibrary(DEFAULT_HAND, undefined, (share) => onProgress({ phase: 'shapes', share }));
      search = new Search(library, DEFAULT_WEIGHTS);
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
    const arrangement = arrangementOf(columns, index, path, library, DEFAULT_WEIGHTS);
    // Then, while nothing newer comes, the tables are completed, so that prices are ready when asked for.
    void pause().then(() => follow(search!.refresh(), () => mine === newest));
    return arrangement;
  },

  /** Prices the colours of a column, one by one as they are found. */
  async colours(column: number, onOption: (option: PricedColour) => void): Promise<boolean> {
    const mine = ++newestOptions;
    const at = index[column];
    const own = slots[column]?.entry.chord;
    if (at === undefined || at < 0 || !own) return false;
    for (const option of coloursOf(own, colourContext(slots, column))) {
      await pause();
      if (mine !== newestOptions) return false;
      const priced = search!.alternative(at, option.chord);
      onOption({
        ...option,
        extra: priced && priced.cost - best,
        grip: priced && gripOf(option.chord, library!, priced.shape),
      });
    }
    return true;
  },

  /** Every grip of a column's chord with its exact price, cheapest first. */
  async grips(column: number): Promise<PricedGrip[] | null> {
    const mine = ++newestOptions;
    await pause();
    const at = index[column];
    const chord = columns[column]?.chord;
    if (mine !== newestOptions || at === undefined || at < 0 || !chord) return null;
    return search!
      .gripAlternatives(at, chord)
      .map(({ shape, cost }) => ({ grip: gripOf(chord, library!, shape), extra: cost - best }));
  },
};

function slotKeys(all: readonly ReadSlot[], barIds: readonly string[]): string[] {
  const first = all[0]?.sourceBar === 0 ? 0 : 1;
  return all.map((slot) =>
    cellKey(barIds[slot.sourceBar - first] ?? `bar-${slot.sourceBar}`, slot.pass, slot.entry.tick),
  );
}

export type Solver = typeof solver;
expose(solver);
