/* A note of the grip is come to from the one above, pulled off; or lifted for a moment, and set again (common practice). */
import { scale } from '../../pitch/key.ts';
import { pitchClass } from '../../pitch/note.ts';
import { pitchClassOf, type Midi } from '../../pitch/pitch.ts';
import { ticksPerBeat } from '../../time/meter.ts';
import { rankOf } from '../../neck/hold.ts';
import { NOTHING } from './added.ts';
import { foundOn, type Decoration, type Found } from './decoration.ts';
import { fingerOn } from './held.ts';
import { degreeOver, FASTEST_MS, ownAgain } from './neighbour.ts';
import { isCovering, offBeat, type DecorPlace } from './place.ts';

/** The degrees that are come to so: 4 to 3, 6 to 5, 2 to 1. */
const TARGETS: readonly unknown[] = ['3', 'b3', '5', '1'];
export const PULL: Decoration = {
  id: 'pull-off',
  name: 'pull-off',
  kind: 'ornament',
  needs: 'a root, third or fifth on top that is struck once, and a free finger for the note above it',
  reason: '{from} to {to}: the note above is struck with the chord, and pulled off to its own.',
  find: (place) =>
    foundOn(
      place.grip.degrees.map((degree, string) => (TARGETS.includes(degree) ? pulled(place, string) : 'condition')),
    ),
};

export const LIFT: Decoration = {
  id: 'lift',
  name: 'lifted and set again',
  kind: 'ornament',
  needs: 'a root, third or fifth on top with a finger on it, struck once',
  reason: 'The {to} is let go to the {from} below it for a beat, and hammered on again; the others ring.',
  find: (place) =>
    foundOn(
      place.grip.degrees.map((degree, string) => (TARGETS.includes(degree) ? lifted(place, string) : 'condition')),
    ),
};

/** The next note of the key, up or down, by a whole step at most; null: there is none. */
function beside({ key }: DecorPlace, pitch: Midi, way: 1 | -1): Midi | null {
  const inKey = new Set(scale(key).map(pitchClass));
  return [1, 2].map((by) => pitch + way * by).find((other) => inKey.has(pitchClassOf(other))) ?? null;
}
const isTop = ({ grip, neck }: DecorPlace, string: number) =>
  neck.open[string]! + grip.frets[string]! === grip.pitches.at(-1);

/** Where the neighbour of a note of the grip is held, and the note itself. */
function withNeighbour(place: DecorPlace, string: number, way: 1 | -1) {
  const { grip, neck, hand } = place;
  const fret = grip.frets[string]!;
  const pitch = neck.open[string]! + fret;
  // What ornaments is heard on top.
  if (fret < 0 || !isTop(place, string)) return null;
  const other = beside(place, pitch, way);
  if (other === null || other < neck.open[string]! || other - neck.open[string]! >= neck.mm.length) return null;
  const finger = fingerOn(grip, string, other - neck.open[string]!, hand);
  const own = grip.fingers[string] ?? 0;
  return finger === null ? null : { pitch, fret, own, other, finger };
}

function pulled(place: DecorPlace, string: number): Found {
  const { start, end, meter, isStruck, ms, hits } = place;
  const step = offBeat(meter);
  const found = withNeighbour(place, string, 1);
  if (!isStruck || hits !== 1) return 'struck';
  if (!found) return isTop(place, string) ? 'hand' : 'condition';
  if (end - start < 2 * step) return 'short';
  if (ms(start, start + step) < FASTEST_MS) return 'fast';
  // The finger above is one that was free, and the one below waits on its note.
  if (rankOf(found.finger) <= rankOf(found.own)) return 'hand';
  if (isCovering(place, found.other)) return 'tune';
  return [
    {
      variant: String(string),
      added: {
        ...NOTHING,
        sounds: [ownAgain(place, string, start + step, 'pull')],
        revoiced: [
          { string, from: start, to: start + step, fret: found.other - place.neck.open[string]!, finger: found.finger },
        ],
      },
      args: { from: degreeOver(place, found.other), to: degreeOver(place, found.pitch) },
    },
  ];
}

function lifted(place: DecorPlace, string: number): Found {
  const { start, end, meter, isStruck, hits } = place;
  const beat = ticksPerBeat(meter);
  const found = withNeighbour(place, string, -1);
  // It is heard first, and again after.
  if (!isStruck || hits !== 1) return 'struck';
  if (!found) return isTop(place, string) ? 'hand' : 'condition';
  if (end - start < 3 * beat) return 'short';
  if (found.own === 0 || rankOf(found.finger) >= rankOf(found.own)) return 'hand';
  if (isCovering(place, found.pitch)) return 'tune';
  const [from, to] = [start + beat, start + 2 * beat];
  return [
    {
      variant: String(string),
      added: {
        ...NOTHING,
        sounds: [ownAgain(place, string, to, 'hammer')],
        revoiced: [{ string, from, to, fret: found.other - place.neck.open[string]!, finger: found.finger }],
      },
      args: { from: degreeOver(place, found.other), to: degreeOver(place, found.pitch) },
    },
  ];
}
