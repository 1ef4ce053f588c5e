import type { BassWay } from '../score/band/bass.ts';
import { ticksPerCount, type Hit, type HitVoices } from '../score/rhythm/hits.ts';
import type { Meter } from '../time/meter.ts';
import type { Texture } from '../texture.ts';

/** What a texture is called, and what it sounds. */
export const TEXTURE_WORDS: Readonly<Record<Texture, { readonly name: string; readonly words: string }>> = {
  full: { name: 'Full', words: 'the whole grip' },
  three: { name: 'Three notes', words: 'what says the chord, and the top' },
  'top-four': { name: 'Top four', words: 'the four highest strings of the grip' },
  'bass-and-chord': { name: 'Bass and chord', words: 'the low note, and up to three above it' },
  'top-two': { name: 'Top two', words: 'the top, and one that says the chord' },
};

/** How the bass plays. */
export const BASS_WORDS: Readonly<Record<BassWay, string>> = {
  two: 'two to the bar',
  four: 'walking',
  pedal: 'held',
};

/** How often a figure and the bars begin together. */
export const togetherText = (bars: number): string =>
  bars === 1 ? 'Begins with every bar.' : `On the bar line again after ${bars} bars.`;

/** What of a grip a hit sounds; the fingers as they are named on paper. */
export const VOICES_WORDS: Readonly<Record<HitVoices, string>> = {
  whole: 'Whole grip',
  chord: 'Above the bass',
  top: 'Top note',
  middle: 'Inner notes',
  'other bass': 'Other low note',
  bass: 'Bass note',
  a: 'a, ring',
  m: 'm, middle',
  i: 'i, index',
  p: 'p, thumb',
};

/** How long a hit is, and how it is played. */
export function hitWords({ ticks, accent, damped, push, stroke }: Omit<Hit, 'at' | 'voices'>, meter: Meter): string {
  const counts = Math.round((ticks / ticksPerCount(meter)) * 100) / 100;
  const how = [
    accent === 'even' ? '' : accent === 'accent' ? 'accented' : 'soft',
    damped && 'damped',
    stroke === 'up' ? 'upward' : stroke === 'roll' ? 'rolled' : '',
    push && 'with the next chord',
  ];
  return [`${counts} ${counts === 1 ? 'count' : 'counts'} long`, ...how].filter(Boolean).join(', ');
}
