/* A shape that says neither major nor minor is moved whole along the neck and comes back (common practice: planing). */
import { symbolOf } from '../../chord/chord.ts';
import { pitchClass } from '../../pitch/note.ts';
import { pitchClassOf } from '../../pitch/pitch.ts';
import { isCompound, ticksPerBeat } from '../../time/meter.ts';
import { NOTHING } from './added.ts';
import type { Decoration, Found } from './decoration.ts';
import { inSteps, isInTime, isUnderTune, movedBy } from './grips-between.ts';
import { onward } from './ladder.ts';
import type { DecorPlace } from './place.ts';

/** Semitones above the tonic of the minor pentatonic scale. */
const PENTATONIC = [0, 3, 5, 7, 10];
const pentatonicOf = ({ key }: DecorPlace) => new Set(PENTATONIC.map((up) => (pitchClass(key.tonic) + up) % 12));

/** Whether nothing says major or minor; and a minor seventh chord may go up a whole step and back (common practice). */
const isAmbiguous = ({ grip }: DecorPlace) => !grip.degrees.some((degree) => degree === '3' || degree === 'b3');
const isMinorSeventh = ({ chord: { kind } }: DecorPlace) => kind.third === 'b3' && kind.seventh === 'b7';

/** Columns: id, name, condition, frets off on the beats after the first (null: not so), reason. */
const PLANES: readonly (readonly [
  string,
  string,
  (place: DecorPlace) => boolean,
  (place: DecorPlace) => readonly number[] | null,
  string,
])[] = [
  [
    'plane-whole',
    'up a whole step and back',
    (place) => isAmbiguous(place) || isMinorSeventh(place),
    () => [0, 2, 0],
    'The shape of {chord} goes up a whole step, whole, and back.',
  ],
  [
    'plane-pentatonic',
    'along the minor pentatonic',
    isAmbiguous,
    (place) => {
      const notes = pentatonicOf(place);
      const bass = place.grip.pitches[0]!;
      return notes.has(pitchClassOf(bass)) ? [1, 2, 1].map((by) => onward(bass, by, notes) - bass) : null;
    },
    'The shape of {chord} goes along the minor pentatonic of the key, whole, and back.',
  ],
];

export const PLANING: readonly Decoration[] = PLANES.map(([id, name, fits, frets, reason]): Decoration => ({
  id,
  name,
  kind: 'passing',
  needs:
    id === 'plane-whole'
      ? 'a shape without a third, or a minor seventh chord, for a bar'
      : 'a shape without a third, for a bar',
  reason,
  find: (place) => (fits(place) ? planed(place, frets(place)) : 'condition'),
}));

function planed(place: DecorPlace, frets: readonly number[] | null): Found {
  const { start, end, meter, next, isPushed, ms, chord, grip, hand } = place;
  const step = ticksPerBeat(meter);
  if (frets === null) return 'condition';
  if (isPushed) return 'early';
  if (isCompound(meter) || end - start !== step * (frets.length + 1)) return 'short';
  const grips = frets.map((by) => movedBy(grip, by, hand));
  if (!grips.every((one) => one !== null)) return 'hand';
  if (!isInTime([grip, ...grips, ...(next ? [next.grip] : [])], ms(start, start + step), place)) return 'fast';
  const sounds = inSteps(grips, start + step, step, 'passing', place);
  if (!isUnderTune(sounds, place)) return 'tune';
  return [{ variant: '', added: { ...NOTHING, sounds, alone: start + step }, args: { chord: symbolOf(chord) } }];
}
