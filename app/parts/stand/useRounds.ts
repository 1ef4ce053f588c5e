import { newId } from '../../keep/ids.ts';
import { locks } from '../../keep/locks.ts';
import { useEffect, useMemo, useRef, useState } from 'react';
import {
  climbed,
  heardClean,
  isStrained,
  ladderFrom,
  movedTo,
  inBeats,
  RESTED,
  RESTED_AFTER,
  restDue,
  worked,
  type HurtPlace,
  type Ladder,
  type Moment,
  type Played,
  type Practised,
  type RestReason,
  type RoundMark,
  type Score,
  type Work,
} from '../../../core/index.ts';
import { useLatest } from '../../keep/latest.ts';
import { endUnderWay, keepUnderWay, lockOf, type PracticeLog } from '../../keep/practice.ts';
import { useOfWindow } from '../../keep/remembered.ts';
import { usePlayback } from '../workbench/usePlayback.ts';
import type { StandHow } from './how.ts';
import type { Ear, Heard } from './useEar.ts';
import type { StandPiece } from './useStandPiece.ts';

/** What the hand did since it last rested, and when it last did something. */
interface WorkKept {
  readonly work: Work;
  readonly at: number;
}
const NO_WORK: WorkKept = { work: RESTED, at: 0 };

/** A round that is played, or was: its number, and when it was begun. */
interface Round {
  readonly number: number;
  readonly begun: number;
}

interface RoundsOf {
  readonly what: Practised;
  readonly piece: StandPiece;
  readonly how: StandHow;
  readonly log: PracticeLog;
  /** What is heard of the score, in a round by its number. */
  readonly heard: (score: Score, round: number) => Score;
  /** Who listens to the rounds, where somebody does. */
  readonly ear?: Ear;
  /** Whether one round follows the other by itself. */
  readonly goesOn?: boolean;
  /** What is marked is no round that was played, but a thing that was done: a grip set, a question answered. */
  readonly byDeed?: boolean;
}

/** Rounds of one thing on a ladder of tempi, marked by whoever plays; logged when it ends, whatever ends it. */
export function useRounds({ what, piece, how, log, heard, ear, goesOn: repeats = true, byDeed = false }: RoundsOf) {
  const playback = usePlayback();
  const [ladder, showLadder] = useState<Ladder>(() => ladderFrom(how.ladder));
  /** As it stands, drawn or not: what was marked last counts, too. */
  const standing = useRef(ladder);
  const setLadder = (next: Ladder) => {
    standing.current = next;
    showLadder(next);
  };
  /** Asked to play before there was something to play. */
  const [wanted, setWanted] = useState(false);
  const [running, setRunning] = useState(false);
  const [resting, setResting] = useState<RestReason | null>(null);
  const [keptWork, setWork] = useOfWindow('work', NO_WORK);
  const [entry] = useState(() => ({ id: newId(), at: Date.now() }));
  const seconds = useRef(0);
  const hurt = useRef<{ place: HurtPlace | null; note: string }>({ place: null, note: '' });
  const rounds = useRef<{ now: Round | null; before: Round | null }>({ now: null, before: null });
  /** Each round is marked once. */
  const marked = useRef(new Set<number>());

  const logged = (at: Ladder): Played => ({
    deed: 'played',
    schema: 1,
    at: entry.at,
    seconds: Math.round(seconds.current),
    what,
    goal: byDeed ? null : piece.goal,
    clean: byDeed || at.best === null || piece.goal === null ? null : Math.round(at.best * piece.goal),
    rounds: at.rounds,
    hurt: hurt.current.place,
    note: hurt.current.note,
  });
  // What somebody else plays is nobody's practice.
  const isWorthLogging = (at: Ladder) =>
    ear?.way !== 'simulated' &&
    (at.rounds.clean + at.rounds.unclean > 0 || seconds.current >= LEAST_SECONDS || hurt.current.place !== null);
  /** So far it is kept here; in the log it is when the step ends. */
  const keep = (at: Ladder) => isWorthLogging(at) && keepUnderWay(entry.id, logged(at));

  const latest = useLatest({ piece, heard, ear, keptWork, logged, isWorthLogging, log });
  /** Whether another round follows. */
  const goesOn = useRef(false);
  const ended = useRef(false);
  const end = () => {
    if (ended.current) return;
    ended.current = true;
    const now = latest.current;
    const at = standing.current;
    if (now.isWorthLogging(at)) now.log.add(now.logged(at), entry.id);
    endUnderWay(entry.id);
  };
  const endNow = useLatest(end);
  useEffect(() => {
    let release: () => void = () => undefined;
    void locks.request(lockOf(entry.id), () => new Promise<void>((resolve) => (release = resolve)));
    const endIt = () => endNow.current();
    return () => {
      release();
      endIt();
    };
  }, [entry.id, endNow]);

  /** The time since a round began is work of the hand. */
  const account = (round: Round | null) => {
    const now = latest.current;
    const columns = now.piece.arrangement?.columns ?? [];
    // What somebody else plays tires nobody.
    if (!round || !now.piece.span || now.ear?.way === 'simulated') return null;
    const long = Math.min(MOST_ROUND_SECONDS, (Date.now() - round.begun) / 1000);
    seconds.current += long;
    const played = columns.slice(now.piece.span.from, now.piece.span.to + 1).flatMap(({ grip }) => grip ?? []);
    const strained = played.filter(isStrained).length;
    const { work, at } = now.keptWork;
    const rested = Date.now() - at > RESTED_AFTER * 1000 + long * 1000;
    const next = worked(rested ? RESTED : work, {
      seconds: long,
      strained: played.length === 0 ? 0 : (long * strained) / played.length,
      grips: strained,
      anew: seconds.current === long,
    });
    setWork({ work: next, at: Date.now() });
    keep(standing.current);
    return restDue(next);
  };

  /** Marks a round by its number, once. */
  const setMark = (number: number, as: RoundMark): boolean => {
    if (marked.current.has(number)) return false;
    marked.current.add(number);
    const next = climbed(standing.current, how.ladder, as);
    setLadder(next);
    keep(next);
    return true;
  };
  /** What the ear heard of the round before, or says that it cannot. */
  const [earHeard, setEarHeard] = useState<Heard | null>(null);
  const listenedTo = async (round: Round | null) => {
    const heardOf = await latest.current.ear?.after();
    if (!heardOf || !round || ended.current) return;
    setEarHeard(heardOf);
    // Whoever plays has the first word; where nothing of it was heard, the ear has none.
    if (heardOf.judged.unlike === null) setMark(round.number, heardClean(heardOf.judged) ? 'clean' : 'unclean');
  };
  const onEnd = useRef<() => void>(() => undefined);
  const moments = useMemo(() => piece.score && inBeats(piece.score).moments, [piece.score]);
  const play = () => {
    const { piece: at, heard: of, ear: listening } = latest.current;
    if (!at.score || !at.span) return;
    const { now: before } = rounds.current;
    const number = (before?.number ?? 0) + 1;
    rounds.current = { now: { number, begun: Date.now() }, before };
    const [first, last] = [at.score.columns[at.span.from]!, at.score.columns[at.span.to]!];
    const until = last.start + last.ticks;
    const played = inBeats(of(at.score, number));
    const from = played.moments.findIndex(({ start }) => start >= first.start);
    const { rate } = standing.current;
    listening?.before(at.score, { from: first.start, until, column: at.span.from, rate }, number);
    playback.play(
      played.score,
      from,
      { rate, until, countIn: 1 },
      { onEnd: () => onEnd.current(), onBegin: listening?.begins ?? (() => undefined) },
    );
  };
  /** A round ended by itself: the next begins, unless a rest is due. */
  useEffect(() => {
    onEnd.current = () => {
      void listenedTo(rounds.current.now);
      const reason = account(rounds.current.now);
      if (reason !== null) {
        goesOn.current = false;
        setRunning(false);
        setResting(reason);
      } else if (goesOn.current && repeats) play();
      else {
        goesOn.current = false;
        setRunning(false);
      }
    };
  });
  const start = () => {
    if (resting !== null || ended.current) return;
    if (!piece.score || !piece.span) {
      setWanted(true);
      return;
    }
    setWanted(false);
    goesOn.current = true;
    setRunning(true);
    play();
  };
  const startNow = useLatest(start);
  const isReady = piece.score !== null && piece.span !== null;
  useEffect(() => {
    if (wanted && isReady) startNow.current();
  }, [wanted, isReady, startNow]);
  const stop = () => {
    setWanted(false);
    if (goesOn.current) account(rounds.current.now);
    goesOn.current = false;
    setRunning(false);
    playback.stop();
  };
  /** Where one is while it sounds. */
  const sounding: Moment | null = playback.playing === null ? null : (moments?.[playback.playing] ?? null);
  const mark = (as: RoundMark) => {
    // In the bar that counts in, it is the round before that is spoken of.
    const counted = running && playback.playing === null;
    const round = counted && repeats ? rounds.current.before : rounds.current.now;
    const number = byDeed ? marked.current.size : round?.number;
    return number !== undefined && setMark(number, as);
  };
  return {
    playback,
    ladder,
    sounding,
    moments,
    running: running || wanted,
    resting,
    earHeard,
    /** Stretched grips since the hand last rested. */
    stretched: keptWork.work.grips,
    start,
    stop,
    mark,
    end,
    /** Another rate, by hand. */
    moveTo: (rate: number) => setLadder(movedTo(standing.current, rate)),
    rested: () => {
      setWork(NO_WORK);
      setResting(null);
    },
    /** A grip was set: its time is work, too. */
    spend: (more: number) => {
      seconds.current += more;
      keep(standing.current);
    },
    say(place: HurtPlace | null, note: string) {
      hurt.current = { place, note };
      keep(standing.current);
    },
    entry,
  };
}
export type Rounds = ReturnType<typeof useRounds>;
/** What was hardly begun was not practised, in seconds. */
const LEAST_SECONDS = 5;
/** A page that slept did not play, in seconds. */
const MOST_ROUND_SECONDS = 900;
