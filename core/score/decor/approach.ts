/* The next grip itself, a fret or two off, on the off-beats before it: it slides into its place (common practice). */
import { symbolOf } from '../../chord/chord.ts';
import { ticksPerBeat } from '../../time/meter.ts';
import { NOTHING } from './added.ts';
import type { Decoration, Found } from './decoration.ts';
import { inSteps, isInTime, isUnderTune, movedBy } from './grips-between.ts';
import { offBeat, type DecorPlace } from './place.ts';

/** Columns: id, name, how many frets away each is that comes before the next grip, reason. */
const APPROACHES: readonly (readonly [string, string, readonly number[], string])[] = [
  ['approach-above', 'from a fret above', [1], '{target} a fret higher, on the off-beat, slides down into it.'],
  ['approach-below', 'from a fret below', [-1], '{target} a fret lower, on the off-beat, slides up into it.'],
  ['approach-above-twice', 'two frets from above', [2, 1], '{target} two frets higher, then one, slides down into it.'],
  ['approach-below-twice', 'two frets from below', [-2, -1], '{target} two frets lower, then one, slides up into it.'],
  [
    'approach-whole',
    'from a whole step above',
    [2],
    '{target} a whole step higher, on the off-beat, slides down into it.',
  ],
];

export const APPROACHING: readonly Decoration[] = APPROACHES.map(([id, name, frets, reason]): Decoration => ({
  id,
  name,
  kind: 'approach',
  needs: 'a chord after it that can be moved along the neck',
  reason,
  find: (place) => approached(place, frets),
}));

function approached(place: DecorPlace, away: readonly number[]): Found {
  const { next, start, end, meter, isPushed, ms } = place;
  const step = offBeat(meter);
  const from = end - step * away.length;
  // The chord itself has a beat at least.
  if (!next) return 'last';
  if (isPushed) return 'early';
  if (from - start < ticksPerBeat(meter)) return 'short';
  const moved = away.map((by) => movedBy(next.grip, by, place.hand));
  if (!moved.every((one) => one !== null)) return 'hand';
  if (!isInTime([place.grip, ...moved, next.grip], ms(end - step, end), place)) return 'fast';
  const sounds = inSteps(moved, from, step, 'approach', place);
  // Never over what is sung.
  if (!isUnderTune(sounds, place)) return 'tune';
  return [{ variant: '', added: { ...NOTHING, sounds, alone: from }, args: { target: symbolOf(next.chord) } }];
}
