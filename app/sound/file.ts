import { proxy, wrap } from 'comlink';
import type { Performance, Volumes } from './performance.ts';
import type { Strings } from './pluck.worker.ts';

/** Samples a second, as on a compact disc. */
const RATE = 44_100;

/** A performance as a WAV file, mixed as it is heard, made in a worker of its own; `progress` is told the share done. */
export async function soundFile(
  performance: Performance,
  volumes: Volumes,
  progress: (share: number) => void,
): Promise<ArrayBuffer> {
  const worker = new Worker(new URL('./pluck.worker.ts', import.meta.url), { type: 'module' });
  try {
    const told = async (share: number) => progress(share);
    return await wrap<Strings>(worker).wav(performance, volumes, RATE, proxy(told));
  } finally {
    worker.terminate();
  }
}
