import { proxy, wrap, type Remote } from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import type { Arrangement, Cells } from '../../core/index.ts';
import type {
  ColoursWanted,
  MovesWanted,
  Phase,
  PricedColour,
  PricedGrip,
  PricedMove,
  Solver,
} from './solver.worker.ts';

export type { MovesWanted, Phase, PricedColour, PricedGrip, PricedMove } from './solver.worker.ts';

let worker: Remote<Solver> | null = null;

/** The one worker of a window. */
function solver(): Remote<Solver> {
  worker ??= wrap<Solver>(new Worker(new URL('./solver.worker.ts', import.meta.url), { type: 'module' }));
  return worker;
}

/** Begins to work out what the hand can hold while the page is at rest, so that the bench opens at once. */
export function useWarmSolver(): void {
  useEffect(() => {
    const timer = setTimeout(() => void solver().warm(), WARM_AFTER_MS);
    return () => clearTimeout(timer);
  }, []);
}
const WARM_AFTER_MS = 800;

export interface Solving {
  /** The last good result; stays while a newer one is worked out. */
  readonly arrangement: Arrangement | null;
  /** Whether the result is not yet that of the chart and decisions at hand. */
  readonly busy: boolean;
  /** What is being worked out, or null. */
  readonly phase: Phase | null;
  readonly failed: string | null;
  /** Counts results, so that what depends on the newest can follow. */
  readonly result: number;
}

const NOTHING = { of: null as object | null, arrangement: null, phase: null, failed: null, result: 0 };

/** Keeps an arrangement of the chart and the decisions; the newest request wins. */
export function useArrangement(chartText: string, barIds: readonly string[], cells: Cells | null): Solving {
  const [solving, setSolving] = useState<Omit<Solving, 'busy'> & { readonly of: object | null }>(NOTHING);
  const job = useMemo(() => cells && { chartText, barIds, cells }, [chartText, barIds, cells]);
  useEffect(() => {
    if (job === null) return;
    let current = true;
    const onProgress = proxy((phase: Phase) => {
      if (current) setSolving((before) => ({ ...before, phase }));
    });
    solver()
      .arrange(job, onProgress)
      .then(
        (arrangement) => {
          if (!current || arrangement === null) return;
          // Progress comes by a channel of its own, and may come late.
          current = false;
          setSolving(({ result }) => ({ of: job, arrangement, phase: null, failed: null, result: result + 1 }));
        },
        (error: unknown) => {
          if (current) setSolving((before) => ({ ...before, of: job, phase: null, failed: String(error) }));
        },
      );
    return () => {
      current = false;
      void solver().cancel();
    };
  }, [job]);
  return { ...solving, busy: solving.of !== job || job === null };
}

/** The colours of a column as they are priced. */
export function useColours(
  column: number,
  result: number,
  wanted: boolean,
  how: ColoursWanted,
): readonly PricedColour[] {
  const [options, setOptions] = useState<{ of: string; list: readonly PricedColour[] }>({ of: '', list: [] });
  const text = JSON.stringify(how);
  const of = `${column}/${result}/${text}`;
  useEffect(() => {
    if (result === 0 || !wanted) return;
    let current = true;
    const list: PricedColour[] = [];
    const onOption = proxy((option: PricedColour) => {
      if (!current) return;
      list.push(option);
      setOptions({ of, list: [...list] });
    });
    void solver().colours(column, JSON.parse(text) as ColoursWanted, onOption);
    return () => {
      current = false;
    };
  }, [of, column, result, wanted, text]);
  return options.of === of ? options.list : [];
}

export interface FoundMoves {
  readonly list: readonly PricedMove[];
  /** Whether there are no more to come. */
  readonly done: boolean;
}
const NO_MOVES: FoundMoves = { list: [], done: false };

/** The moves over a span of columns as they are priced. */
export function useMoves(wanted: MovesWanted, result: number, shown: boolean): FoundMoves {
  const [moves, setMoves] = useState<FoundMoves & { readonly of: string }>({ ...NO_MOVES, of: '' });
  const text = JSON.stringify(wanted);
  const of = `${text}/${result}`;
  useEffect(() => {
    if (result === 0 || !shown) return;
    let current = true;
    const list: PricedMove[] = [];
    const onMove = proxy((move: PricedMove) => {
      if (!current) return;
      list.push(move);
      setMoves({ of, list: [...list], done: false });
    });
    void solver()
      .moves(JSON.parse(text) as MovesWanted, onMove)
      .then((done) => {
        // The last of them may still be on its way: they come by a channel of their own.
        if (current && done) setMoves((before) => ({ of, list: before.of === of ? before.list : list, done }));
      });
    return () => {
      current = false;
    };
  }, [of, text, result, shown]);
  return moves.of === of ? moves : NO_MOVES;
}

/** Every grip of a column's chord with its price; null while they are being priced. */
export function useGrips(column: number, result: number, wanted: boolean): readonly PricedGrip[] | null {
  const [grips, setGrips] = useState<{ of: string; list: readonly PricedGrip[] | null }>({ of: '', list: null });
  const of = `${column}/${result}`;
  useEffect(() => {
    if (result === 0 || !wanted) return;
    let current = true;
    void solver()
      .grips(column)
      .then((list) => {
        if (current && list !== null) setGrips({ of, list });
      });
    return () => {
      current = false;
    };
  }, [of, column, result, wanted]);
  return grips.of === of ? grips.list : null;
}
