import type { SungNote } from '../melody/melody.ts';
import type { Layer, Sound } from './score.ts';

/** A little louder than what goes with it. */
const VELOCITY = 90;

/** A melody over what is played, each note in the column it begins in. */
export const melodyLayer =
  (notes: readonly SungNote[]): Layer =>
  (score) => {
    const melody = notes.map(({ start, ticks, pitch }): Sound => {
      const column = score.columns.findLastIndex((one) => one.start <= start);
      return {
        start,
        ticks,
        velocity: VELOCITY,
        kind: 'melody',
        column: column < 0 ? null : column,
        spreadMs: 0,
        notes: [{ pitch, string: null, fret: null, finger: null, voice: 0 }],
      };
    });
    return { ...score, parts: { ...score.parts, melody } };
  };
