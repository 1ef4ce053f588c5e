/* The next grip itself, a fret or two off, on the off-beats before it: it slides into its place (common practice). */
import { symbolOf } from '../../chord/chord.ts';
import { isCompound, ticksPerBeat, type Ticks } from '../../time/meter.ts';
import { NOTHING } from './added.ts';
import { foundOn, type Decoration, type Found } from './decoration.ts';
import { inSteps, isInTime, isUnderTune, movedBy, type Held } from './grips-between.ts';
import { offBeat, type DecorPlace } from './place.ts';

/** Columns: id, name, how many frets away each is that comes before the next grip, reason. */
const APPROACHES: readonly (readonly [string, string, readonly number[], string])[] = [
  ['approach-above', 'from a fret above', [1], '{target} a fret higher, {when}, slides down into it.'],
  ['approach-below', 'from a fret below', [-1], '{target} a fret lower, {when}, slides up into it.'],
  ['approach-above-twice', 'two frets from above', [2, 1], '{target} two frets higher, then one, slides down into it.'],
  ['approach-below-twice', 'two frets from below', [-2, -1], '{target} two frets lower, then one, slides up into it.'],
  ['approach-whole', 'from a whole step above', [2], '{target} a whole step higher, {when}, slides down into it.'],
];

export const APPROACHING: readonly Decoration[] = APPROACHES.map(([id, name, frets, reason]): Decoration => ({
  id,
  name,
  kind: 'approach',
  needs: 'a chord after it that can be moved along the neck',
  reason,
  find: (place) => approached(place, frets),
}));

/** Each on the off-beats before the chord; one alone may come an eighth early, too, on the beat, and lasts until the chord. */
function approached(place: DecorPlace, away: readonly number[]): Found {
  const { next, meter, hand, isPushed } = place;
  if (!next) return 'last';
  if (isPushed) return 'early';
  const moved = away.map((by) => movedBy(next.grip, by, hand));
  if (!moved.every((one) => one !== null)) return 'hand';
  const step = offBeat(meter);
  const onTheOffBeat = inTime(place, moved, step);
  if (away.length > 1 || isCompound(meter)) return onTheOffBeat;
  return foundOn([onTheOffBeat, inTime(place, moved, ticksPerBeat(meter), 'early')]);
}

/** Grips so long each, one after another, up to the next chord. */
function inTime(place: DecorPlace, moved: readonly Held[], step: Ticks, variant = ''): Found {
  const { next, grip, start, end, meter, ms } = place;
  const from = end - step * moved.length;
  // The chord itself has a beat at least.
  if (from - start < ticksPerBeat(meter)) return 'short';
  if (!isInTime([grip, ...moved, next!.grip], ms(end - step, end), place)) return 'fast';
  const sounds = inSteps(moved, from, step, 'approach', place);
  // Never over what is sung.
  if (!isUnderTune(sounds, place)) return 'tune';
  const args = {
    target: symbolOf(next!.chord),
    when: variant === '' ? 'on the off-beat' : 'an eighth early, on the beat',
  };
  return [{ variant, added: { ...NOTHING, sounds, alone: from }, args }];
}
