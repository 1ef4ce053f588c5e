import { proxy } from 'comlink';
import { startTransition, useEffect, useMemo, useState } from 'react';
import type {
  Chord,
  ClimbWish,
  Consequence,
  Decision,
  Grip,
  HeldChange,
  Lies,
  SpanNamed,
  SpanWay,
  Midi,
  Patch,
  Player,
  Steer,
} from '../../core/index.ts';
import { useLatest } from '../keep/latest.ts';
import type {
  Around,
  ColoursWanted,
  CarryingString,
  EasierGrip,
  ListedGrips,
  MovesWanted,
  NextBest,
  OtherWay,
  OwnGrip,
  PricedColour,
  PricedMove,
  RefusedGrip,
  Solved,
  Steered,
  Survey,
} from './questions.ts';
import { solver } from './solver.ts';

/** What comes piece by piece. */
export interface Listed<T> {
  readonly list: readonly T[];
  /** Whether it is of the newest result; until it is there, an older one of the same place stays. */
  readonly fresh: boolean;
  /** Whether there are no more to come. */
  readonly done: boolean;
  /** It is of another place, and stays only until that of this one is there. */
  readonly past: boolean;
}

/** A list about `place` after the newest result, piece by piece; where an older one stands, once it is whole. */
function useListed<T>(
  place: string,
  result: number,
  wanted: boolean,
  ask: (onOne: (one: T) => void) => Promise<number | null>,
): Listed<T> {
  const [listed, setListed] = useState<{ place: string; result: number; list: readonly T[]; done: boolean }>({
    place: '',
    result: 0,
    list: [],
    done: false,
  });
  const question = useLatest(ask);
  useEffect(() => {
    if (result === 0 || !wanted) return;
    let current = true;
    const list: T[] = [];
    const show = (done: boolean) => {
      if (!current) return;
      // After all that is more urgent.
      startTransition(() =>
        setListed((before) => {
          const same = before.place === place;
          // What stood before goes when there is something to see in its place.
          if (!same && !done && list.length < ENOUGH) return before;
          if (same && before.result !== result && before.list.length > 0 && !done) return before;
          return { place, result, list: [...list], done: done || (same && before.result === result && before.done) };
        }),
      );
    };
    const showSoon = nowAndThen(() => show(false));
    /** How many there are, once that is known: the last of them may still be on their way then, by a channel of their own. */
    let all: number | null = null;
    const onOne = proxy((one: T) => {
      if (!current) return;
      list.push(one);
      if (list.length === all) show(true);
      else showSoon();
    });
    void question.current(onOne).then((count) => {
      all = count;
      if (list.length === all) show(true);
    });
    return () => {
      current = false;
    };
  }, [place, result, wanted, question]);
  const past = listed.place !== place;
  const fresh = !past && listed.result === result;
  return { list: listed.list, fresh, done: fresh && listed.done, past };
}

/** Shows what comes in many pieces a few times a second. */
function nowAndThen(show: () => void): () => void {
  let waiting = false;
  return () => {
    if (waiting) return;
    waiting = true;
    setTimeout(() => {
      waiting = false;
      show();
    }, SHOWN_EVERY_MS);
  };
}
const SHOWN_EVERY_MS = 100;
/** As many as fill a panel. */
const ENOUGH = 16;

/** The colours of a column as they are priced. */
export function useColours(
  column: number,
  { name, result }: Solved,
  wanted: boolean,
  how: ColoursWanted,
): Listed<PricedColour> {
  return useListed(`${name}/${column}/${JSON.stringify(how)}`, result, wanted, (onOne) =>
    solver().colours(name, column, how, onOne),
  );
}

/** The moves over a span of columns as they are priced. */
export function useMoves(wanted: MovesWanted, { name, result }: Solved, shown: boolean): Listed<PricedMove> {
  return useListed(`${name}/${JSON.stringify(wanted)}`, result, shown, (onOne) => solver().moves(name, wanted, onOne));
}

/** An answer that may be about another place than asked for, until that about this one is there. */
export type Lasting<T> = T & { readonly past: boolean };

/** Every grip of a column's chord with its labels and its price; null until the first are priced. */
export function useGrips(
  column: number,
  symbol: string,
  { name, result }: Solved,
  wanted: boolean,
): Lasting<ListedGrips> | null {
  return useLasting(name, `${column}/${symbol}`, result, wanted, () => solver().grips(name, column));
}

/** Easier grips in the place of the one that stands in a column; null while they are being looked for. */
export function useWaysOut(
  column: number,
  grip: string | null,
  { name, result }: Solved,
): readonly EasierGrip[] | null {
  const place = `${name}/${column}/${grip}`;
  return useAnswer(
    `${place}/${result}`,
    result > 0 && grip !== null,
    () => solver().waysOut(name, column, grip!),
    place,
  );
}

/** The strings that can carry the tune's note in a column; null while they are looked for, or where none is carried. */
export function useTuneStrings(
  column: number,
  pitch: Midi | null,
  { name, result }: Solved,
): readonly CarryingString[] | null {
  const place = `${name}/${column}/${pitch}`;
  return useAnswer(`${place}/${result}`, result > 0 && pitch !== null, () => solver().tuneStrings(name, column), place);
}

/** What a grip that the player asks for would be in a column; null while it is looked for, or when none is asked for. */
export function useOwnGrip(
  column: number,
  frets: readonly number[] | null,
  { name, result }: Solved,
): OwnGrip | RefusedGrip | null {
  const of = `${name}/${column}/${frets?.join()}/${result}`;
  const ask = () => solver().ownGrip(name, column, frets!) as Promise<OwnGrip | RefusedGrip | null>;
  return useAnswer(of, result > 0 && frets !== null, ask);
}

/** What would stand in a column if its grip could not; null while it is looked for, or where nothing would. */
export function useNextBest(
  column: number,
  grip: string | null,
  before: readonly Midi[] | null,
  { name, result }: Solved,
): NextBest | null {
  const place = `${name}/${column}/${grip}/${before?.join() ?? ''}`;
  return useAnswer(
    `${place}/${result}`,
    result > 0 && grip !== null,
    () => solver().nextBest(name, column, grip!, before),
    place,
  );
}

/** What the voices of a column's grip can come to when steered; null while it is looked for, or where nothing follows. */
export function useSteered(
  column: number,
  grip: string | null,
  ways: readonly Steer[],
  { name, result }: Solved,
  wanted: boolean,
): Lasting<Steered> | null {
  const about = `${column}/${grip}/${JSON.stringify(ways)}`;
  return useLasting(name, about, result, wanted && grip !== null, () => solver().steer(name, column, grip!, ways));
}

/** What a change about a column would come to; null while it is looked for, or where there is none. */
export const useConsequence = (column: number, patch: Patch<Decision> | null, solved: Solved): Consequence | null =>
  useOfChange(column, patch, solved, 'consequence');

/** The same change with every other grip held; null while it is looked for, or where it cannot be. */
export const useHoldingOthers = (column: number, patch: Patch<Decision> | null, solved: Solved): HeldChange | null =>
  useOfChange(column, patch, solved, 'holdingOthers');

/** What is asked of a change of the decisions, and comes back. */
interface OfChange {
  readonly consequence: Consequence;
  readonly holdingOthers: HeldChange;
}
function useOfChange<Kind extends keyof OfChange>(
  column: number,
  patch: Patch<Decision> | null,
  { name, result }: Solved,
  kind: Kind,
): OfChange[Kind] | null {
  const of = `${name}/${column}/${JSON.stringify(patch)}/${result}`;
  const ask = () => solver()[kind](name, column, patch!) as Promise<OfChange[Kind] | null>;
  return useAnswer(of, result > 0 && patch !== null, ask);
}

/** Other ways through the tune as it stands, once they are asked for; null while they are looked for. */
export function useOtherWays({ name, result }: Solved, wanted: boolean): readonly OtherWay[] | null {
  return useAnswer(`${name}/${result}`, result > 0 && wanted, () => solver().otherWays(name));
}

/** A span as it is played best, and in other ways, once that is asked for; null while they are looked for. */
export function useSpanWays(span: SpanNamed | null, { name, result }: Solved): readonly SpanWay[] | null {
  return useAnswer(`${name}/${result}/${JSON.stringify(span)}`, result > 0 && span !== null, () =>
    solver().spanWays(name, span!, {}),
  );
}

/** How the melody lies on the neck, octave by octave, the best first; null while it is worked out. */
export function useLies({ name, result }: Solved): readonly Lies[] | null {
  return useAnswer(`${name}/${result}/lies`, result > 0, () => solver().lies(name));
}

/** The answer about a place of a take; the last one about another stays, and says so, until it is there. */
function useLasting<T extends object>(
  name: string,
  about: string,
  result: number,
  wanted: boolean,
  ask: () => Promise<T | null>,
): Lasting<T> | null {
  const answer = useAnswer(
    `${name}/${about}/${result}`,
    result > 0 && wanted,
    async () => {
      const value = await ask();
      return value && { about, value };
    },
    name,
  );
  return useMemo(() => answer && { ...answer.value, past: answer.about !== about }, [answer, about]);
}

/**
 * The worker's answer to one question; null until it is there. `of` names the question: as long as it is the same, nothing
 * is asked again. `place` names what it is about: the last answer about it stays until the newer one is there. (The grips of
 * column 3 after the eighth result: `of` is `3/G7/8`, `place` is `3/G7`. After the ninth those of the eighth stay on the
 * screen until the others have come.)
 */
function useAnswer<T>(of: string, wanted: boolean, ask: () => Promise<T | null>, place = of): T | null {
  const [answer, setAnswer] = useState<{ readonly of: string; readonly place: string; readonly value: T | null }>({
    of: '',
    place: '',
    value: null,
  });
  const question = useLatest(ask);
  useEffect(() => {
    if (!wanted) return;
    let current = true;
    void question.current().then((value) => {
      if (current && (value !== null || place !== of)) startTransition(() => setAnswer({ of, place, value }));
    });
    return () => {
      current = false;
    };
  }, [of, place, wanted, question]);
  return wanted && (answer.of === of || answer.place === place) ? answer.value : null;
}

/** Every grip of a chord for a hand, those first that one would try first; null while they are being looked for, or when none is asked for. */
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
