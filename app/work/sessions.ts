import {
  arrangedTake,
  handOf,
  movesSaid,
  parseChart,
  pricingFor,
  sessionOf,
  solveTake,
  straysOf,
  type Chart,
  type Hand,
  type Melody,
  type Near,
  type Session,
  type ShapeLibrary,
  type SolvedTake,
} from '../../core/index.ts';
import { follow, followWhile } from './follow.ts';
import type { Follow } from './kept.ts';
import type { ArrangedTake, Job, Phase } from './questions.ts';

/** What a worker has of the world; a test brings its own. */
export interface World {
  /** The shapes of a hand; null: nobody wants them any more. */
  libraryOf(hand: Hand, follow: Follow, onProgress: (share: number) => void): Promise<ShapeLibrary | null>;
  /** The search's inner loop, made with the first search. */
  near(): Near | undefined;
  /** Lets messages in. */
  pause(): Promise<void>;
  now(): number;
}

interface Tune {
  readonly chart: Chart;
  readonly melody: Melody;
}

/** A take that is open for a player, with the search that solved it. */
interface Open {
  readonly of: string;
  readonly session: Session;
  tune: { readonly of: string; readonly value: Tune } | null;
  /** Null until the first, and while newer decisions are being solved. */
  solved: SolvedTake | null;
  /** The same for each kind of question about what is solved. */
  readonly questions: Map<string, number>;
}

/** What is asked about: a column of a solved take, for as long as nothing newer of the kind is asked. */
export interface Priced {
  readonly of: SolvedTake;
  /** Where the column stands in the path; −1: no chord sounds there, or none that the hand can hold. */
  readonly at: number;
  readonly current: () => boolean;
}

/** Takes that are open at once, side by side; the one asked for longest ago is let go. */
const MOST_OPEN = 3;
/** Work that takes longer is told on its way. */
const PATIENCE_MS = 300;

/** The takes that are open, by name: each has a search of its own, that remembers what it can from one question to the next. */
export class Sessions {
  readonly #world: World;
  /** Newest last. */
  readonly #open = new Map<string, Open>();
  /** Counts requests for a name before it is open. */
  readonly #asked = new Map<string, number>();

  constructor(world: World) {
    this.#world = world;
  }

  /** How often anything was asked to be solved. */
  get requests(): number {
    return [...this.#asked.values()].reduce((sum, asked) => sum + asked, 0);
  }

  /** Solves a take exactly. Null: a newer request for it took over. */
  async solve(name: string, job: Job, onProgress: (phase: Phase) => void): Promise<ArrangedTake | null> {
    const mine = (this.#asked.get(name) ?? 0) + 1;
    this.#asked.set(name, mine);
    const current = () => this.#asked.get(name) === mine;
    const before = this.#open.get(name);
    if (before) before.solved = null;
    const { now, pause, libraryOf } = this.#world;
    const since = now();
    // What is there at once needs no telling, and telling it takes time.
    const tell = (phase: Phase) => {
      if (now() - since > PATIENCE_MS) onProgress(phase);
    };
    const library = await libraryOf(handOf(job.player), followWhile(current), (share) =>
      tell({ phase: 'shapes', share }),
    );
    if (library === null || !current()) return null;
    const open = this.#opened(name, job, library);
    const { barIds, cells } = job;
    const steps = solveTake(open.session, { ...this.#tuneOf(open, job), barIds, cells });
    const solved = await follow(steps, current, (step) => {
      const { done, total } = step as { done: number; total: number };
      tell({ phase: 'path', share: done / total });
    });
    if (solved === null) return null;
    open.solved = solved;
    // Then, while nothing newer comes, the tables are completed, so that prices are ready when asked for.
    void pause().then(() => follow(open.session.search.refresh(), current));
    const arrangement = arrangedTake(solved);
    return { ...arrangement, moves: movesSaid(solved.columns), strays: straysOf(arrangement.columns) };
  }

  /** Stops whatever is being solved of a take: nobody waits for it any more. */
  cancel(name: string): void {
    this.#asked.set(name, (this.#asked.get(name) ?? 0) + 1);
  }

  /**
   * Makes ready to price a column of a take as it was solved last; the newest question of a kind wins. Null: there is
   * nothing to price, or something newer came; the page asks again when it has the next arrangement.
   */
  async price(name: string, kind: string, column: number): Promise<Priced | null> {
    const open = this.#open.get(name);
    if (!open) return null;
    const mine = (open.questions.get(kind) ?? 0) + 1;
    open.questions.set(kind, mine);
    await this.#world.pause();
    const of = open.solved;
    const at = of?.index[column] ?? -1;
    const current = () => of === open.solved && open.questions.get(kind) === mine;
    if (of === null || !current()) return null;
    if (at >= 0) await follow(of.session.search.reach(at), current);
    return current() ? { of, at, current } : null;
  }

  #opened(name: string, { player, manner, banished }: Job, library: ShapeLibrary): Open {
    const pricing = pricingFor({ ...player, manner: manner ?? player.manner });
    const of = JSON.stringify([pricing, banished]);
    const known = this.#open.get(name);
    const isSame = known?.session.library === library && known.of === of;
    const open: Open = isSame
      ? known
      : {
          of,
          session: sessionOf(library, { pricing, banished: new Set(banished) }, this.#world.near()),
          tune: null,
          solved: null,
          questions: new Map(),
        };
    this.#open.delete(name);
    this.#open.set(name, open);
    for (const old of [...this.#open.keys()].slice(0, -MOST_OPEN)) this.#open.delete(old);
    return open;
  }

  /** The chart as it was read, and what is sung to it; most often it was read before. */
  #tuneOf(open: Open, { chartText, melody }: Job): Tune {
    const of = JSON.stringify([chartText, melody]);
    if (open.tune?.of === of) return open.tune.value;
    const chart = parseChart(chartText);
    if (!chart.ok) throw new Error('a chart with problems cannot be arranged');
    open.tune = { of, value: { chart: chart.value, melody } };
    return open.tune.value;
  }
}
