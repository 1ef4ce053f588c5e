import type { BassWay } from '../score/band/bass.ts';
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
