import { t, type Score } from '../../../core/index.ts';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useRemembered } from '../../keep/remembered.ts';
import {
  bothFrom,
  inARow,
  inPlace,
  performanceFrom,
  sungAlone,
  type Played,
  type TriedChord,
} from '../../sound/perform.ts';
import { Playback, type Hearing } from '../../sound/playback.ts';
import { USUAL_VOLUMES, without, type Heard, type Performance, type Side } from '../../sound/performance.ts';

const NOBODY: readonly Heard[] = [];
/** Told when it ends by itself, and in how many seconds its first column is heard. */
interface Ends {
  readonly onEnd?: () => void;
  readonly onBegin?: (inSeconds: number) => void;
}
/** Windows tell each other here that they begin to play. */
const TURNS = 'heron.plays';

/** Playing in a window, with what sounds now and the volumes remembered. */
export function usePlayback() {
  const playback = useRef<Playback | null>(null);
  const [playing, setPlaying] = useState<number | null>(null);
  const [starting, setStarting] = useState(false);
  const [failed, setFailed] = useState<string | null>(null);
  const [kept, setVolumes] = useRemembered('volumes', USUAL_VOLUMES);
  // Who remembered them before there was a band has none for it.
  const levels = useMemo(() => ({ ...USUAL_VOLUMES, ...kept }), [kept]);
  const [silent, setSilent] = useRemembered('silent', NOBODY);
  const volumes = useMemo(() => without(levels, silent), [levels, silent]);
  useEffect(() => playback.current?.setVolumes(volumes), [volumes]);
  useEffect(() => () => playback.current?.stop(), []);
  const ready = useCallback(() => {
    const one = playback.current ?? new Playback();
    playback.current = one;
    one.setVolumes(volumes);
    return one;
  }, [volumes]);
  const guarded = useCallback(async (run: () => Promise<void>) => {
    try {
      setFailed(null);
      await run();
    } catch (error) {
      setStarting(false);
      setPlaying(null);
      setFailed(t('No sound: {error}', { error: error instanceof Error ? error.message : String(error) }));
    }
  }, []);
  /** Counts what was asked to play: an older start that comes late says nothing any more. */
  const run = useRef(0);
  const stop = useCallback(() => {
    run.current++;
    playback.current?.stop();
    setStarting(false);
    setPlaying(null);
  }, []);
  // Two tunes at once are none: whoever begins last is heard.
  const turns = useRef<BroadcastChannel | null>(null);
  useEffect(() => {
    const channel = new BroadcastChannel(TURNS);
    channel.onmessage = stop;
    turns.current = channel;
    return () => channel.close();
  }, [stop]);
  const perform = (performance: Performance, { onEnd, onBegin }: Ends = {}) =>
    void guarded(async () => {
      const mine = ++run.current;
      turns.current?.postMessage(null);
      setStarting(true);
      await ready().play(performance, {
        column(column) {
          if (mine !== run.current) return;
          // Until the first of it is heard it is still starting, and can be stopped.
          setStarting(false);
          setPlaying(column);
          if (column === null) onEnd?.();
        },
        begins: (inSeconds) => mine === run.current && onBegin?.(inSeconds),
        lost() {
          if (mine !== run.current) return;
          stop();
          setFailed(t('The sound went away: is the device still there? Play begins again.'));
        },
      });
    });
  return {
    playing,
    active: playing !== null || starting,
    failed,
    /** As loud as each is heard. */
    volumes,
    /** How loud each is set, and who is silent. */
    mix: { levels, silent, setLevels: setVolumes, setSilent },
    hear: (pitches: readonly number[], how: Hearing = 'strummed') => void guarded(() => ready().single(pitches, how)),
    /** Chords, or single notes, one after another. */
    hearRow: (row: readonly (readonly number[])[], seconds: number) => perform(inARow(row, seconds)),
    /** Notes of a melody, alone. */
    sing: (notes: Parameters<typeof sungAlone>[0]) => perform(sungAlone(notes)),
    play: (score: Score, from: number, how: Played = {}, ends: Ends = {}) =>
      perform(performanceFrom(score, from, how), ends),
    /** Two takes at once; which of them is heard can be changed at any time. */
    playBoth: (...both: Parameters<typeof bothFrom>) => perform(bothFrom(...both)),
    hearSide: (side: Side) => ready().hearSide(side),
    /** Grips where they would stand, between their neighbours. */
    hearInPlace: (score: Score, from: number, to: number, tried: readonly TriedChord[]) =>
      perform(inPlace(score, from, to, tried)),
    stop,
  };
}
export type Mix = ReturnType<typeof usePlayback>['mix'];
