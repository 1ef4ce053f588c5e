import { proxy, wrap, type Remote } from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Arrangement, Cells, Chord, ClimbWish, Grip, Midi, Player, Steer } from '../../core/index.ts';
import { usePlayer } from '../keep/player.ts';
import type {
  Around,
  ColoursWanted,
  EasierGrip,
  ListedGrips,
  MovesWanted,
  NextBest,
  OtherWay,
  Phase,
  PricedColour,
  PricedMove,
  Steered,
  Survey,
} from './questions.ts';
import type { Solver } from './solver.worker.ts';

let worker: Remote<Solver> | null = null;

/** The one worker of a window. */
function solver(): Remote<Solver> {
  worker ??= wrap<Solver>(new Worker(new URL('./solver.worker.ts', import.meta.url), { type: 'module' }));
  return worker;
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

/** Work that takes longer is shown on its way. */
const PATIENCE_MS = 300;

/** Keeps an arrangement of the chart and the decisions; the newest request wins. */
export function useArrangement(
  chartText: string,
  barIds: readonly string[],
  cells: Cells | null,
  player: Player,
  banished: readonly string[],
): Solving {
  const [solving, setSolving] = useState<Omit<Solving, 'busy'> & { readonly of: object | null }>(NOTHING);
  const job = useMemo(
    () => cells && { chartText, barIds, cells, player, banished },
    [chartText, barIds, cells, player, banished],
  );
  useEffect(() => {
    if (job === null) return;
    let current = true;
    const since = performance.now();
    const onProgress = proxy((phase: Phase) => {
      // What is there at once needs no telling, and telling it takes time.
      if (current && performance.now() - since > PATIENCE_MS) setSolving((before) => ({ ...before, phase }));
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
    const show = oncePerFrame(() => current && setOptions({ of, list: [...list] }));
    const onOption = proxy((option: PricedColour) => {
      if (!current) return;
      list.push(option);
      show();
    });
    void solver().colours(column, JSON.parse(text) as ColoursWanted, onOption);
    return () => {
      current = false;
    };
  }, [of, column, result, wanted, text]);
  return options.of === of ? options.list : [];
}

/** Shows what comes in many pieces at most once a frame. */
function oncePerFrame(show: () => void): () => void {
  let waiting = false;
  return () => {
    if (waiting) return;
    waiting = true;
    requestAnimationFrame(() => {
      waiting = false;
      show();
    });
  };
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
    const show = oncePerFrame(
      () => current && setMoves((before) => ({ of, list: [...list], done: before.of === of && before.done })),
    );
    const onMove = proxy((move: PricedMove) => {
      if (!current) return;
      list.push(move);
      show();
    });
    void solver()
      .moves(JSON.parse(text) as MovesWanted, onMove)
      .then((done) => {
        // The last of them may still be on its way: they come by a channel of their own.
        if (current && done) setMoves({ of, list: [...list], done });
      });
    return () => {
      current = false;
    };
  }, [of, text, result, shown]);
  return moves.of === of ? moves : NO_MOVES;
}

/** Every grip of a column's chord with its labels and its price; null while they are being priced. */
export function useGrips(column: number, result: number, wanted: boolean): ListedGrips | null {
  return useAnswer(`${column}/${result}`, result > 0 && wanted, () => solver().grips(column));
}

/** Easier grips in the place of the one that stands in a column; null while they are being looked for. */
export function useWaysOut(column: number, grip: string | null, result: number): readonly EasierGrip[] | null {
  return useAnswer(`${column}/${grip}/${result}`, result > 0 && grip !== null, () => solver().waysOut(column, grip!));
}

/** What would stand in a column if its grip could not; null while it is looked for, or where nothing would. */
export function useNextBest(
  column: number,
  grip: string | null,
  before: readonly Midi[] | null,
  result: number,
): NextBest | null {
  return useAnswer(`${column}/${grip}/${before?.join() ?? ''}/${result}`, result > 0 && grip !== null, () =>
    solver().nextBest(column, grip!, before),
  );
}

/** What the voices of a column's grip can come to when steered; null while it is looked for, or where nothing follows. */
export function useSteered(
  column: number,
  grip: string | null,
  ways: readonly Steer[],
  result: number,
  wanted: boolean,
): Steered | null {
  return useAnswer(`${column}/${grip}/${JSON.stringify(ways)}/${result}`, result > 0 && wanted && grip !== null, () =>
    solver().steer(column, grip!, ways),
  );
}

/** Other ways through the tune as it stands, once they are asked for; null while they are looked for. */
export function useOtherWays(result: number, wanted: boolean): readonly OtherWay[] | null {
  return useAnswer(String(result), result > 0 && wanted, () => solver().otherWays());
}

/** One answer of the worker to what `of` names; null while there is none, or when something newer came. */
function useAnswer<T>(of: string, wanted: boolean, ask: () => Promise<T | null>): T | null {
  const [answer, setAnswer] = useState<{ readonly of: string; readonly value: T | null }>({ of: '', value: null });
  const question = useRef(ask);
  useEffect(() => {
    question.current = ask;
  });
  useEffect(() => {
    if (!wanted) return;
    let current = true;
    void question.current().then((value) => {
      if (current && value !== null) setAnswer({ of, value });
    });
    return () => {
      current = false;
    };
  }, [of, wanted]);
  return answer.of === of ? answer.value : null;
}

/** Every grip of a chord for a hand, the easiest first; null while they are being looked for, or when none is asked for. */
export function useChordGrips(player: Player, chord: Chord | null): ListedGrips | null {
  const of = JSON.stringify([player, chord]);
  return useAnswer(of, chord !== null, () =>
    solver().chordGrips(
      player,
      chord!,
      proxy(() => undefined),
    ),
  );
}

/** Where a grip's notes lie elsewhere, for a hand; null while it is being looked for, with how far that is. */
export function useAround(
  player: Player,
  frets: readonly number[],
  chord: Chord | null,
  kept: readonly string[],
): { around: Around | null; share: number } {
  const [share, setShare] = useState(0);
  const of = JSON.stringify([player, frets, chord, kept]);
  const around = useAnswer(of, true, () => solver().around(player, frets, chord, kept, proxy(setShare)));
  return { around, share };
}

/** A run of grips of one chord, empty where there is none; null while it is being looked for, with how far that is. */
export function useClimb(
  player: Player,
  chord: Chord,
  wish: ClimbWish,
): { grips: readonly Grip[] | null; share: number } {
  const [share, setShare] = useState(0);
  const of = JSON.stringify([player, chord, wish]);
  const grips = useAnswer(of, true, () => solver().climb(player, chord, wish, proxy(setShare)));
  return { grips, share };
}

interface Surveys {
  readonly of: Player | null;
  readonly last: Survey | null;
  /** The count before it. */
  readonly before: Survey | null;
  readonly share: number;
}

/** What a hand can hold, counted as its settings change: the last two counts, and how far the next one is (null: there). */
export function useSurvey(
  player: Player,
  chords: readonly Chord[],
): Pick<Surveys, 'last' | 'before'> & { share: number | null } {
  const [state, setState] = useState<Surveys>({ of: null, last: null, before: null, share: 0 });
  useEffect(() => {
    let current = true;
    const onProgress = proxy((share: number) => {
      if (current) setState((before) => ({ ...before, share }));
    });
    // A slider is let come to rest first.
    const timer = setTimeout(() => {
      void solver()
        .survey(player, chords, onProgress)
        .then((last) => {
          if (!current || last === null) return;
          current = false;
          setState((counted) => ({ of: player, last, before: counted.last, share: 0 }));
        });
    }, AT_REST_MS);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [player, chords]);
  return { last: state.last, before: state.before, share: state.of === player ? null : state.share };
}
const AT_REST_MS = 250;
