/* The whole grip comes in from a fret away in no time: a slide into it (common practice). */
import { symbolOf } from '../../chord/chord.ts';
import { NOTHING } from './added.ts';
import type { Decoration, Found } from './decoration.ts';
import { gripSound, isUnderTune, movedBy } from './grips-between.ts';
import { offBeat, type DecorPlace } from './place.ts';

/** Columns: id, name, how many frets away it begins, reason. */
const GRACES: readonly (readonly [string, string, number, string])[] = [
  ['grace-below', 'a slide into it, from below', -1, '{chord} is struck a fret too low, and slides up at once.'],
  ['grace-above', 'a slide into it, from above', 1, '{chord} is struck a fret too high, and slides down at once.'],
];

/** A grace note takes a part of an off-beat, and no longer than it is heard as one. */
const SHARE = 1 / 4;
const LONGEST_MS = 110;

export const GRACES_INTO: readonly Decoration[] = GRACES.map(([id, name, by, reason]): Decoration => ({
  id,
  name,
  kind: 'ornament',
  needs: 'a grip without open strings that is struck once',
  reason,
  find: (place) => slidInto(place, by),
}));

function slidInto(place: DecorPlace, by: number): Found {
  const { start, end, meter, grip, hand, chord, hits, isStruck, ms } = place;
  let step = Math.round(offBeat(meter) * SHARE);
  while (ms(start, start + step) > LONGEST_MS) step = Math.round(step / 2);
  const moved = movedBy(grip, by, hand);
  if (!isStruck || hits !== 1) return 'struck';
  if (!moved) return 'hand';
  if (end - start <= 2 * offBeat(meter)) return 'short';
  const sounds = [
    gripSound(moved, { start, ticks: step, kind: 'ornament', spreadMs: 0 }, place),
    gripSound(
      grip,
      { start: start + step, ticks: end - start - step, kind: 'ornament', spreadMs: 0, legato: 'slide' },
      place,
    ),
  ];
  if (!isUnderTune(sounds, place)) return 'tune';
  return [{ variant: '', added: { ...NOTHING, sounds, alone: start }, args: { chord: symbolOf(chord) } }];
}
