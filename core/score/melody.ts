import type { SungNote } from '../melody/melody.ts';
import type { Score, Sound } from './score.ts';

/** A little louder than what goes with it. */
const VELOCITY = 90;

/** A melody as sounds, each in the column it begins in. */
export const melodySounds = ({ columns }: Pick<Score, 'columns'>, notes: readonly SungNote[]): readonly Sound[] =>
  notes.map(({ start, ticks, pitch }): Sound => {
    const column = columns.findLastIndex((one) => one.start <= start);
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
