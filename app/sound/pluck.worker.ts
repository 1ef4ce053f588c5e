import { expose, transfer } from 'comlink';
import { drumAt, renderDrum } from './drums.ts';
import { mixed } from './mix.ts';
import type { Heard, Performance, Volumes } from './performance.ts';
import { renderBass, renderClick, renderPluck } from './pluck.ts';
import { writeWav } from './wav.ts';

/** A sound to be rendered: a string of the guitar or the bass at a pitch, or a stroke by its key. */
export interface Rendered {
  readonly part: Heard;
  readonly pitch: number;
}

const render = ({ part, pitch }: Rendered, rate: number): Float32Array =>
  part === 'brushes' ? renderDrum(drumAt(pitch), rate) : (part === 'bass' ? renderBass : renderPluck)(pitch, rate);

const strings = {
  /** Renders each, off the main thread. */
  render(sounds: readonly Rendered[], sampleRate: number): Float32Array[] {
    const all = sounds.map((sound) => render(sound, sampleRate));
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
        of: (part, pitch) => once(`${part} ${pitch}`, () => render({ part, pitch }, sampleRate)),
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
