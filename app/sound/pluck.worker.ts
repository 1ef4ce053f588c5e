import { expose, transfer } from 'comlink';
import { mixed } from './mix.ts';
import type { Performance, Volumes } from './performance.ts';
import { renderClick } from './pluck.ts';
import { renderTimbre, timbreName, type Timbre } from './timbre.ts';
import { writeWav } from './wav.ts';

const strings = {
  /** Renders each, off the main thread. */
  render(timbres: readonly Timbre[], sampleRate: number): Float32Array[] {
    const all = timbres.map((timbre) => renderTimbre(timbre, sampleRate));
    return transfer(
      all,
      all.map(({ buffer }) => buffer as ArrayBuffer),
    );
  },
  /** A performance as a WAV file, mixed as it is heard; `progress` is told the share done. */
  async wav(
    performance: Performance,
    volumes: Volumes,
    sampleRate: number,
    progress: (share: number) => Promise<void>,
  ): Promise<ArrayBuffer> {
    const known = new Map<string, Float32Array>();
    const once = (name: string, make: () => Float32Array) => {
      const samples = known.get(name) ?? make();
      known.set(name, samples);
      return samples;
    };
    const steps = mixed(
      performance,
      volumes,
      {
        of: (timbre) => once(timbreName(timbre), () => renderTimbre(timbre, sampleRate)),
        click: (accent) => once(`click ${accent}`, () => renderClick(accent, sampleRate)),
      },
      sampleRate,
    );
    let step = steps.next();
    for (; !step.done; step = steps.next()) await progress(step.value);
    const file = writeWav(step.value, sampleRate);
    return transfer(file, [file]);
  },
};

export type Strings = typeof strings;
expose(strings);
