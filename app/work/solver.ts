import { proxy, wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import { speech, type Decisions } from '../../core/index.ts';
import { usePlayer } from '../keep/player.ts';
import type { ArrangedTake, Job, Phase, Solved } from './questions.ts';
import type { Solver } from './solver.worker.ts';

let worker: Worker | null = null;
let solving: Remote<Solver> | null = null;
const started = () => (worker ??= new Worker(new URL('./solver.worker.ts', import.meta.url), { type: 'module' }));

/** Lets the worker read its files while the page is still coming up. */
export const startSolver = (): void => void (typeof Worker === 'undefined' || started());

/** The one worker of a window. */
export function solver(): Remote<Solver> {
  if (solving === null) {
    solving = wrap<Solver>(started());
    void solving.read(speech());
  }
  return solving;
}

/** Begins to work out what the hand can hold while the page is at rest, so that the bench opens at once. */
export function useWarmSolver(settings: Readonly<Record<string, unknown>>): void {
  const player = usePlayer(settings);
  useEffect(() => {
    const timer = setTimeout(() => void solver().warm(player), WARM_AFTER_MS);
    return () => clearTimeout(timer);
  }, [player]);
}
const WARM_AFTER_MS = 800;

export interface Solving {
  /** The last good result; stays while a newer one is worked out. */
  readonly arrangement: ArrangedTake | null;
  /** The columns whose grip the last change moved, by name, with the grip each had. */
  readonly moved: ReadonlyMap<string, string>;
  /** Whether the result is not yet that of the chart and decisions at hand. */
  readonly busy: boolean;
  /** What is being worked out, or null. */
  readonly phase: Phase | null;
  readonly failed: string | null;
  /** What is asked about, a new one with every result, so that what depends on the newest can follow. */
  readonly solved: Solved;
}

const NONE: ReadonlyMap<string, string> = new Map();
const NOTHING = {
  of: null as Job | null,
  arrangement: null,
  moved: NONE,
  phase: null,
  failed: null,
  solved: { name: '', result: 0 },
};

const isSameJob = (a: Job | null, b: Job | null) =>
  a !== null &&
  b !== null &&
  a.cells === b.cells &&
  a.chartText === b.chartText &&
  a.barIds === b.barIds &&
  a.melody === b.melody &&
  a.player === b.player &&
  a.manner === b.manner &&
  a.banished === b.banished;

/**
 * Keeps an arrangement of the chart and the decisions of a take, `take` by name (null: not yet); the newest request wins. `edits` tells of
 * new decisions as they are made: what comes of them is worked out while they are still being drawn.
 */
export function useArrangement(
  take: string,
  job: Job | null,
  edits?: (tell: (cells: Decisions) => void) => () => void,
): Solving {
  const [solving, setSolving] = useState<Omit<Solving, 'busy'> & { readonly of: Job | null }>(NOTHING);
  const asked = useRef<Job | null>(null);
  /** Until the first is solved, it is shown as it was left. */
  const hasOne = useRef(false);
  const ask = useCallback((name: string, job: Job) => {
    if (isSameJob(asked.current, job)) return;
    asked.current = job;
    const onProgress = proxy((phase: Phase) => {
      // It comes by a channel of its own, and may come late.
      if (asked.current === job) setSolving((before) => (before.of === job ? before : { ...before, phase }));
    });
    if (!hasOne.current)
      void solver()
        .asLeft(name, job)
        .then((left) => {
          if (left && asked.current === job)
            setSolving((now) => (now.arrangement ? now : { ...now, arrangement: left }));
        });
    solver()
      .arrange(name, job, onProgress)
      .then(
        (arrangement) => {
          if (asked.current !== job || arrangement === null) return;
          hasOne.current = true;
          setSolving(({ solved: { name: before, result }, arrangement: last }) => ({
            of: job,
            arrangement,
            moved: before === name && last ? movedGrips(last, arrangement) : NONE,
            phase: null,
            failed: null,
            solved: { name, result: result + 1 },
          }));
        },
        (error: unknown) => {
          if (asked.current === job)
            setSolving((before) => ({ ...before, of: job, phase: null, failed: String(error) }));
        },
      );
  }, []);
  useEffect(() => {
    if (job === null) return;
    ask(take, job);
    return edits?.((newer) => ask(take, { ...job, cells: newer }));
  }, [take, job, ask, edits]);
  useEffect(
    () => () => {
      asked.current = null;
      void solver().cancel(take);
    },
    [take],
  );
  return { ...solving, busy: !isSameJob(solving.of, job) };
}

function movedGrips(before: ArrangedTake, after: ArrangedTake): ReadonlyMap<string, string> {
  const gripsOf = ({ columns }: ArrangedTake) =>
    new Map(columns.flatMap(({ column, grip }) => (grip ? [[column.at, grip.grip] as const] : [])));
  const was = gripsOf(before);
  const moved = new Map<string, string>();
  for (const [at, grip] of gripsOf(after)) {
    const earlier = was.get(at);
    if (earlier !== undefined && earlier !== grip) moved.set(at, earlier);
  }
  return moved;
}
