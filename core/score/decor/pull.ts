/* A note of the grip is come to from the one above, pulled off; or lifted for a moment, and set again (common practice). */
import { degreeIn, outsideDegree } from '../../chord/chord.ts';
import { scale } from '../../pitch/key.ts';
import { pitchClass } from '../../pitch/note.ts';
import { pitchClassOf, type Midi } from '../../pitch/pitch.ts';
import { ticksPerBeat } from '../../time/meter.ts';
import type { Legato } from '../legato.ts';
import type { Sound } from '../score.ts';
import { NOTHING } from './added.ts';
import { foundOn, type Decoration, type Found } from './decoration.ts';
import { fingerOn } from './held.ts';
import { offBeat, type DecorPlace } from './place.ts';

/** The degrees that are come to so: 4 to 3, 6 to 5, 2 to 1. */
const TARGETS: readonly unknown[] = ['3', 'b3', '5', '1'];
const FASTEST_MS = 70;
const VELOCITY = 64;

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
const rank = (finger: 0 | 1 | 2 | 3 | 4 | 'T'): number => (finger === 'T' ? 0 : finger);

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

const named = ({ chord }: DecorPlace, pitch: Midi): string => {
  const pc = pitchClassOf(pitch);
  return String(degreeIn(chord, pc) ?? outsideDegree(chord, pc));
};

function ornament(place: DecorPlace, string: number, at: number, legato: Legato): Sound {
  const { grip, neck, column, end } = place;
  const fret = grip.frets[string]!;
  const note = { pitch: neck.open[string]! + fret, string, fret, finger: grip.fingers[string] || null, voice: 0 };
  return {
    start: at,
    ticks: end - at,
    velocity: VELOCITY,
    kind: 'ornament',
    column,
    spreadMs: 0,
    notes: [note],
    legato,
  };
}

function isCovering({ sung, start, end }: DecorPlace, pitch: Midi): boolean {
  return sung(start, end).some(({ notes }) => notes.some((note) => note.pitch <= pitch));
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
  if (rank(found.finger) <= rank(found.own)) return 'hand';
  if (isCovering(place, found.other)) return 'tune';
  return [
    {
      variant: String(string),
      added: {
        ...NOTHING,
        sounds: [ornament(place, string, start + step, 'pull')],
        revoiced: [
          { string, from: start, to: start + step, fret: found.other - place.neck.open[string]!, finger: found.finger },
        ],
      },
      args: { from: named(place, found.other), to: named(place, found.pitch) },
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
  if (found.own === 0 || rank(found.finger) >= rank(found.own)) return 'hand';
  if (isCovering(place, found.pitch)) return 'tune';
  const [from, to] = [start + beat, start + 2 * beat];
  return [
    {
      variant: String(string),
      added: {
        ...NOTHING,
        sounds: [ornament(place, string, to, 'hammer')],
        revoiced: [{ string, from, to, fret: found.other - place.neck.open[string]!, finger: found.finger }],
      },
      args: { from: named(place, found.other), to: named(place, found.pitch) },
    },
  ];
}
