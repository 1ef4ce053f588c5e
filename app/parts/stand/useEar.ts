import { wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import {
  practisedScore,
  simulatedPlayer,
  toHear,
  type Expected,
  type Judged,
  type Midi,
  type Score,
  type ToHear,
} from '../../../core/index.ts';
import type { EarWorker } from '../../sound/ear/ear.worker.ts';
import type { HeardGrip } from '../../sound/ear/grip.ts';
import { Microphone } from '../../sound/ear/microphone.ts';
import type { Performance } from '../../sound/performance.ts';
import { performanceFrom } from '../../sound/perform.ts';
import type { StandHow } from './how.ts';

/** A round that the ear listens to. */
interface Listened {
  readonly hear: ToHear;
  /** What the simulated player plays of it; null: the player plays. */
  readonly simulated: Performance | null;
  /** When it began, on the clock of the microphone. */
  began: number | null;
}

/** What the ear heard of a round. */
export interface Heard {
  readonly hear: ToHear;
  readonly judged: Judged;
}

/** What of a score is played. */
export interface Stretch {
  readonly from: number;
  readonly until: number;
  /** The column it begins with. */
  readonly column: number;
  readonly rate: number;
}

/** In so many of the strokes the simulated player tries a mistake. */
const MISTAKEN = 0.2;
/** After a round one listens on, in seconds: a sound card's delay, and who comes late. */
const HEARD_OUT = 0.4;
/** And so long before it, for who comes early. */
const HEARD_EARLY = 0.3;
/** How often one listens whether a grip was struck, in milliseconds, and how far back, in seconds. */
const ASKED_EVERY = 400;
const HEARD_BACK = 6;

/** The listening ear: off, held to a simulated player, or to the microphone. What it hears stays in this window. */
export function useEar(how: StandHow, open: readonly Midi[]) {
  const wanted = how.way === 'left' ? 'off' : how.ear;
  const worker = useRef<Remote<EarWorker> | null>(null);
  const thread = useRef<Worker | null>(null);
  const [microphone, setMicrophone] = useState<Microphone | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const listened = useRef<Listened | null>(null);
  const ready = useCallback(() => {
    if (worker.current) return worker.current;
    thread.current = new Worker(new URL('../../sound/ear/ear.worker.ts', import.meta.url), { type: 'module' });
    worker.current = wrap<EarWorker>(thread.current);
    return worker.current;
  }, []);
  useEffect(
    () => () => {
      thread.current?.terminate();
      [thread.current, worker.current] = [null, null];
    },
    [],
  );
  useEffect(() => {
    if (wanted !== 'microphone') return;
    let isHere = true;
    let mine: Microphone | null = null;
    Microphone.open().then(
      (opened) => {
        if (!isHere) return opened.close();
        mine = opened;
        setFailed(null);
        setMicrophone(opened);
      },
      (error: Error) => isHere && setFailed(error.message),
    );
    return () => {
      isHere = false;
      mine?.close();
      setMicrophone(null);
      setFailed(null);
    };
  }, [wanted]);
  // While the microphone is not open nobody listens, and all is as without an ear.
  const way = wanted === 'microphone' && microphone === null ? 'off' : wanted;

  /** What sounds of a score while the ear listens: the guitar is the player's own, or the simulated one's with its mistakes. */
  const heard = (score: Score, round: number): Score => {
    if (way === 'off') return practisedScore(score, how);
    const guitar = way === 'simulated';
    const whole = practisedScore(score, { ...how, guitar });
    return guitar ? simulatedPlayer(whole, { seed: round, share: MISTAKEN, open }).score : whole;
  };
  /** A round is about to be played. */
  const before = (score: Score, { from, until, column, rate }: Stretch, round: number) => {
    listened.current = null;
    if (way === 'off') return;
    const written = practisedScore(score, { ...how, guitar: true });
    const simulated = way === 'simulated' ? performanceFrom(heard(score, round), column, { rate, until }) : null;
    listened.current = { hear: toHear(written, from, until, rate), simulated, began: null };
  };
  /** It begins, in so many seconds. */
  const begins = (inSeconds: number) => {
    if (listened.current && microphone) listened.current.began = microphone.now + inSeconds;
  };
  /** It ended: what was heard of it; null: nobody listened. */
  const after = async (): Promise<Heard | null> => {
    const round = listened.current;
    listened.current = null;
    if (!round) return null;
    const { hear, simulated, began: at } = round;
    if (simulated) return { hear, judged: await ready().simulatedRound(simulated, hear) };
    if (!microphone || at === null) return null;
    await soon(() => microphone.heardUntil >= at + hear.seconds + HEARD_OUT);
    const samples = microphone.between(at - HEARD_EARLY, at + hear.seconds + HEARD_OUT);
    return { hear, judged: await ready().round(samples, microphone.rate, hear, HEARD_EARLY) };
  };

  /** Listens until a grip is struck, strummed or string by string; gives back what stops it. */
  const awaitGrip = useCallback(
    (grip: Expected, onHeard: (heard: HeardGrip) => void): (() => void) => {
      if (!microphone) return () => undefined;
      let isAsked = true;
      const since = microphone.heardUntil;
      const ask = async () => {
        const to = microphone.heardUntil;
        const samples = microphone.between(Math.max(since, to - HEARD_BACK), to);
        const found = await ready().grip(samples, microphone.rate, grip);
        if (!isAsked) return;
        if (found) onHeard(found);
        else timer = setTimeout(() => void ask(), ASKED_EVERY);
      };
      let timer = setTimeout(() => void ask(), ASKED_EVERY);
      return () => {
        isAsked = false;
        clearTimeout(timer);
      };
    },
    [microphone, ready],
  );
  /** A grip as the simulated player strikes it: what is to be heard of it, and the verdict. */
  const simulatedGrip = async (score: Score, turn: number, grip: Expected) => {
    const played = simulatedPlayer(score, { seed: turn, share: MISTAKEN_GRIPS, open }).score;
    const performance = performanceFrom(played, 0);
    const pitches = played.parts.guitar[0]!.notes.map(({ pitch }) => pitch);
    return { pitches, heard: await ready().simulatedGrip(performance, grip) };
  };
  return {
    /** Who is heard now. */
    way,
    /** In words: why the microphone cannot be used. */
    failed: wanted === 'microphone' ? failed : null,
    heard,
    before,
    begins,
    after,
    awaitGrip,
    simulatedGrip,
  };
}
export type Ear = ReturnType<typeof useEar>;
const MISTAKEN_GRIPS = 0.7;

/** Waits until something is so, a second at most. */
async function soon(isSo: () => boolean): Promise<void> {
  for (let turn = 0; turn < 20 && !isSo(); turn++) await new Promise((resolve) => setTimeout(resolve, 50));
}
