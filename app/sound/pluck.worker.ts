import { expose, transfer } from 'comlink';
import type { Drum } from '../../core/index.ts';
import { renderDrum } from './drums.ts';
import { renderBass, renderPluck } from './pluck.ts';

/** A sound to be rendered: a string of the guitar or the bass at a pitch, or a stroke. */
export type Rendered =
  { readonly part: 'guitar' | 'bass'; readonly pitch: number } | { readonly part: 'brushes'; readonly drum: Drum };

const strings = {
  /** Renders each, off the main thread. */
  render(sounds: readonly Rendered[], sampleRate: number): Float32Array[] {
    const all = sounds.map((sound) =>
      sound.part === 'brushes'
        ? renderDrum(sound.drum, sampleRate)
        : (sound.part === 'bass' ? renderBass : renderPluck)(sound.pitch, sampleRate),
    );
    return transfer(
      all,
      all.map(({ buffer }) => buffer as ArrayBuffer),
    );
  },
};

export type Strings = typeof strings;
expose(strings);
