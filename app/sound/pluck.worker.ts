import { expose, transfer } from 'comlink';
import { renderPluck } from './pluck.ts';

const strings = {
  /** Renders each pitch, off the main thread. */
  render(pitches: readonly number[], sampleRate: number): Float32Array[] {
    const all = pitches.map((midi) => renderPluck(midi, sampleRate));
    return transfer(
      all,
      all.map(({ buffer }) => buffer as ArrayBuffer),
    );
  },
};

export type Strings = typeof strings;
expose(strings);
