/* A note of the grip is hammered on from the one below it: 2 to 3, 5 to 6 (common practice of accompanists). */
import { scale } from '../../pitch/key.ts';
import { pitchClass } from '../../pitch/note.ts';
import { pitchClassOf } from '../../pitch/pitch.ts';
import { rankOf } from '../../neck/hold.ts';
import { NOTHING } from './added.ts';
import { foundOn, type Decoration, type Found, type Offer } from './decoration.ts';
import { fingerOn } from './held.ts';
import { degreeOver, FASTEST_MS, ownAgain } from './neighbour.ts';
import { isCovering, offBeat, type DecorPlace } from './place.ts';

/** The degrees that are come to so: thirds and sixths; a fifth come to from the fourth says little. */
const TARGETS: readonly unknown[] = ['3', 'b3', '6'];
/** At a slow tempo it comes in half of an off-beat. */
const SLOW_MS = 320;

export const HAMMER: Decoration = {
  id: 'hammer-on',
  name: 'hammer-on',
  kind: 'ornament',
  needs: 'a third or a sixth with a finger on it',
  reason: '{from} to {to}: the note below is struck with the chord, and the finger comes down on its own.',
  find: (place) =>
    foundOn(
      place.grip.degrees.map((degree, string) => (TARGETS.includes(degree) ? hammered(place, string) : 'condition')),
    ),
};

/** From the note of the scale below, or from a fret below. */
function hammered(place: DecorPlace, string: number): Found {
  const { grip, start, end, meter, isStruck, ms, hand, neck, key } = place;
  const eighth = offBeat(meter);
  const step = ms(start, start + eighth) > SLOW_MS ? eighth / 2 : eighth;
  if (!isStruck) return 'struck';
  if (end - start < 2 * step) return 'short';
  if (ms(start, start + step) < FASTEST_MS) return 'fast';
  const fret = grip.frets[string]!;
  const finger = grip.fingers[string] ?? 0;
  const inKey = new Set(scale(key).map(pitchClass));
  const pitch = neck.open[string]! + fret;
  const below = [1, 2].find((by) => inKey.has(pitchClassOf(pitch - by)));
  if (isCovering(place, pitch)) return 'tune';
  const offers = [...new Set([below, 1])].flatMap((by): readonly Offer[] => {
    if (by === undefined || fret - by < 0 || finger === 0) return [];
    const lower = fingerOn(grip, string, fret - by, hand);
    // The finger that comes down is one that was free: it lies beyond the lower one.
    if (lower === null || (lower !== 0 && rankOf(lower) >= rankOf(finger))) return [];
    return [
      {
        variant: `${string}-${by}`,
        added: {
          ...NOTHING,
          sounds: [ownAgain(place, string, start + step, 'hammer')],
          revoiced: [{ string, from: start, to: start + step, fret: fret - by, finger: lower }],
        },
        args: { from: degreeOver(place, pitch - by), to: degreeOver(place, pitch) },
      },
    ];
  });
  return offers.length > 0 ? offers : 'hand';
}
