import { useCallback, useEffect, useRef, useState } from 'react';
import type { ArrangedColumn, Chart } from '../../../core/index.ts';
import { performanceFrom } from '../../sound/perform.ts';
import { Player } from '../../sound/player.ts';

const VOLUMES = 'heron.volumes';
const DEFAULT_VOLUMES = { guitar: 0.8, click: 0.4 };

/** The player of a window, with what sounds now and the volumes remembered. */
export function usePlayer() {
  const player = useRef<Player | null>(null);
  const [playing, setPlaying] = useState<number | null>(null);
  const [starting, setStarting] = useState(false);
  const [failed, setFailed] = useState<string | null>(null);
  const [volumes, setVolumes] = useState(DEFAULT_VOLUMES);
  useEffect(() => {
    const kept = localStorage.getItem(VOLUMES);
    // What is remembered can only be read in the browser, after the first paint.
    // eslint-disable-next-line react-hooks/set-state-in-effect
    if (kept) setVolumes({ ...DEFAULT_VOLUMES, ...(JSON.parse(kept) as object) });
    return () => player.current?.stop();
  }, []);
  const ready = useCallback(() => {
    player.current ??= new Player();
    player.current.setVolumes(volumes.guitar, volumes.click);
    return player.current;
  }, [volumes]);
  const guarded = useCallback(async (run: () => Promise<void>) => {
    try {
      setFailed(null);
      await run();
    } catch (error) {
      setStarting(false);
      setPlaying(null);
      setFailed(`No sound: ${error instanceof Error ? error.message : String(error)}`);
    }
  }, []);
  return {
    playing,
    active: playing !== null || starting,
    failed,
    volumes,
    changeVolumes(next: typeof DEFAULT_VOLUMES) {
      setVolumes(next);
      localStorage.setItem(VOLUMES, JSON.stringify(next));
      player.current?.setVolumes(next.guitar, next.click);
    },
    hear: (pitches: readonly number[]) => void guarded(() => ready().single(pitches)),
    play: (chart: Chart, columns: readonly ArrangedColumn[], from: number) =>
      void guarded(async () => {
        setStarting(true);
        await ready().play(performanceFrom(chart, columns, from), setPlaying);
        setStarting(false);
      }),
    stop() {
      player.current?.stop();
      setStarting(false);
      setPlaying(null);
    },
  };
}
